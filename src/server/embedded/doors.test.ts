import { appendFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { busContract } from '@/server/door/bus.contract';
import { journalContract } from '@/server/door/journal.contract';
import { showsContract } from '@/server/door/shows.contract';
import { journalsIn } from './journals-in-folder';
import { LocalBus } from './local-bus';
import { showsIn } from './shows-in-folders';

/* The embedded doors keep the three contracts. */

const folders: string[] = [];
const folder = (): string => {
  const made = mkdtempSync(join(tmpdir(), 'gavirn-doors-'));
  folders.push(made);
  return made;
};
afterAll(() => {
  for (const each of folders) rmSync(each, { recursive: true, force: true });
});

journalContract('files of a folder', () => {
  const at = folder();
  return {
    journals: journalsIn(at),
    reopened: () => journalsIn(at),
    cut: async () => {
      const newest = journalsIn(at).numbers().at(-1) ?? 0;
      appendFileSync(join(at, `${newest}.journal`), '{"input":"tick","a');
    },
  };
});

showsContract('folders of a data folder', () => {
  const at = folder();
  return { shows: showsIn(at), reopened: () => showsIn(at) };
});

busContract('of one process', () => new LocalBus());
