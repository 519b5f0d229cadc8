const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');

const config = getDefaultConfig(__dirname);

// Zod brings every language's error messages with it; Gavirn writes its own sentences, and the page is half as heavy without them.
config.resolver.resolveRequest = (context, name, platform) => {
  if (name.endsWith('/locales/index.js') && context.originModulePath.includes('/zod/')) return { type: 'empty' };
  return context.resolveRequest(context, name, platform);
};

module.exports = withNativeWind(config, { input: './src/global.css', disableTypeScriptGeneration: true });
