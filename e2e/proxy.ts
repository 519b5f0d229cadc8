import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from './free-port';
import { until } from './world';

/** Debian's nginx with the site of docs/run/nginx.conf, on ports and with a certificate of its own. */
export interface Proxy {
  /** Where it sends to https, and https itself. */
  plain: string;
  secure: string;
  /** The same without TLS and without being sent on, as in a network of one's own. */
  open: string;
  close: () => void;
}

const answers = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1')
      .once('connect', () => {
        socket.destroy();
        resolve(true);
      })
      .once('error', () => resolve(false));
  });

/** @param server the address of the server that it stands before */
export async function proxyBefore(server: string): Promise<Proxy> {
  const folder = mkdtempSync(join(tmpdir(), 'gavirn-proxy-'));
  const [plain, secure, open] = [await freePort(), await freePort(), await freePort()];
  const [key, cert] = [join(folder, 'key.pem'), join(folder, 'cert.pem')];
  execFileSync(
    'openssl',
    [
      'req',
      '-x509',
      '-newkey',
      'rsa:2048',
      '-nodes',
      '-days',
      '2',
      '-subj',
      '/CN=localhost',
      '-keyout',
      key,
      '-out',
      cert,
    ],
    { stdio: 'ignore' },
  );
  // Everything else stays as whoever follows the page has it.
  const changes: [string, string][] = [
    ['127.0.0.1:4600', new URL(server).host],
    ['listen 80;', `listen 127.0.0.1:${plain};`],
    ['listen 443 ssl;', `listen 127.0.0.1:${secure} ssl;`],
    ['https://$host$request_uri', `https://127.0.0.1:${secure}$request_uri`],
    ['/etc/letsencrypt/live/gavirn.example/fullchain.pem', cert],
    ['/etc/letsencrypt/live/gavirn.example/privkey.pem', key],
  ];
  let site = readFileSync('docs/run/nginx.conf', 'utf8');
  for (const [from, to] of changes) {
    if (!site.includes(from)) throw new Error(`docs/run/nginx.conf has no ${from} any more.`);
    site = site.replaceAll(from, () => to);
  }
  const handing = / {2}client_max_body_size[\s\S]*?\n {2}}\n/.exec(site)?.[0];
  if (!handing) throw new Error('docs/run/nginx.conf hands nothing on any more.');
  site += `server {\n  listen 127.0.0.1:${open};\n${handing}}\n`;
  const temporary = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(
    (name) => `${name}_temp_path ${folder}/${name};`,
  );
  writeFileSync(
    join(folder, 'nginx.conf'),
    `daemon off; pid ${folder}/pid; error_log ${folder}/error.log; events {} http { access_log off; ${temporary.join(' ')}\n${site}\n}`,
  );
  const child: ChildProcess = spawn('/usr/sbin/nginx', ['-p', folder, '-c', join(folder, 'nginx.conf')], {
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  const close = (): void => {
    child.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  };
  try {
    await until(
      async () => child.exitCode === null && (await answers(secure)),
      (up) => up,
    );
  } catch (error) {
    close();
    throw error;
  }
  return {
    plain: `http://127.0.0.1:${plain}`,
    secure: `https://127.0.0.1:${secure}`,
    open: `http://127.0.0.1:${open}`,
    close,
  };
}
