import { createServer } from 'node:http';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import express from 'express';
import { files } from '@/server/http/files';
import { closeOnEnd, listen } from '@/server/listen';
import { brindle } from './brindle/routes';
import { oxbow } from './oxbow/routes';
import { tarn } from './tarn/routes';
import { weir } from './weir/routes';

/** The stand-ins' own process: platforms and compositor, each below /standins. Handles that exist from the start come from the demo. */
const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4601' },
    handles: { type: 'string', default: 'odavarn.kiln,bram.ittel' },
  },
});
const app = express();
const server = createServer(app);
app.disable('x-powered-by');
const pages = join(process.cwd(), 'dist', 'standins');
const handles = values.handles.split(',');
app.use('/standins/brindle', brindle(handles));
app.use('/standins/oxbow', oxbow(handles, server));
app.use('/standins/tarn', tarn(handles));
app.use('/standins/weir', weir());
app.use(files(join(process.cwd(), 'dist')));
app.use(
  '/standins/pages',
  express.static(pages, { index: false, setHeaders: (res) => void res.set('cache-control', 'no-cache') }),
);
for (const platform of ['brindle', 'oxbow', 'tarn'])
  app.get(`/standins/${platform}`, (_req, res) => res.sendFile(join(pages, `${platform}.html`)));
app.get('/standins/weir', (_req, res) => res.sendFile(join(pages, 'weir.html')));
app.get('/standins/weir/watch', (_req, res) => res.sendFile(join(pages, 'watch.html')));

closeOnEnd(
  () =>
    new Promise((resolve) => {
      server.closeAllConnections();
      server.close(() => resolve());
    }),
);
// Only this machine: whoever is outside reaches them through Gavirn's server.
listen(server, { port: Number(values.port), host: '127.0.0.1' }, () => process.send?.('ready'));
