import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readFile, stat } from 'node:fs/promises';
import { createInterface } from 'node:readline';
import canonicalize from 'canonicalize';
import { createParser } from 'eventsource-parser';
import { Replay } from '@/core/file/replay';
import { readShow } from '@/core/show/file';
import { starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';

const USAGE = 'Usage: ./gavirn replay FILE --as brindle|events [--show SHOW.json]';

/**
 * `./gavirn replay`: a recorded file through the engine, its outcome as one JSON object on standard output, all else on standard
 * error. Exit 0, or 1 with one sentence.
 */
export async function replay(args: readonly string[]): Promise<number> {
  const asked = readArguments(args);
  if (!asked.ok) return refuse(asked.reason);
  const show = await loadShow(asked.show);
  if (!show.ok) return refuse(show.reason);
  const readable = await stat(asked.file).catch(() => null);
  if (!readable?.isFile()) return refuse(`There is no file ${asked.file} that could be read.`);
  const run = new Replay(show.show);
  try {
    if (asked.as === 'brindle') await readStream(asked.file, run);
    else await readLines(asked.file, run);
  } catch (error) {
    return refuse(`${asked.file} could not be read to its end: ${error instanceof Error ? error.message : String(error)}.`);
  }
  // RFC 8785 (JSON Canonicalization Scheme): keys sorted, one spelling for every number.
  const summary = run.summary((state) => createHash('sha256').update(canonicalize(state) ?? '').digest('hex'));
  process.stdout.write(`${JSON.stringify(summary)}\n`);
  for (const { reason } of [...run.state.troubles.values()].flatMap(({ bad }) => bad)) process.stderr.write(`bad message: ${reason}\n`);
  return 0;
}

function refuse(sentence: string): number {
  process.stderr.write(`${sentence}\n`);
  return 1;
}

type Asked = { ok: true; file: string; as: 'brindle' | 'events'; show: string | null } | { ok: false; reason: string };

function readArguments(args: readonly string[]): Asked {
  let file: string | null = null;
  let as: string | null = null;
  let show: string | null = null;
  for (let n = 0; n < args.length; n += 1) {
    const arg = args[n] ?? '';
    if (arg === '--as' || arg === '--show') {
      const value = args[(n += 1)];
      if (value === undefined) return { ok: false, reason: `${arg} needs a value. ${USAGE}` };
      if (arg === '--as') as = value;
      else show = value;
    } else if (arg.startsWith('--') || file !== null) {
      return { ok: false, reason: `"${arg}" is not understood. ${USAGE}` };
    } else {
      file = arg;
    }
  }
  if (file === null) return { ok: false, reason: `Which file? ${USAGE}` };
  if (as !== 'brindle' && as !== 'events') return { ok: false, reason: `--as is brindle (a saved event stream) or events (NDJSON). ${USAGE}` };
  return { ok: true, file, as, show };
}

async function loadShow(file: string | null): Promise<{ ok: true; show: Show } | { ok: false; reason: string }> {
  if (file === null) return { ok: true, show: starterShow('replay') };
  const text = await readFile(file, 'utf8').catch(() => null);
  if (text === null) return { ok: false, reason: `There is no show file ${file} that could be read.` };
  return readShow(text);
}

async function readStream(file: string, run: Replay): Promise<void> {
  let id = '';
  const parser = createParser({
    onEvent: (message) => {
      // The last id stays in force for messages without one (WHATWG HTML, section 9.2.6).
      id = message.id ?? id;
      run.brindle({ event: message.event ?? 'message', data: message.data, id });
    },
  });
  for await (const chunk of createReadStream(file, { encoding: 'utf8', highWaterMark: 1 << 18 })) parser.feed(chunk as string);
}

async function readLines(file: string, run: Replay): Promise<void> {
  for await (const line of createInterface({ input: createReadStream(file, 'utf8'), crlfDelay: Infinity })) {
    if (line.trim() !== '') run.eventLine(line);
  }
}
