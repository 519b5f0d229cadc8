import { existsSync, readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { join } from 'node:path';
import compression from 'compression';
import express from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { createProxyMiddleware } from 'http-proxy-middleware';
import { House } from '@/server/live/house';
import { canSpeak } from '@/server/live/speech';
import type { Outward } from '@/server/feed/outward';
import type { PlatformAddresses } from '@/server/feed/connect';
import { problem } from '@/server/problem';
import { files } from './files';
import { inbox } from './inbox';
import { outlets } from './outlets';
import { platforms } from './platforms';
import { shows } from './shows';

export interface ServerOptions {
  /** Where shows and journals are kept. */
  data: string;
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
}

/** Gavirn's server: the app, the API, outlets, and the shows that run. */
export function gavirnServer(options: ServerOptions): { server: Server; close: () => Promise<void> } {
  const house = new House(options.data, options.addresses, options.self, options.outward);
  const app = express();
  app.disable('x-powered-by');
  app.set('etag', 'weak');
  if (options.standins) app.use(createProxyMiddleware({ target: options.standins, pathFilter: '/standins', on: { error: standinsAway } }));
  app.use(headers());
  app.use(compression({ filter: (req, res) => !req.path.endsWith('/stream') && !req.path.endsWith('/desk') && compression.filter(req, res) }));

  app.use('/api', rateLimit({ windowMs: 10_000, limit: 600, standardHeaders: 'draft-8', legacyHeaders: false }));
  app.get('/api/config', async (_req, res) => void res.json({ demo: options.demo !== null, standins: options.standins !== null, speaks: await canSpeak(), time: Date.now() }));
  app.use('/api/shows', shows(house));
  app.use('/api/platforms', platforms(options.addresses));
  app.use('/api', (_req, res) => problem(res, 404, 'No such address', 'Gavirn has nothing here.'));

  app.use('/in', inbox(house));
  // Guessing keys is hopeless (128 bits), but nobody needs to be let try: only wrong addresses count.
  app.use('/o', rateLimit({ windowMs: 60_000, limit: 3000, skipSuccessfulRequests: true, standardHeaders: 'draft-8', legacyHeaders: false }), outlets(house, options.built));
  app.use('/outlet', express.static(join(options.built, 'outlet'), { index: false, setHeaders: (res) => void res.set('cache-control', 'no-cache') }));
  app.use(files());
  if (options.demo) app.use('/demo', express.static(options.demo, { index: false, extensions: ['json'] }));
  serveApp(app, join(options.built, 'app'));
  app.use(unreadable);

  const server = createServer(app);
  return {
    server,
    close: async () => {
      await house.close();
      server.closeAllConnections();
      await new Promise<void>((resolve) => server.close(() => resolve()));
    },
  };
}

/** A body that cannot be read, or is too large; anything else is a fault of ours, and says no more than that. */
const unreadable: express.ErrorRequestHandler = (error: { status?: number; message: string }, _req, res, next) => {
  if (res.headersSent) return next(error);
  if (error.status === 413) return problem(res, 413, 'Too large', 'That is more than a show can hold.');
  if (error.status !== undefined && error.status < 500) return problem(res, error.status, 'Not understood', 'What was sent cannot be read.');
  process.stderr.write(`${error.message}\n`);
  problem(res, 500, 'A fault in Gavirn', 'Something went wrong in the server. Your show is as it was.');
};

/** Answers for stand-ins that are not there, so that a page says so instead of waiting. */
function standinsAway(_error: Error, _req: unknown, res: unknown): void {
  if (typeof res === 'object' && res !== null && 'writeHead' in res && 'end' in res) {
    const answer = res as import('node:http').ServerResponse;
    if (!answer.headersSent) answer.writeHead(502, { 'content-type': 'text/plain' });
    answer.end('The stand-ins are not running.');
  }
}

/** An outlet is made to be framed by a compositor, wherever that is; nothing else is. */
function headers(): express.RequestHandler {
  const directives = (ancestors: string) => ({
    directives: {
      'default-src': ["'self'"], 'script-src': ["'self'", "'unsafe-inline'"], 'style-src': ["'self'", "'unsafe-inline'"],
      'img-src': ["'self'", 'data:', 'blob:'], 'media-src': ["'self'", 'blob:'], 'connect-src': ["'self'", 'blob:'], 'worker-src': ["'self'", 'blob:'], 'frame-ancestors': [ancestors], 'upgrade-insecure-requests': null,
    },
  });
  const common = { strictTransportSecurity: false, crossOriginOpenerPolicy: false, crossOriginResourcePolicy: false, originAgentCluster: false } as const;
  const app = helmet({ ...common, contentSecurityPolicy: directives("'self'") });
  const outlet = helmet({ ...common, contentSecurityPolicy: directives('*'), frameguard: false });
  return (req, res, next) => (req.path.startsWith('/o/') ? outlet : app)(req, res, next);
}

/** The exported app: files as they are, and its one page for every address without an ending. */
function serveApp(app: express.Express, folder: string): void {
  const page = join(folder, 'index.html');
  app.use('/_expo', express.static(join(folder, '_expo'), { immutable: true, maxAge: '1y', index: false }));
  app.use(express.static(folder, { index: false }));
  app.get('/{*path}', (req, res) => {
    if (/\.[a-z0-9]+$/i.test(req.path) || !existsSync(page)) return problem(res, 404, 'No such address', 'Gavirn has nothing here.');
    res.type('html').set('cache-control', 'no-cache').send(readFileSync(page, 'utf8'));
  });
}
