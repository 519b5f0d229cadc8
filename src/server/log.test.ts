import { newLog, showHash } from './log';

/* What is written down of the server: enough to find a fault, and nothing that anyone sent. */

const lines: Record<string, unknown>[] = [];
const log = newLog('info', { write: (line) => void lines.push(JSON.parse(line) as Record<string, unknown>) });
beforeEach(() => (lines.length = 0));

test('a line has its level, its time, its message and what may stand beside it', () => {
  log.child({ show: showHash('kiln-hours') }).warn({ what: 'event', count: 3 }, 'Something happened.');
  expect(lines).toEqual([
    {
      level: 'warn',
      time: expect.any(Number) as number,
      show: expect.stringMatching(/^[0-9a-f]{12}$/) as string,
      what: 'event',
      count: 3,
      msg: 'Something happened.',
    },
  ]);
  log.debug('not at this level');
  expect(lines).toHaveLength(1);
});

test('keys, secrets, viewers and what they write are left out, whatever they stand under', () => {
  log.error(
    {
      key: 'desk-key-0123456789',
      secret: 'whsec_x',
      authorization: 'Bearer y',
      viewer: { name: 'Inês' },
      name: 'Inês',
      text: 'hello',
      body: 'hello',
      url: 'https://example.org/?secret',
      nested: { key: 'k' },
    },
    'A fault.',
  );
  expect(Object.keys(lines[0] ?? {}).sort()).toEqual(['level', 'msg', 'time']);
});

test('a fault has its stack, without what it quotes', () => {
  let thrown: unknown;
  try {
    JSON.parse('{"key":"desk-key-0123456789" Inês');
  } catch (error) {
    thrown = error;
  }
  const quoting = Object.assign(new Error('The words “Inês sent {gfit}” cannot be filled in: "viewer" is `Inês`'), {
    code: 'EWORDS',
  });
  log.error({ err: thrown }, 'One.');
  log.error({ err: quoting }, 'Two.');
  log.error({ err: 'a text that was thrown: Inês' }, 'Three.');
  const all = JSON.stringify(lines);
  for (const secret of ['Inês', 'desk-key', 'gfit']) expect(all).not.toContain(secret);
  expect(lines[0]?.err).toMatchObject({
    type: 'SyntaxError',
    stack: expect.arrayContaining([expect.stringContaining('log.test.ts')]) as string[],
  });
  expect(lines[1]?.err).toMatchObject({
    type: 'Error',
    code: 'EWORDS',
    message: 'The words … cannot be filled in: … is …',
  });
});
