/* In place of Expo Router's, of which its error page asks whether it stands in one. */
const { createContext } = require('react');
exports.BottomTabBarHeightContext = createContext(undefined);
