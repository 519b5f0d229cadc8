import { createServer } from 'node:http';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import express from 'express';
import { files } from '@/server/http/files';
import { closeOnEnd, listen } from '@/server/listen';
import { brindle } from './brindle/routes';
import { weir } from './weir/routes';

/** The stand-ins' own process: platforms and compositor, each below /standins. Handles that exist from the start come from the demo. */
const { values } = parseArgs({ options: { port: { type: 'string', default: '4601' }, handles: { type: 'string', default: 'odavarn.kiln' } } });
const app = express();
app.disable('x-powered-by');
const pages = join(process.cwd(), 'dist', 'standins');
app.use('/standins/brindle', brindle(values.handles.split(',')));
app.use('/standins/weir', weir());
app.use(files());
app.use('/standins/pages', express.static(pages, { index: false, setHeaders: (res) => void res.set('cache-control', 'no-cache') }));
app.get('/standins/brindle', (_req, res) => res.sendFile(join(pages, 'brindle.html')));
app.get('/standins/weir', (_req, res) => res.sendFile(join(pages, 'weir.html')));
app.get('/standins/weir/watch', (_req, res) => res.sendFile(join(pages, 'watch.html')));

const server = createServer(app);
closeOnEnd(() => new Promise((resolve) => {
  server.closeAllConnections();
  server.close(() => resolve());
}));
listen(server, Number(values.port), '0.0.0.0', () => process.send?.('ready'));
