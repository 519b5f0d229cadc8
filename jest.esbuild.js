const { transformSync } = require('esbuild');

/** TypeScript to CommonJS for Jest, without types: `tsc` checks those. */
module.exports = {
  process(source, file) {
    const loader = file.endsWith('x') ? 'tsx' : /\.[cm]?ts$/.test(file) ? 'ts' : 'js';
    return transformSync(source, {
      loader,
      format: 'cjs',
      // What is asked for later is a file like others.
      supported: { 'dynamic-import': false },
      target: 'node20',
      sourcemap: 'inline',
      sourcefile: file,
    });
  },
};
