/** One message of the IRC client protocol (RFC 1459, section 2.3.1) with its tags (IRCv3 message-tags). */
export interface IrcMessage {
  tags: Readonly<Record<string, string>>;
  prefix: { nick: string; user: string; host: string } | null;
  command: string;
  params: string[];
}

/** The escapes of a tag's value: IRCv3 message-tags, "Escaping values". */
const ESCAPES: Readonly<Record<string, string>> = { ':': ';', s: ' ', '\\': '\\', r: '\r', n: '\n' };
const ESCAPED: Readonly<Record<string, string>> = { ';': '\\:', ' ': '\\s', '\\': '\\\\', '\r': '\\r', '\n': '\\n' };

/** A tag's value as it is meant. A backslash before anything else is dropped, and so is one at the end. */
export const unescapeTag = (value: string): string =>
  value.replace(/\\([\s\S]?)/g, (_, char: string) => ESCAPES[char] ?? char);
export const escapeTag = (value: string): string => value.replace(/[; \\\r\n]/g, (char) => ESCAPED[char] ?? char);

/** Reads one line, without its line ending; null when it is no message. */
export function parseIrc(line: string): IrcMessage | null {
  let rest = line.replace(/[\r\n]+$/, '');
  const tags: Record<string, string> = Object.create(null) as Record<string, string>;
  if (rest.startsWith('@')) {
    const end = rest.indexOf(' ');
    if (end < 0) return null;
    for (const tag of rest.slice(1, end).split(';')) {
      const equals = tag.indexOf('=');
      // The last of several tags with the same key counts; a missing value and an empty one are the same.
      if (tag !== '')
        tags[equals < 0 ? tag : tag.slice(0, equals)] = equals < 0 ? '' : unescapeTag(tag.slice(equals + 1));
    }
    rest = rest.slice(end).replace(/^ +/, '');
  }
  let prefix: IrcMessage['prefix'] = null;
  if (rest.startsWith(':')) {
    const end = rest.indexOf(' ');
    if (end < 0) return null;
    prefix = readPrefix(rest.slice(1, end));
    rest = rest.slice(end).replace(/^ +/, '');
  }
  const trailing = rest.search(/(^| ):/);
  const middle = trailing < 0 ? rest : rest.slice(0, trailing);
  const [command = '', ...params] = middle.split(/ +/).filter((part) => part !== '');
  if (!/^([A-Za-z]+|\d{3})$/.test(command)) return null;
  if (trailing >= 0) params.push(rest.slice(rest.indexOf(':', trailing) + 1));
  return { tags, prefix, command: command.toUpperCase(), params };
}

function readPrefix(text: string): IrcMessage['prefix'] {
  const [, nick = '', user = '', host = ''] = /^([^!@]*)(?:!([^@]*))?(?:@(.*))?$/.exec(text) ?? [];
  return { nick, user, host };
}

/** Writes a message as one line, with its ending. The last parameter is written behind a colon where it must be. */
export function formatIrc({
  tags = {},
  prefix,
  command,
  params = [],
}: {
  tags?: Readonly<Record<string, string>>;
  prefix?: string;
  command: string;
  params?: readonly string[];
}): string {
  const tagged = Object.entries(tags)
    .map(([key, value]) => (value === '' ? key : `${key}=${escapeTag(value)}`))
    .join(';');
  const clean = params.map((param) => param.replace(/[\r\n\0]+/g, ' '));
  const written = clean.map((param, n) =>
    n === clean.length - 1 && (param === '' || param.startsWith(':') || param.includes(' ')) ? `:${param}` : param,
  );
  return `${[...(tagged ? [`@${tagged}`] : []), ...(prefix ? [`:${prefix}`] : []), command, ...written].join(' ')}\r\n`;
}
