import { readActivity } from './activity';

const origin = { feed: 'a', seenAt: 4000 };
const context = 'https://www.w3.org/ns/activitystreams';
const read = (json: unknown) => {
  const reading = readActivity(json, origin, 'own');
  return reading.kind === 'heard' ? reading.heard.event : reading;
};

// W3C Activity Vocabulary: the examples of Follow (17), Like (28), Announce (24) and Create (15); from memory.
test('Follow', () => {
  expect(
    read({
      '@context': context,
      summary: 'Sally followed John',
      type: 'Follow',
      actor: { type: 'Person', name: 'Sally' },
      object: { type: 'Person', name: 'John' },
    }),
  ).toEqual({
    id: 'own',
    feed: 'a',
    at: 4000,
    seenAt: 4000,
    kind: 'follow',
    viewer: { id: 'Sally', handle: 'Sally', name: 'Sally', roles: [] },
  });
});
test('Like', () => {
  expect(
    read({
      '@context': context,
      summary: 'Sally liked the note',
      type: 'Like',
      actor: { type: 'Person', name: 'Sally' },
      object: 'http://example.org/notes/1',
    }),
  ).toMatchObject({ kind: 'like', count: 1, viewer: { name: 'Sally' } });
});
test('Announce', () => {
  expect(
    read({
      '@context': context,
      summary: 'Sally announced that she had arrived at work',
      type: 'Announce',
      actor: { type: 'Person', id: 'http://sally.example.org', name: 'Sally' },
      object: { type: 'Arrive', actor: 'http://sally.example.org', location: { type: 'Place', name: 'Work' } },
    }),
  ).toMatchObject({ kind: 'share', viewer: { id: 'http://sally.example.org', name: 'Sally' } });
});
test('Create of a Note', () => {
  expect(
    read({
      '@context': context,
      summary: 'Sally created a note',
      type: 'Create',
      id: 'http://example.org/act/1',
      published: '2015-02-10T15:04:55Z',
      actor: { type: 'Person', name: 'Sally' },
      object: {
        type: 'Note',
        name: 'A Simple Note',
        content: '<p>This is a <b>simple</b> note</p><p>&amp; more &lt;3</p>',
      },
    }),
  ).toMatchObject({
    id: 'http://example.org/act/1',
    kind: 'chat',
    at: Date.parse('2015-02-10T15:04:55Z'),
    text: 'This is a simple note & more <3',
  });
});
test('an actor that is an address gives its handle', () => {
  expect(read({ type: ['Follow'], actor: 'https://social.example/@ines.barro' })).toMatchObject({
    viewer: { id: 'https://social.example/@ines.barro', handle: 'ines.barro', name: 'ines.barro' },
  });
  expect(read({ type: 'Follow', actor: ['https://social.example/users/ines'] })).toMatchObject({
    viewer: { handle: 'ines' },
  });
});
test.each([
  [{ type: 'Delete', actor: 'x' }, /"Delete"/],
  [{ type: 'Follow' }, /"actor"/],
  [{ type: 'Like', actor: '' }, /who did it/],
  [{ type: 'Create', actor: 'x', object: { type: 'Image' } }, /no Note/],
  [[], /content/],
  [null, /content/],
])('%j is refused with a sentence', (json, reason) =>
  expect(read(json)).toEqual({ kind: 'bad', reason: expect.stringMatching(reason) }),
);
