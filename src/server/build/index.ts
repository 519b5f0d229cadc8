import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';
import { build as bundle } from 'esbuild';
import { about } from './about';
import { makeServiceWorker } from './app-files';
import { makeIcons } from './icons';
import { bundleOutlet } from './outlet';
import { program } from './program';
import { FONT_FILES, fontFaceCss, fontFile } from '@/core/paint/font';

/*
 * Builds what is stale into dist/: the app (Expo's export), the outlet's page, the stand-ins' pages, the programs. Stale is what was made
 * from other sources than the present ones, by a hash of their contents. `--only NAME…`: no more than these.
 */

interface Part {
  name: string;
  sources: string[];
  make: () => Promise<void>;
}

const PARTS: Part[] = [
  {
    name: 'app',
    sources: [
      'src/app',
      'src/ui',
      'src/core',
      'src/client',
      'src/worker',
      'src/global.css',
      'public',
      'app.json',
      'babel.config.js',
      'metro.config.js',
      'tailwind.config.js',
      'package-lock.json',
    ],
    make: makeApp,
  },
  {
    name: 'outlet',
    sources: ['src/outlet', 'src/core', 'src/client', 'src/worker', 'package-lock.json'],
    make: makeOutlet,
  },
  { name: 'fonts', sources: ['src/core/paint/font.ts', 'package-lock.json'], make: makeFonts },
  { name: 'standins', sources: ['src/server/standins', 'src/core/paint', 'package-lock.json'], make: makeStandins },
  {
    name: 'programs',
    sources: [
      'src/server',
      'src/core',
      'src/client',
      'bench',
      'e2e/free-port.ts',
      'e2e/world.ts',
      'e2e/chromium.ts',
      'package-lock.json',
    ],
    make: makePrograms,
  },
];

async function makeApp(): Promise<void> {
  const made = spawnSync('npx', ['expo', 'export', '--platform', 'web', '--output-dir', 'dist/app'], {
    stdio: ['ignore', 'pipe', 'pipe'],
    encoding: 'utf8',
    env: { ...process.env, EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1', CI: '1', NODE_ENV: 'production' },
  });
  if (made.status !== 0) throw new Error(`The app could not be built:\n${made.stdout}\n${made.stderr}`);
  writeFileSync('dist/app/about.json', JSON.stringify(about()));
  askEarly('dist/app/index.html', readdirSync('dist/app/_expo/static/js/web'));
  await compressIn('dist/app');
  askAhead('dist/app/index.html', 'dist/app/_expo/static/js/web');
  await makeIcons('dist/app');
  await makeServiceWorker('dist/app', pageFonts('dist/app/index.html'));
}

/** The fonts that the page itself asks for, by their addresses: where they are among the packages. */
function pageFonts(page: string): Record<string, string> {
  const asked = [...readFileSync(page, 'utf8').matchAll(/url\('(\/fonts\/[^']+)'\)/g)].map(([, url = '']) => url);
  return Object.fromEntries(
    FONT_FILES.map((file) => [`/fonts/${fontFile({ file })}?app`, join('node_modules', file)] as const).filter(
      ([url]) => asked.includes(url),
    ),
  );
}

/** Scripts whose brotli form is larger (workers, the maker of clips) wait until somebody needs them. */
const AHEAD_BYTES = 100_000;

/**
 * Has the page ask for the other scripts once it stands still, those of all places and sheets: a place that is opened for the first time in
 * a dead spot of the network would have none. Whoever told the browser to save data is not asked to pay for it.
 */
function askAhead(page: string, folder: string): void {
  const ahead = readdirSync(folder).filter(
    (name) => name.endsWith('.js') && statSync(join(folder, `${name}.br`)).size < AHEAD_BYTES,
  );
  const later = `
    <script>
      addEventListener('load', function () {
        setTimeout(function () {
          if (navigator.connection && navigator.connection.saveData) return;
          for (var script of ${JSON.stringify(ahead)})
            document.head.append(Object.assign(document.createElement('link'), { rel: 'prefetch', as: 'script', href: '/_expo/static/js/web/' + script }));
        }, 1500);
      });
    </script>
  </head>`;
  writeFileSync(page, readFileSync(page, 'utf8').replace('</head>', later));
}

/**
 * Has the page ask for the script of the frame and of the place that is opened together with the others: they would be asked for one after
 * another, each once the one before has run. A name that two scripts have (a place and a worker) is left to itself.
 */
function askEarly(page: string, scripts: readonly string[]): void {
  const named = (name: string): string[] =>
    scripts.filter((script) => script.replace(/-[0-9a-f]{32}\.js$/, '') === name && script.endsWith('.js'));
  const places = Object.fromEntries(
    readdirSync('src/app')
      .map((file) => file.replace(/\.tsx$/, ''))
      .flatMap((name) => {
        const [script, other] = named(name);
        return script && !other && /^[a-z]+$/.test(name) ? [[name, script]] : [];
      }),
  );
  const early = `
    <script>
      for (var script of [${JSON.stringify(named('_layout')[0] ?? '')}, ${JSON.stringify(places)}[location.pathname.split('/')[1] || 'feeds']])
        if (script) document.head.append(Object.assign(document.createElement('link'), { rel: 'preload', as: 'script', href: '/_expo/static/js/web/' + script }));
    </script>
  </head>`;
  writeFileSync(page, readFileSync(page, 'utf8').replace('</head>', early));
}

const brotli = promisify(brotliCompress);

/** Larger files would take minutes at the highest quality, and are a hundredth smaller for it. */
const LARGE_BYTES = 1 << 20;

/** Beside each file of text its brotli form (RFC 7932) at the highest quality: made once, so that the server need not at each request. */
async function compressIn(folder: string): Promise<void> {
  const names = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((name) =>
    /\.(js|css|ttf)$/.test(name),
  );
  await Promise.all(
    names.map(async (name) => {
      const bytes = readFileSync(join(folder, name));
      const quality = bytes.length > LARGE_BYTES ? 9 : 11;
      writeFileSync(
        join(folder, `${name}.br`),
        await brotli(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: quality } }),
      );
    }),
  );
}

