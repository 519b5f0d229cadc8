import { existsSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { LOG_LEVELS, type LogLevel } from './log';

/* What the server is told as it starts: by an option, or by the environment (GAVIRN_PORT for --port). Each wrong one is a sentence. */

/** Not to be started with: why, in a sentence. */
export class WrongOption extends Error {}

/** Reads a text; throws WrongOption with what was expected, to stand after "--name takes". */
type Form<T> = (text: string) => T;

const number =
  (least: number, most = Infinity): Form<number> =>
  (text) => {
    const read = Number(text);
    if (text.trim() === '' || !Number.isFinite(read) || read < least || read > most)
      throw new WrongOption(
        most === Infinity ? `a number from ${least} on` : `a whole number from ${least} to ${most}`,
      );
    return read;
  };
const port: Form<number> = (text) => {
  const read = number(1, 65_535)(text);
  if (!Number.isInteger(read)) throw new WrongOption('a whole number from 1 to 65535');
  return read;
};
const plain: Form<string> = (text) => {
  if (text.trim() === '') throw new WrongOption('a text that is not empty');
  return text;
};
const file: Form<string> = (text) => {
  if (!existsSync(text)) throw new WrongOption('the path of a file that is there');
  return text;
};
const origin: Form<string> = (text) => {
  const url = URL.canParse(text) ? new URL(text) : null;
  if (!url || !/^https?:$/.test(url.protocol) || url.search !== '' || url.hash !== '')
    throw new WrongOption('an address that begins with http:// or https://');
  return text.replace(/\/+$/, '');
};
const level: Form<LogLevel> = (text) => {
  const read = LOG_LEVELS.find((each) => each === text);
  if (!read) throw new WrongOption(`one of ${LOG_LEVELS.join(', ')}`);
  return read;
};

/** Every option that takes a value; docs/run.md says what each is for. */
const FORMS = {
  port,
  /** Of the network interface that is listened on. */
  address: plain,
  data: plain,
  /** Where the server is reached from outside. */
  public: origin,
  'tls-cert': file,
  'tls-key': file,
  'metrics-port': port,
  'metrics-address': plain,
  log: level,
  /** How many proxies stand before it. */
  'trust-proxy': number(0, 10),
  /** Limits (docs/trust.md): shows in all, new ones an hour from one address, megabytes of files of one show, of all, of one show's sessions, days until a show sleeps. */
  'most-shows': number(1),
  'new-shows': number(1),
  'show-files': number(0),
  'all-files': number(0),
  'show-sessions': number(1),
  'sleep-days': number(0),
  /** Where each platform is. */
  brindle: origin,
  oxbow: origin,
  tarn: origin,
  /** The stand-ins of the demo. */
  standins: origin,
} as const;
/** Feeds may be asked for inside the server's own network; the demo's show is offered. */
const SWITCHES = ['private', 'demo'] as const;

type Name = keyof typeof FORMS;
export type Options = { [N in Name]?: ReturnType<(typeof FORMS)[N]> } & { [S in (typeof SWITCHES)[number]]: boolean };

const envOf = (name: string): string => `GAVIRN_${name.toUpperCase().replaceAll('-', '_')}`;
const YES = /^(1|true|yes)$/i;
const NO = /^(0|false|no|)$/i;

/**
 * Reads what the server was started with: an option counts before the environment.
 * @throws WrongOption with a whole sentence
 */
export function readOptions(args: readonly string[], env: Readonly<Record<string, string | undefined>>): Options {
  const given = parsed(args);
  const read: Record<string, unknown> = {};
  for (const [name, form] of Object.entries(FORMS) as [Name, Form<unknown>][]) {
    const [text, said] =
      given[name] === undefined ? [env[envOf(name)], envOf(name)] : [String(given[name]), `--${name}`];
    if (text === undefined || (text === '' && said.startsWith('GAVIRN'))) continue;
    try {
      read[name] = form(text);
    } catch (error) {
      if (!(error instanceof WrongOption)) throw error;
      throw new WrongOption(`${said} takes ${error.message}; "${text}" is none.`);
    }
  }
  for (const name of SWITCHES) {
    const text = env[envOf(name)] ?? '';
    if (!YES.test(text) && !NO.test(text)) throw new WrongOption(`${envOf(name)} takes 1 or 0; "${text}" is neither.`);
    read[name] = given[name] === true || YES.test(text);
  }
  if ((read['tls-cert'] === undefined) !== (read['tls-key'] === undefined))
    throw new WrongOption('--tls-cert and --tls-key belong together: give both, or neither.');
  return read as unknown as Options;
}

function parsed(args: readonly string[]): Record<string, string | boolean | undefined> {
  const options = {
    ...Object.fromEntries(Object.keys(FORMS).map((name) => [name, { type: 'string' as const }])),
    ...Object.fromEntries(SWITCHES.map((name) => [name, { type: 'boolean' as const }])),
  };
  try {
    return parseArgs({ args: [...args], options }).values;
  } catch (error) {
    // Its own words for an option that there is not, or one that lacks its value.
    throw new WrongOption(error instanceof Error ? (error.message.split('. ')[0] ?? error.message) : String(error));
  }
}
