import { readFileSync, writeFileSync } from 'node:fs';

/*
 * Makes src/core/people/confusables.json from Unicode's own table of characters that look alike (UTS #39, confusables.txt):
 * `node --import tsx src/server/build/confusables.ts <confusables.txt>`. Debian's source package of ICU has the file
 * (`apt-get source icu`, source/data/unidata/confusables.txt); https://www.unicode.org/terms_of_use.html says what it may be used for.
 */

const OUT = 'src/core/people/confusables.json';

const [path] = process.argv.slice(2);
if (!path) throw new Error('Which confusables.txt? Name its path.');
const text = readFileSync(path, 'utf8');
const version = /^# Version: (\S+)$/m.exec(text)?.[1];
const total = Number(/^# total: (\d+)$/m.exec(text)?.[1]);

const chars = (points: string): string =>
  points
    .trim()
    .split(/\s+/)
    .map((point) => String.fromCodePoint(parseInt(point, 16)))
    .join('');
// One line: a character; its prototype, of one character or several; and that it is for any script ("MA").
const entries = [...text.matchAll(/^([0-9A-F]+) ;\t([0-9A-F ]+) ;\tMA\t/gm)].map(
  ([, char = '', prototype = '']): [string, string] => [chars(char), chars(prototype)],
);
if (!version || entries.length !== total)
  throw new Error(`${path} says that it has ${total} characters, and ${entries.length} were read.`);
writeFileSync(
  OUT,
  `${JSON.stringify({ source: `Unicode ${version}, confusables.txt, © Unicode, Inc.`, prototypes: Object.fromEntries(entries) })}\n`,
);
process.stdout.write(`${entries.length} characters of Unicode ${version} are in ${OUT}.\n`);
