import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createSecureContext } from 'node:tls';
import { pushKept } from '@/core/event/kept';
import { english } from '@/core/words/phrase';
import { dataProblem } from '@/server/embedded/data-version';
import { disk, diskProblem } from '@/server/embedded/disk';
import { doorsIn } from '@/server/embedded/doors';
import { lockFolder } from '@/server/embedded/lock';
import type { PlatformAddresses } from './feed/connecting';
import { everywhere, onlyPublic } from './feed/outward';
import { greeting } from './greeting';
import { gavirnServer } from './http/server';
import { closeOnEnd, listen } from './listen';
import { DAY_MS, LIMITS, type Limits } from './live/allowance';
import { figuresOf, type Figures } from './live/figures';
import { newLog } from './log';
import { Metrics } from './metrics';
import { readOptions, WrongOption, type Options } from './options';
import { watchedFolder, whyNotUsable } from './usable';

const MOST_FAULTS = 20;
const FAULTS_WITHIN_MS = 60_000;

function end(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}

/** What it was started with, or the process ends with a sentence. */
function optionsOrEnd(): Options {
  try {
    return readOptions(process.argv.slice(2), process.env);
  } catch (error) {
    if (error instanceof WrongOption) end(error.message);
    throw error;
  }
}

const MB = 1e6;
const limitsOf = (options: Options): Limits => ({
  shows: options['most-shows'] ?? LIMITS.shows,
  showBytes: (options['show-files'] ?? LIMITS.showBytes / MB) * MB,
  allBytes: (options['all-files'] ?? LIMITS.allBytes / MB) * MB,
  sessionBytes: (options['show-sessions'] ?? LIMITS.sessionBytes / MB) * MB,
  sleepMs: (options['sleep-days'] ?? (options.demo ? 1 : LIMITS.sleepMs / DAY_MS)) * DAY_MS,
});

/** Where the platforms are; those of the demo are the stand-ins. */
function platformsOf({ standins, brindle, oxbow, tarn }: Options): PlatformAddresses {
  if (standins === undefined) return { brindle: brindle ?? null, oxbow: oxbow ?? null, tarn: tarn ?? null };
  const at = (name: string): string => `${standins}/standins/${name}`;
  return { brindle: brindle ?? at('brindle'), oxbow: oxbow ?? at('oxbow'), tarn: tarn ?? at('tarn') };
}

let figures: () => Figures | null = () => null;

async function main(): Promise<void> {
  const options = optionsOrEnd();
  const log = newLog(options.log ?? 'info');
  const data = resolve(options.data ?? '.gavirn');
  const unusable = whyNotUsable(data);
  if (unusable !== null) end(`The data folder ${data} cannot be used: ${unusable}. Choose another one with --data.`);
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
  const wrongData = dataProblem(data);
  if (wrongData !== null) end(wrongData);
  const port = options.port ?? 4600;
  const address = options.address ?? '0.0.0.0';
  const tls = tlsOf(options);
  const metrics: Metrics = new Metrics(() => figures());
  const doors = doorsIn(data, metrics.watched(disk));
  const { server, host, close } = gavirnServer({
    doors,
    built: join(process.cwd(), 'dist'),
    addresses: platformsOf(options),
    outward: options.private ? everywhere : onlyPublic(),
    self: options.public ?? `${tls ? 'https' : 'http'}://127.0.0.1:${port}`,
    standins: options.standins ?? null,
    demo: options.demo ? join(process.cwd(), 'demo') : null,
    log,
    ...(tls ? { tls } : {}),
    notReady: watchedFolder(data),
    counted: metrics.counted,
    limits: limitsOf(options),
    ...(options['new-shows'] === undefined ? {} : { newShows: options['new-shows'] }),
    proxies: options['trust-proxy'] ?? 0,
  });
  figures = () => figuresOf(host, doors.bus);
  if (options['metrics-port'] !== undefined)
    listen(
      metrics.server(),
      { port: options['metrics-port'], host: options['metrics-address'] ?? '127.0.0.1', of: 'metrics-' },
      () => undefined,
    );
  closeOnEnd(async () => {
    await close();
    await locked.release();
  });
  listen(server, { port, host: address }, () => {
    log.info({ port }, 'The server listens.');
    // Started by another program, which says what there is to say.
    if (process.send) process.send('ready');
    else
      void greeting({ port, address, secure: tls !== null, public: options.public }, process.stdout.isTTY).then(
        (words) => process.stdout.write(words),
      );
  });
}

/** Its certificate and key, as they are in the files. */
function tlsOf(options: Options): { cert: Buffer; key: Buffer } | null {
  const [cert, key] = [options['tls-cert'], options['tls-key']];
  if (cert === undefined || key === undefined) return null;
  try {
    const tls = { cert: readFileSync(cert), key: readFileSync(key) };
    createSecureContext(tls);
    return tls;
  } catch (error) {
    // Not to be read, no PEM, or two that do not belong together.
    return end(
      `The certificate ${cert} and the key ${key} cannot be used: ${english(diskProblem(error) ?? (error instanceof Error ? error.message : String(error)))}.`,
    );
  }
}

main().catch((error: unknown) =>
  end(
    `The server cannot start: ${english(diskProblem(error) ?? (error instanceof Error ? error.message : String(error)))}.`,
  ),
);
