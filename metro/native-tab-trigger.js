/* In place of Expo Router's: Gavirn has no tabs of the system's. */
exports.isNativeTabTrigger = () => false;
