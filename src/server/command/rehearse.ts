import { readFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import type { StreamEvent } from '@/core/event/event';
import { readEventLine } from '@/core/file/events';
import { rehearse as run } from '@/core/rehearsal/rehearsal';
import { readShow } from '@/core/show/file';
import { refuse } from './refuse';
import { english } from '@/core/words/phrase';

const USAGE = 'Usage: ./gavirn rehearse --show SHOW.json --log EVENTS.ndjson';

/**
 * `./gavirn rehearse`: an event log (NDJSON of StreamEvents) through a show's cues and queues. Prints each alert as a line of JSON
 * with its wait, what joined it and by how much it was shortened, then one line that sums them up. Exit 0, or 1 with one sentence.
 */
export async function rehearse(args: readonly string[]): Promise<number> {
  let asked: { show?: string; log?: string };
  try {
    asked = parseArgs({ args: [...args], options: { show: { type: 'string' }, log: { type: 'string' } } }).values;
  } catch {
    return refuse(`That is not understood. ${USAGE}`);
  }
  if (asked.show === undefined || asked.log === undefined) return refuse(`A show and a log are needed. ${USAGE}`);
  const text = await readFile(asked.show, 'utf8').catch(() => null);
  if (text === null) return refuse(`There is no show file ${asked.show} that could be read.`);
  const show = readShow(text);
  if (!show.ok) return refuse(english(show.reason));
  const log = await readFile(asked.log, 'utf8').catch(() => null);
  if (log === null) return refuse(`There is no event log ${asked.log} that could be read.`);
  const events: StreamEvent[] = [];
  for (const [n, line] of log.split('\n').entries()) {
    if (line.trim() === '') continue;
    const read = readEventLine(line);
    if (read.ok) events.push(read.event);
    else process.stderr.write(`line ${n + 1}: ${english(read.reason)}\n`);
  }
  const { alerts, ...sum } = run(
    show.show,
    events.sort((a, b) => a.seenAt - b.seenAt),
  );
  process.stdout.write(
    [...alerts, { events: events.length, ...sum }].map((each) => `${JSON.stringify(each)}\n`).join(''),
  );
  return 0;
}
