import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { messagesIn } from './collect';

/*
 * `npm run messages`: brings the catalogues up to date. English is written anew from the sources by @formatjs/cli; in the others, messages that
 * the sources do not have any more are left out, and those without a translation are listed. Exit 1 where any is.
 */

const FOLDERS = { app: 'src/ui/words/catalogue', onAir: 'src/core/words/on-air' } as const;
const LANGUAGES = ['es', 'ja', 'ar'] as const;

/** What has words in it of its own; the rest, such as "{name}: {value}", is the same in every language. */
export const hasWords = (id: string): boolean => /[A-Za-z]/.test(id.replace(/\{[^{}]*\}/g, '')) || /[,“”]/.test(id);

type Catalogue = Record<string, string>;

/** English by @formatjs/cli: messages that it cannot read, or two that it takes for one, are its errors. */
function extracted(ids: readonly string[]): Catalogue {
  const folder = mkdtempSync(join(tmpdir(), 'gavirn-messages-'));
  try {
    const source = join(folder, 'messages.ts');
    const form = join(folder, 'form.cjs');
    const out = join(folder, 'en.json');
    writeFileSync(source, ids.map((id) => `$t({ defaultMessage: ${JSON.stringify(id)} });\n`).join(''));
    writeFileSync(
      form,
      'exports.format = (all) => Object.fromEntries(Object.values(all).map(({ defaultMessage: id }) => [id, id]));\n',
    );
    execFileSync('node_modules/.bin/formatjs', [
      'extract',
      source,
      '--throws',
      '--preserve-whitespace',
      '--additional-function-names',
      '$t',
      '--format',
      form,
      '--out-file',
      out,
    ]);
    return JSON.parse(readFileSync(out, 'utf8')) as Catalogue;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const write = (path: string, catalogue: Catalogue): void =>
  writeFileSync(path, `${JSON.stringify(catalogue, Object.keys(catalogue).sort(), 2)}\n`);

function main(): void {
  const found = messagesIn('src').filter(({ id }) => hasWords(id));
  let lacking = 0;
  for (const [of, folder] of Object.entries(FOLDERS)) {
    const ids = [...new Set(found.filter(({ onAir }) => onAir === (of === 'onAir')).map(({ id }) => id))];
    const english = extracted(ids);
    write(join(folder, 'en.json'), english);
    for (const language of LANGUAGES) {
      const path = join(folder, `${language}.json`);
      const kept = JSON.parse(readFileSync(path, 'utf8')) as Catalogue;
      write(path, Object.fromEntries(Object.entries(kept).filter(([id]) => id in english)));
      const without = Object.keys(english).filter((id) => !(id in kept));
      lacking += without.length;
      for (const id of without) process.stdout.write(`${language}: ${id}\n`);
    }
  }
  process.exitCode = lacking === 0 ? 0 : 1;
}

if (process.argv[1]?.endsWith('extract.ts')) main();
