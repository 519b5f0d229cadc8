import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';

const lockSchema = z.object({
  version: z.string(),
  packages: z.record(
    z.string(),
    z.object({
      version: z.string().optional(),
      dev: z.boolean().optional(),
      optional: z.boolean().optional(),
      license: z.string().optional(),
    }),
  ),
});

/** What the app says of itself: its version, and every package that it is made of or that its server runs, with its licence. */
export interface About {
  version: string;
  packages: { name: string; version: string; licence: string }[];
}

/** Reads it from the lock file, and licences that stand nowhere else from the packages themselves. What is needed only to build or to test is not among them. */
export function about(): About {
  const { version, packages } = lockSchema.parse(JSON.parse(readFileSync('package-lock.json', 'utf8')));
  const listed = Object.entries(packages).flatMap(([path, { dev, optional, license, ...of }]) => {
    const name = path.split('node_modules/').at(-1) ?? '';
    return path === '' || dev || optional || of.version === undefined
      ? []
      : [{ name, version: of.version, licence: license ?? licenceIn(path) }];
  });
  const once = new Map(listed.map((each) => [`${each.name}@${each.version}`, each]));
  return {
    version,
    packages: [...once.values()].sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : 0)),
  };
}

const packageSchema = z.object({
  license: z.union([z.string(), z.object({ type: z.string() })]).optional(),
  licenses: z.array(z.object({ type: z.string() })).optional(),
});

function licenceIn(path: string): string {
  const file = join(path, 'package.json');
  if (!existsSync(file)) return 'not stated';
  const { license, licenses } = packageSchema.parse(JSON.parse(readFileSync(file, 'utf8')));
  if (licenses) return licenses.map(({ type }) => type).join(' or ');
  return typeof license === 'string' ? license : (license?.type ?? 'not stated');
}
