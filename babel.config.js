module.exports = function babelConfig(api) {
  api.cache(true);
  return {
    presets: [['babel-preset-expo', { jsxImportSource: 'nativewind' }], 'nativewind/babel'],
    // Jest runs CommonJS, where a module that is loaded later is required later.
    env: { test: { plugins: ['dynamic-import-node'] } },
  };
};
