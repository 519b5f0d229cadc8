import type { ReadBackup } from '@/core/file/backup';
import { MEDIA_TYPES } from '@/core/media/media';
import type { BackupWork } from '@/worker/backup.worker';
import { askWorker } from './ask-worker';
import { MEDIA, mediaPart, SETTINGS, SHOWS, showParts } from './backup-parts';
import { readBeginning } from './beginning';
import { keepLasting, readLasting } from './lasting';
import { docsText } from './home-docs';
import { readIndex, readKeys, readStoredShow } from './library';
import { mediaBytes, readMedia } from './media';
import { readRecording } from './recordings';
import { readLog, readSessions } from './session-store';

/* A backup of this browser: all that it keeps, but for what could be undone. */

const inWorker = <T>(work: BackupWork): Promise<T> =>
  askWorker(new Worker(new URL('../../worker/backup.worker.ts', import.meta.url)), work);

/** Reads a backup's file. */
export const openBackup = (file: Uint8Array): Promise<ReadBackup> => inWorker({ work: 'read', file });

/** All of it as a zip file. @param secrets whether addresses, keys and secrets go with it @param settings of this browser */
export async function makeBackup(secrets: boolean, settings: object): Promise<Blob> {
  const index = await readIndex();
  const media = await readMedia();
  const parts = new Map<string, Uint8Array<ArrayBuffer>>();
  const put = (path: string, text: string): void =>
    void parts.set(path, new Uint8Array(new TextEncoder().encode(text)));
  put(SHOWS, JSON.stringify(index));
  put(MEDIA, JSON.stringify(media));
  put(SETTINGS, JSON.stringify(settings));
  for (const [n, { id }] of (index?.shows ?? []).entries()) await putShow(id, n, { secrets, put });
  // What takes most room comes last: of a file that was cut off the rest is there.
  for (const { id, type } of media) {
    const bytes = await mediaBytes(id);
    if (bytes) parts.set(mediaPart(id, MEDIA_TYPES[type].ending), bytes);
  }
  const file = await inWorker<Uint8Array<ArrayBuffer>>({
    work: 'write',
    parts,
    about: { made: Date.now(), secrets },
  });
  return new Blob([file], { type: 'application/zip' });
}

async function putShow(
  id: string,
  n: number,
  { secrets, put }: { secrets: boolean; put: (path: string, text: string) => void },
): Promise<void> {
  const show = await readStoredShow(id);
  if (!show) return;
  const at = showParts(n);
  const keys = await readKeys(show);
  // As the server has it now; where it does not answer, as it was the last time.
  await keepLasting(id, keys.desk);
  put(at.show, JSON.stringify(show));
  const docs = await docsText(id, secrets);
  if (docs !== null) put(at.home, docs);
  if (secrets) put(at.keys, JSON.stringify(keys));
  put(at.begin, JSON.stringify(await readBeginning(id)));
  const carryOver = await readLasting(id);
  if (carryOver) put(at.carryOver, carryOver);
  for (const [feed, each] of show.feeds.entries()) {
    const text = await readRecording(each.id);
    if (text !== null) put(at.recording(feed), text);
  }
  const sessions = await readSessions(id);
  put(at.sessions, JSON.stringify(sessions));
  for (const [session, entry] of sessions.entries()) {
    const log = await readLog(entry.id);
    if (log !== null) put(at.events(session), log);
  }
}
