import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildSync } from 'esbuild';
import { program } from '@/server/build/program';

/**
 * The commands as one program, made for a test file: started from their sources, each start would read and turn all of them anew.
 * @returns its path
 */
export function bundledCommand(): string {
  const outfile = join('dist', 'test', `command-${process.pid}.mjs`);
  beforeAll(() => {
    buildSync({ entryPoints: ['src/server/command/index.ts'], outfile, ...program() });
  });
  afterAll(() => rmSync(outfile, { force: true }));
  return outfile;
}
