import { existsSync } from 'node:fs';
import type { Journals } from '@/server/door/journal';
import { bytesIn, disk as realDisk, keeping, type Disk } from './disk';
import { FileJournal } from './file-journal';
import { journalNumbers, readBack, readJournal, removeJournal, rewriteJournal } from './journal-files';
import { snapshotApart } from './snapshot';

/** A show's journals in its folder. @param disk what they are written by: a test may put one in its place that fails */
export const journalsIn = (folder: string, disk: Disk = realDisk): Journals => ({
  numbers: () => journalNumbers(folder),
  create: (first) => {
    const number = (journalNumbers(folder).at(-1) ?? 0) + 1;
    const journal = new FileJournal(folder, { number, made: false, bytes: 0, dirty: false }, disk);
    for (const input of first) journal.append(input);
    return journal;
  },
  recover: (number) => {
    const recovered = readBack(folder, number);
    // What lies behind the last whole line is cut off before the next one is written.
    const journal = new FileJournal(folder, { number, made: true, bytes: recovered.bytes, dirty: true }, disk);
    return { journal, recovered };
  },
  read: (number) => readJournal(folder, number),
  rewrite: (number, change) => keeping(() => rewriteJournal(folder, number, change)),
  remove: (number) => removeJournal(folder, number),
  bytesBut: (number) =>
    existsSync(folder) ? bytesIn(folder, (name) => name.endsWith('.journal') && name !== `${number}.journal`) : 0,
  snapshot: (number, bytes) => snapshotApart(folder, number, bytes),
});
