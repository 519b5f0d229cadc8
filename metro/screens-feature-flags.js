/* In place of Expo Router's: they are flags of the system's screens, and this is a page. */
exports.initScreensFeatureFlags = () => undefined;
