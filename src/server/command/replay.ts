import { linearPatterns } from '@/core/platform/linear-patterns';
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readFile, stat } from 'node:fs/promises';
import { createInterface } from 'node:readline';
import canonicalize from 'canonicalize';
import { z } from 'zod';
import { readEventLine } from '@/core/file/events';
import { brindleStream, cloudEventLine, readRecording } from '@/core/file/recording';
import { Replay, REPLAY_FEED } from '@/core/file/replay';
import type { Reading } from '@/core/intake/received';
import { mapper, mappingSchema, type Mapper } from '@/core/platform/mapping';
import { readOxbowChat, readOxbowHook } from '@/core/platform/oxbow';
import { rejected, readJson } from '@/core/platform/reading';
import { readTarn } from '@/core/platform/tarn';
import { readShow } from '@/core/show/file';
import { plainly, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { refuse } from './refuse';
import { type Sayable, english } from '@/core/words/phrase';

const FORMATS = ['brindle', 'events', 'oxbow', 'tarn', 'cloudevents', 'mapped', 'csv'] as const;
type Format = (typeof FORMATS)[number];
const USAGE = `Usage: ./gavirn replay FILE --as ${FORMATS.join('|')} [--mapping MAPPING.json] [--show SHOW.json]`;
const ORIGIN = { feed: REPLAY_FEED, seenAt: null };

/**
 * `./gavirn replay`: a recorded file through the engine, its outcome as one JSON object on standard output, all else on standard
 * error. Exit 0, or 1 with one sentence.
 */
export async function replay(args: readonly string[]): Promise<number> {
  const asked = readArguments(args);
  if (!asked.ok) return refuse(english(asked.reason));
  const show = await loadShow(asked.show);
  if (!show.ok) return refuse(english(show.reason));
  const mapping = asked.as === 'mapped' ? await loadMapping(asked.mapping) : null;
  if (mapping && !mapping.ok) return refuse(english(mapping.reason));
  const readable = await stat(asked.file).catch(() => null);
  if (!readable?.isFile()) return refuse(`There is no file ${asked.file} that could be read.`);
  const run = new Replay(show.show);
  try {
    await READERS[asked.as](asked.file, run, mapping?.mapper ?? null);
  } catch (error) {
    return refuse(
      `${asked.file} could not be read to its end: ${error instanceof Error ? error.message : String(error)}.`,
    );
  }
  // RFC 8785 (JSON Canonicalization Scheme): keys sorted, one spelling for every number.
  const summary = run.summary((state) =>
    createHash('sha256')
      .update(canonicalize(state) ?? '')
      .digest('hex'),
  );
  process.stdout.write(`${JSON.stringify(summary)}\n`);
  for (const { reason } of [...run.state.problems.values()].flatMap((problem) => problem.bad))
    process.stderr.write(`bad message: ${english(reason)}\n`);
  return 0;
}

type Asked =
  { ok: true; file: string; as: Format; show: string | null; mapping: string | null } | { ok: false; reason: Sayable };

function readArguments(args: readonly string[]): Asked {
  let file: string | null = null;
  const options: Record<string, string | null> = { '--as': null, '--show': null, '--mapping': null };
  for (let n = 0; n < args.length; n += 1) {
    const arg = args[n] ?? '';
    if (Object.hasOwn(options, arg)) {
      const value = args[(n += 1)];
      if (value === undefined) return { ok: false, reason: `${arg} needs a value. ${USAGE}` };
      options[arg] = value;
    } else if (arg.startsWith('--') || file !== null) {
      return { ok: false, reason: `"${arg}" is not understood. ${USAGE}` };
    } else {
      file = arg;
    }
  }
  if (file === null) return { ok: false, reason: `Which file? ${USAGE}` };
  const as = FORMATS.find((format) => format === options['--as']);
  if (!as) return { ok: false, reason: `--as is one of ${FORMATS.join(', ')}. ${USAGE}` };
  return { ok: true, file, as, show: options['--show'] ?? null, mapping: options['--mapping'] ?? null };
}

async function loadShow(file: string | null): Promise<{ ok: true; show: Show } | { ok: false; reason: Sayable }> {
  if (file === null) return { ok: true, show: { ...plainly(starterShow('replay')), followAgain: 'each' } };
  const text = await readFile(file, 'utf8').catch(() => null);
  if (text === null) return { ok: false, reason: `There is no show file ${file} that could be read.` };
  return readShow(text);
}

async function loadMapping(
  file: string | null,
): Promise<{ ok: true; mapper: Mapper } | { ok: false; reason: Sayable }> {
  if (file === null) return { ok: false, reason: `--as mapped needs --mapping. ${USAGE}` };
  const text = await readFile(file, 'utf8').catch(() => null);
  if (text === null) return { ok: false, reason: `There is no mapping file ${file} that could be read.` };
  const json = readJson(text, 1_000_000);
  if (!json.ok) return { ok: false, reason: `${file} is no mapping: its JSON cannot be read.` };
  const mapping = mappingSchema.safeParse(json.json);
  if (!mapping.success)
    return {
      ok: false,
      reason: `${file} is no mapping: ${mapping.error.issues[0]?.path.join(' › ') || 'its content'} cannot be used.`,
    };
  return { ok: true, mapper: mapper(mapping.data, linearPatterns()) };
}

type Read = (file: string, run: Replay, mapper: Mapper | null) => Promise<void>;

const READERS: Record<Format, Read> = {
  brindle: async (file, run) => {
    const parser = brindleStream(ORIGIN, ({ reading, raw }) => run.read(reading, raw));
    for await (const chunk of createReadStream(file, { encoding: 'utf8', highWaterMark: 1 << 18 }))
      parser.feed(chunk as string);
  },
  events: eachLine((line) => {
    // Its counts are differences already, so that only "once" is left to be done.
    const read = readEventLine(line);
    return [read.ok ? { kind: 'heard', heard: { event: read.event } } : rejected(read.reason)];
  }),
  oxbow: eachLine(oxbowLine),
  tarn: (file, run) => {
    let last: { state: string; watching: number | null } | null = null;
    return eachLine((line) => {
      const page = readTarn(line, ORIGIN, last);
      if (!page.ok) return [rejected(page.reason)];
      last = page.room ?? last;
      return page.readings.map(({ reading }) => reading);
    })(file, run, null);
  },
  cloudevents: async (file, run) => {
    const text = await readFile(file, 'utf8');
    if (text.trimStart().startsWith('['))
      for (const { reading, raw } of readRecording(text, 'cloudevents', REPLAY_FEED)) run.read(reading, raw);
    else await eachLine((line) => cloudEventLine(line, ORIGIN))(file, run, null);
  },
  mapped: (file, run, rules) => {
    let at = 0;
    return eachLine((line) => {
      at += 1;
      const json = readJson(line);
      return json.ok ? (rules?.read(json.json, ORIGIN, `line ${at}`) ?? []) : [rejected(json.reason)];
    })(file, run, null);
  },
  csv: async (file, run) => {
    for (const { reading, raw } of readRecording(await readFile(file, 'utf8'), 'csv', REPLAY_FEED))
      run.read(reading, raw);
  },
};

function eachLine(read: (line: string) => Reading[]): Read {
  return async (file, run) => {
    for await (const line of createInterface({ input: createReadStream(file, 'utf8'), crlfDelay: Infinity })) {
      if (line.trim() !== '') for (const reading of read(line)) run.read(reading, line);
    }
  };
}

const oxbowLineSchema = z.union([
  z.object({ irc: z.string() }),
  z.object({ id: z.string(), body: z.union([z.string(), z.looseObject({})]) }),
]);

/** `{"irc":"…raw line…"}` or a webhook `{"id","timestamp","body"}`, the body as text or as the object itself. */
function oxbowLine(line: string): Reading[] {
  const json = readJson(line, 1 << 21);
  const parsed = json.ok ? oxbowLineSchema.safeParse(json.json) : null;
  if (!parsed?.success) return [rejected('The line is neither {"irc":"…"} nor {"id":"…","timestamp":"…","body":…}.')];
  if ('irc' in parsed.data) {
    const reading = readOxbowChat(parsed.data.irc, ORIGIN);
    return reading ? [reading] : [];
  }
  const { id, body } = parsed.data;
  return [readOxbowHook({ id, body: typeof body === 'string' ? body : JSON.stringify(body) }, ORIGIN)];
}
