import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { join } from 'node:path';
import compression from 'compression';
import express from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { createProxyMiddleware } from 'http-proxy-middleware';
import type { Limits } from '@/server/live/allowance';
import { ShowHost, type ShowHostOptions } from '@/server/live/show-host';
import { LogRelay } from '@/server/live/log-relay';
import { Buttons } from '@/server/live/buttons';
import { Homes } from '@/server/live/homes';
import { canSpeak } from '@/server/live/speech';
import type { Outward } from '@/server/feed/outward';
import type { PlatformAddresses } from '@/server/feed/connecting';
import { noLog, type Log } from '@/server/log';
import { problem } from '@/server/problem';
import { compressed } from './compressed';
import { join as joinHome } from './devices';
import { calls } from './buttons';
import { files } from './files';
import { Health } from './health';
import { inbox } from './inbox';
import { outlets } from './outlets';
import { platforms } from './platforms';
import { shows } from './shows';
import { phrase } from '@/core/words/phrase';

export interface ServerOptions {
  /** Where shows and journals are kept, and how requests come to whoever owns a show. */
  doors: Pick<ShowHostOptions, 'shows' | 'bus'>;
  /** Where the build is: app/ and outlet files. */
  built: string;
  addresses: PlatformAddresses;
  /** How addresses that streamers name are asked. */
  outward: Outward;
  /** Where this server is reached from outside, for platforms that call back; no slash at the end. */
  self: string;
  /** Address of the stand-ins, to be reached below /standins too; null where there are none. */
  standins: string | null;
  /** The folder of the demo show, or null. */
  demo: string | null;
  log?: Log;
  /** Certificate and key, in PEM, where this server itself speaks TLS. */
  tls?: { cert: Buffer; key: Buffer };
  /** Why nothing can be kept now, in a sentence; null: it can. */
  notReady?: () => string | null;
  /** Told of each event that is taken in. */
  counted?: ShowHostOptions['counted'];
  limits?: Partial<Limits>;
  /** So many new shows one address may begin in an hour. */
  newShows?: number;
  /** How many proxies stand before this server: the address that they name is then the client's. */
  proxies?: number;
}

const NEW_SHOWS = 30;

/** Gavirn's server: the app, the API, outlets, and the shows that run. */
export function gavirnServer(options: ServerOptions): { server: Server; host: ShowHost; close: () => Promise<void> } {
  const log = options.log ?? noLog();
  const relay = new LogRelay();
  const host = new ShowHost({
    relay,
    ...(options.counted ? { counted: options.counted } : {}),
    ...options.doors,
    addresses: options.addresses,
    self: options.self,
    outward: options.outward,
    log,
    limits: options.limits,
  });
  const app = express();
  const index = join(options.built, 'app', 'index.html');
  const page = existsSync(index) ? readFileSync(index, 'utf8') : null;
  const policies = { app: policy(page ?? '', "'self'"), outlet: policy('', '*') };
  app.disable('x-powered-by');
  app.set('etag', 'weak');
  app.set('trust proxy', options.proxies ?? 0);
  if (options.standins)
    app.use(createProxyMiddleware({ target: options.standins, pathFilter: '/standins', on: { error: standinsAway } }));
  const health = new Health(options.notReady ?? (() => null));
  health.answerOn(app);
  guard(app, policies.app);

  app.use('/api', rateLimit({ windowMs: 10_000, limit: 600, standardHeaders: 'draft-8', legacyHeaders: false }));
  app.get('/api/config', configOf(options));
  const homes = new Homes(host);
  const elsewhere = new Buttons(host);
  app.use('/api/shows', shows({ host, homes, relay, elsewhere }, newcomers(options.newShows ?? NEW_SHOWS)));
  app.post('/api/join', joinHome(homes));
  app.use('/api/platforms', platforms(options.addresses));
  app.use('/api', (_req, res) =>
    problem(res, 404, { title: 'No such address', detail: phrase('Gavirn has nothing here.') }),
  );

  app.use('/in', inbox(host));
  app.use('/b', calls(elsewhere));
  app.use('/o', outlets(host, options.built, policies.outlet));
  app.use(
    '/outlet',
    compressed(join(options.built, 'outlet'), { setHeaders: (res) => void res.setHeader('cache-control', 'no-cache') }),
  );
  app.use(files(options.built));
  if (options.demo) app.use('/demo', express.static(options.demo, { index: false, extensions: ['json'] }));
  serveApp(app, join(options.built, 'app'), page);
  app.use(unreadable(log));

  const server = options.tls ? createSecureServer(options.tls, app) : createServer(app);
  return {
    server,
    host,
    close: async () => {
      health.closing = true;
      // Nobody new is let in; whoever looks is told to come back, and has 700 ms to do so (live/stream.ts).
      server.close();
      homes.close();
      await host.close();
      server.closeAllConnections();
    },
  };
}

