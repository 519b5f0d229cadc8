import compat from 'core-js-compat';
import { build, type Plugin } from 'esbuild';
import { join } from 'node:path';

/** The oldest browsers that an outlet runs in (first.ts says so): compositors embed browsers of many years. */
const OLDEST = { chrome: '80', firefox: '78', safari: '14.1' };

/** What all of them read: the language of 2020, and within it what each of them does. */
const PAGE = ['es2020', ...Object.entries(OLDEST).map(([browser, version]) => `${browser}${version}`)];

/** All of ECMAScript's own that is newer than the oldest browser, as core-js has it; asked for by one name. */
const builtins: Plugin = {
  name: 'builtins-since-oldest',
  setup({ onResolve, onLoad }) {
    onResolve({ filter: /^builtins-since-oldest$/ }, ({ path }) => ({ path, namespace: 'builtins' }));
    onLoad({ filter: /.*/, namespace: 'builtins' }, () => {
      const { list } = compat({ targets: OLDEST, modules: ['core-js/es', 'core-js/web/structured-clone'] });
      return {
        contents: list.map((name) => `import 'core-js/modules/${name}.js';`).join('\n'),
        resolveDir: process.cwd(),
      };
    });
  },
};

/** Bundles the outlet's page, what starts it, what stands in for what an older browser lacks, and the worker of its sounds. */
export async function bundleOutlet(folder: string): Promise<void> {
  for (const [entry, out] of [
    ['src/outlet/first.ts', 'first.js'],
    ['src/outlet/older.ts', 'older.js'],
    ['src/outlet/index.ts', 'outlet.js'],
    ['src/worker/sound.worker.ts', 'sounds.js'],
  ] as const)
    await build({
      entryPoints: [entry],
      outfile: join(folder, out),
      bundle: true,
      alias: { zod: './src/outlet/no-schemas.ts' },
      ...(out === 'older.js' ? { plugins: [builtins] } : {}),
      minify: true,
      format: 'iife',
      target: out === 'first.js' ? 'es2015' : PAGE,
      logLevel: 'error',
    });
}
