import { existsSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { pushKept } from '@/core/event/kept';
import { everywhere, onlyPublic } from './feed/outward';
import { gavirnServer } from './http/server';
import { closeOnEnd, listen } from './listen';
import { DAY_MS, LIMITS } from './live/allowance';
import { diskProblem, makeFolder } from '@/server/embedded/disk';
import { doorsIn } from '@/server/embedded/doors';
import { lockFolder } from '@/server/embedded/lock';
import { LOG_LEVELS, newLog, type LogLevel } from './log';
import { english } from '@/core/words/phrase';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4600' },
    data: { type: 'string', default: '.gavirn' },
    standins: { type: 'string' },
    self: { type: 'string' },
    demo: { type: 'boolean', default: false },
    // Feeds may then be asked for inside the server's own network: for a server of one's own.
    private: { type: 'boolean', default: false },
    log: { type: 'string', default: 'info' },
    // Limits (docs/trust.md): shows in all, new ones an hour from one address, megabytes of files of one show, of all, of one show's sessions, days until a show sleeps.
    'most-shows': { type: 'string' },
    'new-shows': { type: 'string' },
    'show-files': { type: 'string' },
    'all-files': { type: 'string' },
    'show-sessions': { type: 'string' },
    'sleep-days': { type: 'string' },
    // How many proxies stand before this server.
    'trust-proxy': { type: 'string' },
  },
});

const MOST_FAULTS = 20;
const FAULTS_WITHIN_MS = 60_000;

function end(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}

/** A number of the command line, or what it is without one. */
function numberOf(name: keyof typeof values, otherwise: number, least = 0): number {
  const given = values[name];
  if (given === undefined) return otherwise;
  const number = Number(given);
  if (typeof given !== 'string' || given.trim() === '' || !Number.isFinite(number) || number < least)
    end(`--${name} takes a number from ${least} on; "${String(given)}" is none.`);
  return number;
}

async function main(): Promise<void> {
  const level = LOG_LEVELS.find((each) => each === values.log);
  if (level === undefined) end(`--log takes ${LOG_LEVELS.join(', ')}; "${values.log}" is none of them.`);
  const log = newLog(level satisfies LogLevel);
  const data = resolve(values.data);
  makeUsable(data);
  const locked = await lockFolder(data, (error) => {
    log.error({ err: error }, 'The data folder was taken by another server.');
    end(`Another Gavirn server has taken the folder ${data}. This one ends, so that nothing is counted twice.`);
  });
  if (!locked.ok) end(english(locked.reason));
  // A fault that nothing has caught is one of ours, in something that one show or one request asked for: the others go on. Too many in a
  // row mean that nothing works any more; what was acknowledged is on the disk.
  const lately: number[] = [];
  const fault = (error: unknown): void => {
    log.error({ err: error }, 'A fault that nothing has caught.');
    pushKept(lately, Date.now(), MOST_FAULTS + 1);
    if (lately.filter((at) => Date.now() - at < FAULTS_WITHIN_MS).length > MOST_FAULTS)
      end('The server ends: too many faults within a minute. What was acknowledged is on the disk.');
  };
  process.on('uncaughtException', fault);
  process.on('unhandledRejection', fault);
  const port = numberOf('port', 4600, 1);
  const platforms = `${values.standins ?? `http://127.0.0.1:${port + 1}`}/standins`;
  const MB = 1e6;
  const { server, close } = gavirnServer({
    doors: doorsIn(data),
    built: join(process.cwd(), 'dist'),
    addresses: { brindle: `${platforms}/brindle`, oxbow: `${platforms}/oxbow`, tarn: `${platforms}/tarn` },
    outward: values.private ? everywhere : onlyPublic(),
    self: values.self ?? `http://127.0.0.1:${port}`,
    standins: values.standins ?? null,
    demo: values.demo ? join(process.cwd(), 'demo') : null,
    log,
    limits: {
      shows: numberOf('most-shows', LIMITS.shows, 1),
      showBytes: numberOf('show-files', LIMITS.showBytes / MB) * MB,
      allBytes: numberOf('all-files', LIMITS.allBytes / MB) * MB,
      sessionBytes: numberOf('show-sessions', LIMITS.sessionBytes / MB, 1) * MB,
      sleepMs: numberOf('sleep-days', values.demo ? 1 : LIMITS.sleepMs / DAY_MS, 0) * DAY_MS,
    },
    ...(values['new-shows'] === undefined ? {} : { newShows: numberOf('new-shows', 0, 1) }),
    proxies: numberOf('trust-proxy', 0),
  });
  closeOnEnd(async () => {
    await close();
    await locked.release();
  });
  listen(server, port, '0.0.0.0', () => {
    log.info({ port }, 'The server listens.');
    process.send?.('ready');
  });
}

/** The folder is there and can be written, or the process ends with a sentence. */
function makeUsable(data: string): void {
  const probe = join(data, `.probe.${process.pid}`);
  try {
    makeFolder(data);
    writeFileSync(probe, '', { mode: 0o600 });
    rmSync(probe);
  } catch (error) {
    // A fault of the disk or its rights: nothing could be kept.
    if (existsSync(probe)) rmSync(probe, { force: true });
    end(
      `The data folder ${data} cannot be used: ${english(diskProblem(error) ?? (error instanceof Error ? error.message : String(error)))}. Choose another one with --data.`,
    );
  }
}

main().catch((error: unknown) =>
  end(
    `The server cannot start: ${english(diskProblem(error) ?? (error instanceof Error ? error.message : String(error)))}.`,
  ),
);
