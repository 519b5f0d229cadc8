import fc from 'fast-check';
import { escapeTag, formatIrc, parseIrc, unescapeTag } from './irc';

// The table of IRCv3 message-tags, "Escaping values" (from memory), and its rules for what is in no row.
test.each([
  [';', '\\:'],
  [' ', '\\s'],
  ['\\', '\\\\'],
  ['\r', '\\r'],
  ['\n', '\\n'],
])('%j is written %s and read back', (char, escaped) => {
  expect(escapeTag(char)).toBe(escaped);
  expect(unescapeTag(escaped)).toBe(char);
});
test.each([
  ['a\\b', 'ab'],
  ['a\\', 'a'],
  ['\\', ''],
  ['\\\\s', '\\s'],
  ['\\:\\s', '; '],
])('%s is read as %j: a backslash before anything else is dropped', (escaped, value) =>
  expect(unescapeTag(escaped)).toBe(value),
);

// Examples of IRCv3 message-tags (from memory).
test('tags with and without values, client-only and vendored', () => {
  expect(parseIrc('@id=123AB;rose :url!bob@example.com PRIVMSG #chan :hello')).toEqual({
    tags: { id: '123AB', rose: '' },
    prefix: { nick: 'url', user: 'bob', host: 'example.com' },
    command: 'PRIVMSG',
    params: ['#chan', 'hello'],
  });
  expect(parseIrc('@aaa=bbb;ccc;example.com/ddd=eee :nick!ident@host.com PRIVMSG me :Hello')?.tags).toEqual({
    aaa: 'bbb',
    ccc: '',
    'example.com/ddd': 'eee',
  });
  expect(parseIrc('@+icon=https://example.com/favicon.png :url!url@example.com PRIVMSG #chan :x')?.tags['+icon']).toBe(
    'https://example.com/favicon.png',
  );
  expect(parseIrc('@a=1;a=2;b= PING x')?.tags).toEqual({ a: '2', b: '' });
});

// The grammar of RFC 1459, section 2.3.1, and messages of its sections 4.1 and 4.4.1.
test.each([
  [
    ':Angel PRIVMSG Wiz :Hello are you receiving this message ?',
    {
      prefix: { nick: 'Angel', user: '', host: '' },
      command: 'PRIVMSG',
      params: ['Wiz', 'Hello are you receiving this message ?'],
    },
  ],
  [
    'USER guest tolmoon tolsun :Ronnie Reagan',
    { prefix: null, command: 'USER', params: ['guest', 'tolmoon', 'tolsun', 'Ronnie Reagan'] },
  ],
  [':WiZ JOIN #Twilight_zone\r\n', { command: 'JOIN', params: ['#Twilight_zone'] }],
  ['PING :tolsun.oulu.fi', { command: 'PING', params: ['tolsun.oulu.fi'] }],
  [':server 001 me :Welcome', { command: '001', params: ['me', 'Welcome'] }],
  ['privmsg a  b   :c  d', { command: 'PRIVMSG', params: ['a', 'b', 'c  d'] }],
  ['PRIVMSG #c :', { params: ['#c', ''] }],
  ['PRIVMSG #c ::)', { params: ['#c', ':)'] }],
  ['PRIVMSG #c a:b', { params: ['#c', 'a:b'] }],
])('%s', (line, message) => expect(parseIrc(line)).toMatchObject(message));

test.each(['', '@id=1', ':prefix', '   ', '@a=b :p ', '12 x', 'PRIV1 x'])('%j is no message', (line) =>
  expect(parseIrc(line)).toBeNull(),
);

test('what is written is read back, whatever the values', () => {
  const word = fc.stringMatching(/^[^\s:\0\r\n][^\s\0\r\n]*$/);
  const value = fc.string({ maxLength: 40 }).filter((text) => !text.includes('\0'));
  const text = value.map((raw) => raw.replace(/[\r\n]/g, ''));
  fc.assert(
    fc.property(
      fc.dictionary(fc.stringMatching(/^[a-z-]{1,8}$/), value, { maxKeys: 4 }),
      fc.array(word, { maxLength: 3 }),
      text,
      (tags, middle, last) => {
        const line = formatIrc({ tags, prefix: 'a!b@c', command: 'PRIVMSG', params: [...middle, last] });
        expect(line.endsWith('\r\n')).toBe(true);
        expect(line.slice(0, -2)).not.toMatch(/[\r\n]/);
        expect(parseIrc(line)).toEqual({
          tags,
          prefix: { nick: 'a', user: 'b', host: 'c' },
          command: 'PRIVMSG',
          params: [...middle, last],
        });
      },
    ),
  );
});
