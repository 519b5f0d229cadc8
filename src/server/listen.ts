import type { Server } from 'node:http';

/** Starts listening; when that fails, says why in a sentence on standard error and exits 1. */
export function listen(server: Server, port: number, host: string, then: () => void): void {
  server.on('error', (error: NodeJS.ErrnoException) => {
    const sentence =
      error.code === 'EADDRINUSE'
        ? `Port ${port} is taken by another program. Choose another one: ./gavirn demo --port ${port + 100}`
        : error.code === 'EACCES'
          ? `Port ${port} is not open to this account. Choose one above 1023.`
          : `The server cannot start: ${error.message}.`;
    process.stderr.write(`${sentence}\n`);
    process.exit(1);
  });
  server.listen(port, host, then);
}

/** Calls `close` once when the process is asked to end, or when the process that started it has gone. */
export function closeOnEnd(close: () => Promise<void>): void {
  let closing = false;
  const end = (): void => {
    if (closing) return;
    closing = true;
    // A page's open stream must not keep us here.
    setTimeout(() => process.exit(0), 3000);
    void close().finally(() => process.exit(0));
  };
  process.on('SIGINT', end);
  process.on('SIGTERM', end);
  if (process.channel) process.on('disconnect', end);
}
