import { existsSync } from 'node:fs';
import type { ServerResponse } from 'node:http';
import express from 'express';
import staticGzip from 'express-static-gzip';

interface FileOptions {
  immutable?: boolean;
  maxAge?: string;
  setHeaders?: (res: ServerResponse) => void;
}

/** Built files, in the form that they were compressed to as they were built where the browser takes it. */
export function compressed(folder: string, options: FileOptions): express.RequestHandler {
  // The package looks through the folder as it begins: while the app is developed there is none.
  if (!existsSync(folder)) return express.static(folder, { ...options, index: false });
  const serveStatic = { ...options, index: false as const };
  return staticGzip(folder, { enableBrotli: true, orderPreference: ['br'], index: false, serveStatic });
}