/** What every answer has: the headers that keep a page to itself, and compression (streams are never compressed: a change goes out at once). */
function guard(app: express.Express, policy: string): void {
  app.use(
    helmet({
      strictTransportSecurity: false,
      crossOriginOpenerPolicy: false,
      crossOriginResourcePolicy: false,
      originAgentCluster: false,
      contentSecurityPolicy: false,
    }),
  );
  app.use((_req, res, next) => {
    res.set('content-security-policy', policy);
    next();
  });
  app.use(
    compression({
      filter: (req, res) =>
        !req.path.endsWith('/stream') && !req.path.endsWith('/desk') && compression.filter(req, res),
    }),
  );
}

/** What the app must know of this server. */
const configOf =
  ({ demo, standins }: ServerOptions): express.RequestHandler =>
  async (_req, res) =>
    void res.json({
      demo: demo !== null,
      standins: standins !== null,
      speaks: await canSpeak(),
      time: Date.now(),
    });

/** Limits how many shows one address may begin: each has its files, feeds and timers here. */
const newcomers = (limit: number): express.RequestHandler =>
  rateLimit({
    windowMs: 3_600_000,
    limit,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_req, res) =>
      problem(res, 429, {
        title: 'Too many new shows',
        detail: phrase(
          'From one address {limit} new shows an hour are taken. The show stays in this browser and is sent again by itself.',
          { limit },
        ),
      }),
  });

/** A body that cannot be read, or is too large; anything else is a fault of ours, and says no more than that. */
const unreadable =
  (log: Log): express.ErrorRequestHandler =>
  (error: { status?: number; message: string }, req, res, next) => {
    if (res.headersSent) return next(error);
    if (error.status === 413)
      return problem(res, 413, { title: 'Too large', detail: phrase('That is more than a show can hold.') });
    if (error.status !== undefined && error.status < 500)
      return problem(res, error.status, { title: 'Not understood', detail: phrase('What was sent cannot be read.') });
    log.error({ what: req.method, err: error }, 'A request met a fault of Gavirn’s own.');
    problem(res, 500, {
      title: 'A fault in Gavirn',
      detail: phrase('Something went wrong in the server. Your show is as it was.'),
    });
  };

/** Answers for stand-ins that are not there, so that a page says so instead of waiting. */
function standinsAway(_error: Error, _req: unknown, res: unknown): void {
  if (typeof res === 'object' && res !== null && 'writeHead' in res && 'end' in res) {
    const answer = res as import('node:http').ServerResponse;
    if (!answer.headersSent) answer.writeHead(502, { 'content-type': 'text/plain' });
    answer.end('The stand-ins are not running.');
  }
}

/**
 * What a page may load and run (Content Security Policy, Level 3): what this server gives out, and of scripts in the page itself only those
 * that stand in it as built, by their hash.
 * @param ancestors who may frame it
 */
function policy(page: string, ancestors: string): string {
  const inline = [...page.matchAll(/<script>([\s\S]*?)<\/script>/g)].map(
    ([, script = '']) => `'sha256-${createHash('sha256').update(script).digest('base64')}'`,
  );
  const directives: Record<string, string[]> = {
    'default-src': ["'self'"],
    'base-uri': ["'self'"],
    'object-src': ["'none'"],
    'form-action': ["'self'"],
    'script-src': ["'self'", ...inline],
    'style-src': ["'self'", "'unsafe-inline'"],
    'img-src': ["'self'", 'data:', 'blob:'],
    'media-src': ["'self'", 'blob:'],
    'connect-src': ["'self'", 'blob:'],
    'worker-src': ["'self'", 'blob:'],
    'frame-ancestors': [ancestors],
  };
  return Object.entries(directives)
    .map(([name, values]) => `${name} ${values.join(' ')}`)
    .join('; ');
}

/** The exported app: files as they are, and its one page for every address without an ending. */
function serveApp(app: express.Express, folder: string, page: string | null): void {
  app.use('/_expo', compressed(join(folder, '_expo'), { immutable: true, maxAge: '1y' }));
  app.use(compressed(folder, {}));
  app.get('/{*path}', (req, res) => {
    if (/\.[a-z0-9]+$/i.test(req.path) || page === null)
      return problem(res, 404, { title: 'No such address', detail: phrase('Gavirn has nothing here.') });
    res.type('html').set('cache-control', 'no-cache').send(page);
  });
}
