import { readFileSync } from 'node:fs';
import type { BuildOptions } from 'esbuild';

/** Every package of the project but those that Node cannot load as they are: one imports JSON without saying so, one does not say what it exports. */
function packagesBut(...inside: string[]): string[] {
  const { dependencies, devDependencies } = JSON.parse(readFileSync('package.json', 'utf8')) as Record<
    string,
    Record<string, string>
  >;
  return Object.keys({ ...dependencies, ...devDependencies }).filter((name) => !inside.includes(name));
}

/** How a program that runs in Node is bundled: one file, packages outside. */
export const program = (): BuildOptions => ({
  bundle: true,
  external: packagesBut('wavefile'),
  platform: 'node',
  format: 'esm',
  target: 'node20',
  logLevel: 'error',
});