async function makeOutlet(): Promise<void> {
  mkdirSync('dist/outlet', { recursive: true });
  await bundleOutlet('dist/outlet');
  writeFileSync('dist/outlet/fonts.css', fontFaceCss('/fonts/'));
  cpSync('src/outlet/outlet.html', 'dist/outlet.html');
  await compressIn('dist/outlet');
}

async function makeFonts(): Promise<void> {
  mkdirSync('dist/fonts', { recursive: true });
  for (const file of FONT_FILES) cpSync(join('node_modules', file), join('dist/fonts', fontFile({ file })));
  await compressIn('dist/fonts');
}

async function makeStandins(): Promise<void> {
  mkdirSync('dist/standins', { recursive: true });
  const pages = 'src/server/standins/pages';
  const scripts = readdirSync(pages).filter((name) => name.endsWith('.page.ts'));
  await bundle({
    entryPoints: scripts.map((name) => join(pages, name)),
    outdir: 'dist/standins',
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    logLevel: 'error',
  });
  writeFileSync('dist/standins/fonts.css', fontFaceCss('/fonts/'));
  for (const name of readdirSync(pages))
    if (/\.(html|css)$/.test(name)) cpSync(join(pages, name), join('dist/standins', name));
}

/** Each program as one file: a function of another module is then called directly, which a million events feel. Packages stay outside. */
async function makePrograms(): Promise<void> {
  await bundle({
    entryPoints: {
      demo: 'src/server/demo.ts',
      server: 'src/server/main.ts',
      standins: 'src/server/standins/main.ts',
      command: 'src/server/command/index.ts',
      snapshot: 'src/server/embedded/snapshot-main.ts',
      bench: 'bench/index.ts',
    },
    outdir: 'dist/programs',
    outExtension: { '.js': '.mjs' },
    sourcemap: 'linked',
    ...program(),
  });
}

/** A hash of all files below the sources: their paths and contents. */
function hashOf(sources: readonly string[]): string {
  const hash = createHash('sha256');
  const add = (path: string): void => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else if (!/\.(test|setup)\.tsx?$/.test(path)) hash.update(path).update(readFileSync(path));
  };
  for (const source of sources) add(source);
  add('src/server/build');
  return hash.digest('hex');
}

async function main(): Promise<void> {
  mkdirSync('dist', { recursive: true });
  const only = process.argv[2] === '--only' ? process.argv.slice(3) : null;
  for (const { name, sources, make } of PARTS) {
    if (only && !only.includes(name)) continue;
    const stamp = join('dist', `${name}.stamp`);
    const now = hashOf(sources);
    if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) continue;
    process.stderr.write(`Building ${name} …\n`);
    rmSync(stamp, { force: true });
    await make();
    writeFileSync(stamp, now);
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
