import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { build as bundle } from 'esbuild';

/* Which files the service worker keeps from the first visit on: what opens without a net. */

/** Whatever is larger is kept once somebody has needed it (src/worker/app.worker.ts). */
const MOST_BYTES = 1 << 20;
/** Its own name may not be among them, and nobody needs these without a net. */
const LEFT_OUT = /^(sw\.js|samples\/|metadata\.json|about\.json)|\.(br|map)$/;
/** Whoever is named by its contents needs no other hash. */
const NAMED_BY_CONTENTS = /-[0-9a-f]{32}\./;

const hashOf = (path: string): string => createHash('sha256').update(readFileSync(path)).digest('hex').slice(0, 16);

/** @param always files that are kept however large: the page itself asks for them */
export function appFiles(folder: string, always: RegExp): { url: string; revision: string | null }[] {
  return readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => statSync(join(folder, name)).isFile() && !LEFT_OUT.test(name))
    .filter((name) => always.test(name) || statSync(join(folder, name)).size < MOST_BYTES)
    .sort()
    .map((name) => ({ url: `/${name}`, revision: NAMED_BY_CONTENTS.test(name) ? null : hashOf(join(folder, name)) }));
}

/** Writes the service worker of an app that has been built, last of all. @param fonts of its pages, by their addresses */
export async function makeServiceWorker(folder: string, fonts: Readonly<Record<string, string>>): Promise<void> {
  const files = [
    ...appFiles(folder, /_expo\/static\/js\/web\/(entry|__common)-/),
    ...Object.entries(fonts).map(([url, path]) => ({ url, revision: hashOf(path) })),
  ];
  await bundle({
    entryPoints: ['src/worker/app.worker.ts'],
    outfile: join(folder, 'sw.js'),
    bundle: true,
    minify: true,
    format: 'iife',
    target: 'es2022',
    define: { APP_FILES: JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
    logLevel: 'error',
  });
}
