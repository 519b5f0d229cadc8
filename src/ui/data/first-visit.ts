import { readEventLine, writeEventLine } from '@/core/file/events';
import { readShow } from '@/core/show/file';
import type { Show } from '@/core/show/show';
import { ask } from './api';
import { keepBeginning } from './beginning';
import { addStarter, beginHome, readIndex } from './library';
import type { LibraryIndex } from './library-schema';
import { readFileMedia, takeFiles } from './media-files';
import { keepSession } from './session-store';
import { sumUp } from './sum-up';

const DAY_MS = 86_400_000;

/** What a browser finds that opens Gavirn for the first time: in the demo the demo show and a finished session, otherwise a starter, about which four questions are asked first. */
export async function firstVisit(demo: boolean): Promise<LibraryIndex> {
  if (!demo) {
    const index = await addStarter();
    await keepBeginning(index.current, { at: 'ask', done: [] });
    return index;
  }
  const [show, log] = await Promise.all([
    ask<string>('GET', '/demo/kiln-hours.json', { text: true }),
    ask<string>('GET', '/demo/session.ndjson', { text: true }),
  ]);
  const read = show.ok ? readShow(show.value) : null;
  if (!read?.ok) return addStarter();
  await addSalvage();
  await takeFiles(read.show.media, readFileMedia(JSON.parse(show.ok ? show.value : '{}')));
  const id = await beginHome(read.show);
  if (log.ok) await keepDemoSession(id, read.show, log.value);
  return (await readIndex()) ?? addStarter();
}

/** The other demo show, for a wide frame: another streamer's, in a home of its own. */
async function addSalvage(): Promise<void> {
  const show = await ask<string>('GET', '/demo/salvage-sunday.json', { text: true });
  const read = show.ok ? readShow(show.value) : null;
  if (read?.ok) await beginHome(read.show);
}

/** The recorded session, moved to the last Thursday evening before now, so that it does not look years old. */
async function keepDemoSession(showId: string, show: Show, log: string): Promise<void> {
  const events = log
    .split('\n')
    .filter(Boolean)
    .flatMap((line) => {
      const read = readEventLine(line);
      return read.ok ? [read.event] : [];
    });
  const start = events[0]?.seenAt;
  if (start === undefined) return;
  const now = new Date();
  const thursday = new Date(
    now.getFullYear(),
    now.getMonth(),
    now.getDate() - ((now.getDay() + 3) % 7 || 7),
    19,
    0,
    0,
  ).getTime();
  const shift = Math.min(thursday, now.getTime() - DAY_MS) - start;
  const moved = events
    .map((event) => ({ ...event, at: event.at + shift, seenAt: event.seenAt + shift }))
    .map(writeEventLine)
    .join('');
  const recap = await sumUp(moved, show);
  await keepSession(
    showId,
    { id: 'demo-session', startedAt: recap.from, endedAt: recap.to, lost: 0, bad: 0 },
    recap,
    moved,
  );
}
