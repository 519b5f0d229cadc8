import { chromium, type Browser } from 'playwright-core';

/** Debian's Chromium without its own interface: the same engine, at half the work. */
const PROGRAM = '/usr/bin/chromium-headless-shell';
const ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/** A browser without anything of an earlier one. @param more command-line switches besides */
export const launchChromium = (more: readonly string[] = []): Promise<Browser> =>
  chromium.launch({ executablePath: PROGRAM, args: [...ARGS, ...more] });
