import { createHash } from 'node:crypto';
import pino, { type Logger } from 'pino';

/* What the server writes down of itself, as lines of JSON on standard error: never a key, a secret, a line of chat or a viewer. */

export const LOG_LEVELS = ['silent', 'error', 'warn', 'info', 'debug'] as const;
export type LogLevel = (typeof LOG_LEVELS)[number];
export type Log = Logger;

/** A show as it is named in the log: enough to tell two apart, and of no use to anyone who reads it. */
export const showHash = (id: string): string => createHash('sha256').update(id).digest('hex').slice(0, 12);

/** What may stand in a line beside its message. All else is left out, whatever it is called: a list of what is forbidden is never whole. */
const FIELDS = new Set([
  'show',
  'what',
  'feed',
  'platform',
  'file',
  'count',
  'ms',
  'bytes',
  'port',
  'code',
  'status',
  'off',
  'err',
]);
const MOST_TEXT = 300;

/** A fault without what somebody sent: errors like to quote it. The stack's first lines repeat the message and go with it. */
function bareError(error: unknown): object {
  if (!(error instanceof Error)) return { type: typeof error };
  const { name, message, stack = '' } = error;
  const code = 'code' in error && typeof error.code === 'string' ? { code: error.code } : {};
  const unquoted = message.replace(/(["'`“”«»‘’]).*?(["'`“”«»‘’]|$)/gs, '…').slice(0, MOST_TEXT);
  return {
    type: name,
    ...code,
    message: unquoted,
    stack: stack
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .map((line) => line.trim()),
  };
}

/** @param to where the lines go; standard error where that is not said */
export function newLog(level: LogLevel = 'info', to?: { write: (line: string) => void }): Log {
  const options = {
    level,
    base: undefined,
    formatters: {
      level: (label: string) => ({ level: label }),
      log: (given: object) =>
        Object.fromEntries(
          Object.entries(given)
            .filter(([name]) => FIELDS.has(name))
            .map(([name, value]) => [
              name,
              name === 'err' ? bareError(value) : typeof value === 'string' ? value.slice(0, MOST_TEXT) : value,
            ]),
        ),
    },
    serializers: { err: (error: unknown) => error },
  };
  // Written at once: what is said just before the process ends must not be lost.
  return pino(options, to ?? pino.destination({ fd: 2, sync: true }));
}

/** For tests and commands that say what they have to say by other means. */
export const noLog = (): Log => newLog('silent');
