import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { everywhere, onlyPublic } from './feed/outward';
import { gavirnServer } from './http/server';
import { closeOnEnd, listen } from './listen';

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4600' }, data: { type: 'string', default: '.gavirn' }, standins: { type: 'string' }, self: { type: 'string' }, demo: { type: 'boolean', default: false },
    // Feeds may then be asked for inside the server's own network: for a server of one's own.
    private: { type: 'boolean', default: false },
  },
});
const port = Number(values.port);
const platforms = `${values.standins ?? `http://127.0.0.1:${port + 1}`}/standins`;
const { server, close } = gavirnServer({
  data: values.data,
  built: join(process.cwd(), 'dist'),
  addresses: { brindle: `${platforms}/brindle`, oxbow: `${platforms}/oxbow`, tarn: `${platforms}/tarn` },
  outward: values.private ? everywhere : onlyPublic(),
  self: values.self ?? `http://127.0.0.1:${port}`,
  standins: values.standins ?? null,
  demo: values.demo ? join(process.cwd(), 'demo') : null,
});
closeOnEnd(close);
listen(server, port, '0.0.0.0', () => process.send?.('ready'));
