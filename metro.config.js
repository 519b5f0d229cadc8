const { join } = require('node:path');
const { getDefaultConfig } = require('expo/metro-config');
const { withNativeWind } = require('nativewind/metro');

const config = getDefaultConfig(__dirname);

/*
 * The first screen must be there soon on a slow link (bench/size.ts), and packages bring much that a page like this never uses.
 * Each line: a module, whose import of it, and what stands in its place (null: nothing).
 */
const IN_PLACE = [
  // Every language's error messages, JSON Schema, the compiler: Gavirn writes its own sentences and reads by the schemas themselves.
  [/\/locales\/index\.js$/, /\/zod\//, null],
  [/\/(from-json-schema|json-schema-processors|json-schema-generator)\.js$/, /\/zod\//, null],
  [/\/compile\.js$/, /\/zod\//, 'metro/zod-compile.js'],
  // The gesture handler asks for the animation library and does without where there is none; gestures here run on the page's own thread.
  [/^react-native-(reanimated|worklets)$/, /./, null],
  [
    /\/components\/(touchables|Swipeable|DrawerLayout|Pressable|Text|GestureComponents|GestureButtons)$/,
    /\/react-native-gesture-handler\//,
    null,
  ],
  [/^@egjs\/hammerjs$/, /\/react-native-gesture-handler\//, null],
  // Lists that make their rows as they come in sight, and animations: no list here is long, and what moves moves on the frame.
  [/\/exports\/(Animated|FlatList|SectionList|VirtualizedList)$/, /\/react-native-web\//, null],
  // Drawings from files or from the net: those of the interface are written out.
  [/\/(xml|deprecated|utils\/fetchData)$/, /\/react-native-svg\//, null],
  // Navigators: one place is shown at a time, in a frame of our own, by the plain stack router.
  [
    /\/(layouts\/(Stack|Tabs|experimental-stack)|stack|views\/(Sitemap|useSitemap|Unmatched|RootUnmatched))$/,
    /\/expo-router\/build\//,
    null,
  ],
  [
    /\/layouts\/StackClient$/,
    /\/expo-router\/build\//,
    'node_modules/expo-router/build/react-navigation/native/index.js',
  ],
  [/\/screensFeatureFlags$/, /\/expo-router\/build\//, 'metro/screens-feature-flags.js'],
  [/\/native-tabs\/NativeTabTrigger$/, /\/expo-router\/build\//, 'metro/native-tab-trigger.js'],
  [/\/react-navigation\/bottom-tabs$/, /\/expo-router\/build\/views\//, 'metro/bottom-tabs.js'],
];

config.transformer.minifierPath = require.resolve('./metro/minify.js');

config.resolver.resolveRequest = (context, name, platform) => {
  const found = IN_PLACE.find(([module, importer]) => module.test(name) && importer.test(context.originModulePath));
  if (!found) return context.resolveRequest(context, name, platform);
  const [, , instead] = found;
  return instead === null ? { type: 'empty' } : { type: 'sourceFile', filePath: join(__dirname, instead) };
};

module.exports = withNativeWind(config, { input: './src/global.css', disableTypeScriptGeneration: true });
