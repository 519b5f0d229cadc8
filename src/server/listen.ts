import type { Server } from 'node:http';

/** Where a server listens, and the options that say so. */
export interface Place {
  port: number;
  host: string;
  /** What stands before "port" and "address" in their names: `--metrics-port`. */
  of?: string;
}

/** Starts listening; when that fails, says why in a sentence on standard error and exits 1. */
export function listen(server: Server, { port, host, of = '' }: Place, then: () => void): void {
  server.on('error', (error: NodeJS.ErrnoException) => {
    const sentence =
      error.code === 'EADDRINUSE'
        ? `Port ${port} is taken by another program. Choose another one: --${of}port ${port < 65_000 ? port + 100 : port - 100}`
        : error.code === 'EACCES'
          ? `Port ${port} is not open to this account. Choose one above 1023.`
          : error.code === 'EADDRNOTAVAIL' || error.code === 'ENOTFOUND'
            ? `This machine has no address ${host}. Choose one that it has with --${of}address, or 0.0.0.0 for all.`
            : `The server cannot start: ${error.message}.`;
    process.stderr.write(`${sentence}\n`);
    process.exit(1);
  });
  server.listen(port, host, then);
}

/** The process is gone after this, whatever still hangs, ms. */
const LONGEST_END_MS = 5000;

/** Calls `close` once when the process is asked to end, or when the process that started it has gone. */
export function closeOnEnd(close: () => Promise<void>): void {
  let closing = false;
  const end = (): void => {
    if (closing) return;
    closing = true;
    // A page's open stream must not keep us here.
    setTimeout(() => process.exit(0), LONGEST_END_MS);
    void close().finally(() => process.exit(0));
  };
  process.on('SIGINT', end);
  process.on('SIGTERM', end);
  if (process.channel) process.on('disconnect', end);
}
