import { connect, createServer, type AddressInfo, type Server, type Socket } from 'node:net';

/** Only what runs on this machine is shown late: the stand-in asks nobody else for anything. */
const HERE = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** A part of a page on its way to a viewer. */
interface Part {
  due: number;
  bytes: Buffer;
}

/**
 * What viewers see is so many ms behind what the compositor shows: everything that a page's server sends comes to them so much later, and with it
 * the page's own clock, which it sets by what it is sent.
 */
export class Behind {
  private readonly servers = new Map<string, Promise<string>>();
  private readonly open = new Set<Server>();

  constructor(readonly ms: number) {}

  /** The address at which an address is that much behind; the same where it is not on this machine, or nothing is set. */
  async at(url: string): Promise<string> {
    const { hostname, port, protocol, pathname, search, hash } = new URL(url);
    if (this.ms === 0 || protocol !== 'http:' || !HERE.has(hostname)) return url;
    const to = Number(port === '' ? 80 : port);
    const key = `${hostname}:${to}`;
    let late = this.servers.get(key);
    if (!late) {
      late = this.listen(hostname, to);
      this.servers.set(key, late);
    }
    return `${await late}${pathname}${search}${hash}`;
  }

  private listen(hostname: string, to: number): Promise<string> {
    const server = createServer((viewer) => this.pass(viewer, connect(to, hostname.replace(/[[\]]/g, ''))));
    this.open.add(server);
    return new Promise((resolve, reject) => {
      server.on('error', reject);
      server.listen(0, '127.0.0.1', () => resolve(`http://127.0.0.1:${(server.address() as AddressInfo).port}`));
    });
  }

  private pass(viewer: Socket, page: Socket): void {
    const parts: Part[] = [];
    let timer: NodeJS.Timeout | null = null;
    const send = (): void => {
      timer = null;
      const now = performance.now();
      for (let part = parts[0]; part && part.due <= now; part = parts[0]) {
        viewer.write(part.bytes);
        parts.shift();
      }
      if (parts[0]) timer = setTimeout(send, Math.max(1, parts[0].due - now));
      else if (page.readableEnded) viewer.end();
    };
    page.on('data', (bytes: Buffer) => {
      parts.push({ due: performance.now() + this.ms, bytes });
      timer ??= setTimeout(send, this.ms);
    });
    page.on('end', () => (timer ??= setTimeout(send, this.ms)));
    viewer.pipe(page);
    // Whichever breaks first, the other has nobody left.
    viewer.on('error', () => page.destroy());
    page.on('error', () => viewer.destroy());
    viewer.on('close', () => {
      if (timer) clearTimeout(timer);
      page.destroy();
    });
  }

  close(): void {
    for (const server of this.open) server.close();
  }
}
