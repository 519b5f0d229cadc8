import { uint8ArrayToString } from 'uint8array-extras';
import { z } from 'zod';
import type { Backup } from '@/core/file/backup';
import { MEDIA_TYPES, mediaSchema, type Media } from '@/core/media/media';
import { readShowDocument } from '@/core/show/file';
import type { Show } from '@/core/show/show';
import { say, saying } from '@/ui/words/say';
import { MEDIA, mediaPart, partName, SETTINGS, SHOWS, showParts } from './backup-parts';
import { beginningSchema, keepBeginning } from './beginning';
import { dropShow } from './drop-show';
import { putBackDocs } from './home-docs';
import { putBackLasting } from './lasting';
import { putBackShow, readIndex, readStoredShow, removeShow, switchTo } from './library';
import { indexSchema, keysSchema } from './library-schema';
import { addMedia, changeMedia } from './media';
import { keepRecording } from './recordings';
import type { SessionEntry } from '@/core/home/session-list';
import { entriesSchema, keepSession, readLog } from './session-store';
import { sumUp } from './sum-up';
import { untouchedStarter } from './untouched';

/* Takes a backup in. What is here already stays as it is: to open one twice, or an old one, overwrites nothing. */

/** A show of a backup. */
interface ShowIn {
  /** Its place in the backup's list, from 0. */
  n: number;
  show: Show;
  sessions: readonly SessionEntry[];
  /** It is in this browser already. */
  here: boolean;
}

/** What is in a backup, as far as it is whole. */
export interface Content {
  shows: readonly ShowIn[];
  media: readonly Media[];
  /** Of the other browser; undefined where they are damaged. */
  settings: unknown;
  /** What is damaged, by name. */
  damaged: readonly string[];
}

/** A part read as JSON of this form; undefined where it is damaged, is of another form, or never was. */
function jsonIn<T>({ parts }: Backup, path: string, form: z.ZodType<T>): T | undefined {
  const text = textIn(parts, path);
  if (text === undefined) return undefined;
  try {
    return form.safeParse(JSON.parse(text)).data;
  } catch {
    // A SyntaxError: a part that is as it was put in, by somebody who put something else in.
    return undefined;
  }
}
function textIn(parts: Backup['parts'], path: string): string | undefined {
  const bytes = parts.get(path);
  return bytes && uint8ArrayToString(bytes);
}

/** No backup has more shows than this. */
const MOST_SHOWS = 1000;
/** Each by itself, so that one of another form does not take the others with it. */
const mediaIn = (backup: Backup): Media[] =>
  (jsonIn(backup, MEDIA, z.array(z.unknown())) ?? []).flatMap((one) => mediaSchema.safeParse(one).data ?? []);

export async function contentOf(backup: Backup): Promise<Content> {
  const known = new Set((await readIndex())?.shows.flatMap(({ id, file }) => [id, file ?? id]));
  const names = (jsonIn(backup, SHOWS, indexSchema)?.shows ?? []).map(({ name }) => name);
  const media = mediaIn(backup);
  const shows: ShowIn[] = [];
  for (let n = 0; n < MOST_SHOWS; n += 1) {
    const at = showParts(n);
    const read = readShowDocument(jsonIn(backup, at.show, z.unknown()));
    if (!read.ok) continue;
    names[n] ??= read.show.name;
    const sessions = jsonIn(backup, at.sessions, entriesSchema) ?? [];
    shows.push({ n, show: read.show, sessions, here: known.has(read.show.id) });
  }
  const files = new Map(media.map(({ id, name }) => [id, name]));
  const damaged = [...new Set(backup.damaged.map((path) => partName(path, names, files)))];
  return { shows, media, settings: jsonIn(backup, SETTINGS, z.unknown()), damaged };
}

/** What has come of it. */
export interface Taken {
  shows: number;
  media: number;
  sessions: number;
  /** A sentence for each thing that could not be taken in. */
  problems: readonly string[];
}

/** Takes in what is not here. */
export async function takeBackup(backup: Backup, { shows, media }: Content): Promise<Taken> {
  const problems: string[] = [];
  const files = await takeMedia(backup, media, problems);
  let sessions = 0;
  const fresh = shows.filter(({ here }) => !here);
  const untouched = fresh.length > 0 ? await untouchedStarter() : null;
  const ids = new Map<string, string>();
  for (const each of fresh) {
    const { id, taken, whole } = await takeShow(backup, each);
    if (id !== null) ids.set(each.show.id, id);
    sessions += taken;
    if (!whole) problems.push(noRoom(each.show));
  }
  if (untouched && ids.size > 0) await dropShow(untouched);
  const open = ids.get(jsonIn(backup, SHOWS, indexSchema)?.current ?? '');
  if (open !== undefined) await switchTo(open);
  return { shows: ids.size, media: files, sessions, problems };
}

const noRoom = ({ name }: Show): string =>
  say('This browser has no room for all of “{show}”. Make room, delete the show here, and open the backup again.', {
    show: name,
  });

async function takeMedia(backup: Backup, media: readonly Media[], problems: string[]): Promise<number> {
  let taken = 0;
  for (const one of media) {
    const { ending } = MEDIA_TYPES[one.type];
    const bytes = backup.parts.get(mediaPart(one.id, ending));
    if (!bytes) continue;
    const added = await addMedia(`${one.name}.${ending}`, bytes).catch(() => null);
    // The browser cannot show what it is said to be.
    if (!added) problems.push(say('“{name}” is broken in the file. Add it in Media.', { name: one.name }));
    else if (!added.ok) problems.push(saying(added.reason));
    else if (!added.known) {
      taken += 1;
      // Its name and its cut, which the bytes do not say.
      await changeMedia(one.id, () => one);
    }
  }
  return taken;
}

interface TakenShow {
  /** Its id here; null: there was no room for it at all. */
  id: string | null;
  /** How many of its sessions came with it. */
  taken: number;
  /** All that is whole in the backup has found room. */
  whole: boolean;
}

async function takeShow(backup: Backup, { n, show, sessions }: ShowIn): Promise<TakenShow> {
  const at = showParts(n);
  const id = await putBackShow(show, jsonIn(backup, at.keys, keysSchema) ?? null);
  await putBackDocs(id, jsonIn(backup, at.home, z.unknown()));
  if (!(await readStoredShow(id))) {
    await removeShow(id);
    return { id: null, taken: 0, whole: false };
  }
  const begun = jsonIn(backup, at.begin, beginningSchema);
  if (begun) await keepBeginning(id, begun);
  let whole = true;
  for (const [feed, { id: feedId }] of show.feeds.entries()) {
    const text = textIn(backup.parts, at.recording(feed));
    if (text !== undefined && !(await keepRecording(feedId, text))) whole = false;
  }
  const carryOver = textIn(backup.parts, at.carryOver);
  if (carryOver !== undefined && !(await putBackLasting(id, carryOver))) whole = false;
  let taken = 0;
  for (const [session, entry] of sessions.entries()) {
    const log = textIn(backup.parts, at.events(session));
    if (log === undefined) continue;
    if (await takeSession(id, entry, show, log)) taken += 1;
    else whole = false;
  }
  return { id, taken, whole };
}

/** False when there is no room for it: to keep it, or to sum it up. */
async function takeSession(id: string, entry: SessionEntry, show: Show, log: string): Promise<boolean> {
  // One that another home has as well is the same: it goes with the last of them.
  const here = await readLog(entry.id);
  const whole = here !== null && here.length > log.length ? here : log;
  const recap = await sumUp(whole, show).catch(() => null);
  return recap !== null && keepSession(id, entry, recap, whole);
}
