import { createHash } from 'node:crypto';
import { mediaSchema } from '@/core/media/media';
import { emptyShow } from '@/core/show/starter';
import type { FoundShow, KeptShow, Shows, Stored } from './shows';

/* What must hold of whatever stands behind the door to shows. `reopened`: as after the process had ended and begun again. */
export interface ShowsUnderTest {
  shows: Shows;
  reopened: () => Shows;
}

const HASH = 'a'.repeat(64);
const stored = (id: string, name = id): Stored => ({
  show: emptyShow(id, name),
  devices: [{ id: 'first', name: 'Phone', right: 'everything', hash: HASH, addedAt: 1, seenAt: 2 }],
  outlets: { [HASH.replaceAll('a', 'b')]: 'main' },
});
const secret = (n: number) => ({ inbox: `inbox-${n}-0123456789abcdef` });
const keptIn = (shows: Shows): KeptShow[] =>
  [...shows.all()].flatMap((found: FoundShow) => ('kept' in found ? [found.kept] : []));
const idsIn = (shows: Shows): string[] =>
  keptIn(shows)
    .map(({ stored: { show } }) => show.id)
    .sort();

export function showsContract(name: string, open: () => ShowsUnderTest): void {
  describe(`shows: ${name}`, () => {
    let door: ShowsUnderTest;
    beforeEach(() => {
      door = open();
    });
    const again = (id: string): KeptShow => {
      const found = keptIn(door.reopened()).find(({ stored: { show } }) => show.id === id);
      if (!found) throw new Error(`${id} is not there.`);
      return found;
    };

    test('what is created is there for whoever comes next: document, keys, secrets, when it was opened', () => {
      door.shows.create(stored('a'), { f: secret(1) }, 5000);
      door.shows.create(stored('b'), {}, 6000);
      expect(idsIn(door.reopened())).toEqual(['a', 'b']);
      const kept = again('a');
      expect(kept.stored).toEqual(stored('a'));
      expect([kept.secrets.of('f'), kept.secrets.of('g'), kept.secrets.feedOf(secret(1).inbox)]).toEqual([
        secret(1),
        { inbox: '' },
        'f',
      ]);
      expect(kept.asleep).toBe(false);
    });

    test('ids are names of nothing else: those that look like paths are shows like others', () => {
      for (const id of ['../up', 'a/b', '.', '..']) door.shows.create(stored(id), {}, 0);
      expect(idsIn(door.reopened())).toEqual(['.', '..', '../up', 'a/b']);
      expect(new Set(['../up', 'a/b', '.', '..'].map((id) => door.shows.nameOf(id))).size).toBe(4);
    });

    test('a document that is kept anew takes the place of the one before; secrets tell which feeds changed', () => {
      const kept = door.shows.create(stored('a', 'Before'), { f: secret(1) }, 0);
      kept.keep(stored('a', 'After'));
      expect(kept.secrets.keep({ f: secret(2), g: secret(3) })).toEqual(['f', 'g']);
      expect(kept.secrets.keep({ f: secret(2), g: secret(3) })).toEqual([]);
      expect([kept.stored.show.name, again('a').stored.show.name]).toEqual(['After', 'After']);
      expect(again('a').secrets.inboxes).toEqual([secret(2).inbox, secret(3).inbox]);
    });

    test('documents of a home are kept beside it, and are there for whoever comes next', () => {
      const kept = door.shows.create(stored('a'), {}, 0);
      expect([kept.docs.read(), kept.docs.revision]).toEqual([null, 0]);
      const docs = { home: new Uint8Array([1, 2, 255]), keys: new Uint8Array([0]) };
      kept.docs.keep(docs);
      expect([kept.docs.read(), kept.docs.revision]).toEqual([docs, 1]);
      expect(again('a').docs.read()).toEqual(docs);
    });

    test('sleep and waking outlast the process', () => {
      const kept = door.shows.create(stored('a'), {}, 0);
      kept.markAsleep();
      expect([kept.asleep, again('a').asleep]).toEqual([true, true]);
      kept.markOpened(1_700_000_000_000);
      expect([kept.asleep, again('a').asleep]).toEqual([false, false]);
      expect(Math.abs(again('a').openedAt - 1_700_000_000_000)).toBeLessThan(1000);
    });

    test('recordings are kept by feed, counted, and go when no feed names them', async () => {
      const kept = door.shows.create(stored('a'), {}, 0);
      await kept.recordings.keep('../f', 'x'.repeat(900));
      expect([await kept.recordings.read('../f'), await kept.recordings.read('g')]).toEqual(['x'.repeat(900), null]);
      expect(kept.bytes).toBe(900);
      kept.tidy();
      expect([await kept.recordings.read('../f'), kept.bytes]).toEqual([null, 0]);
    });

    test('a file is kept only if it is what the show names, by its hash and its content', async () => {
      const kept = door.shows.create(stored('a'), {}, 0);
      const bytes = Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="4" height="4"><path d="M0 0h4v4z"/></svg>',
      );
      const named = (id: string, type: string) =>
        mediaSchema.parse({
          id,
          name: 'x',
          type,
          bytes: bytes.length,
          width: 4,
          height: 4,
          seconds: 0,
          frames: [],
          lufs: null,
        });
      const id = createHash('sha256').update(bytes).digest('hex');
      expect(await kept.media.keep(named('0'.repeat(64), 'image/svg+xml'), bytes)).toMatch(/not the file/);
      expect(await kept.media.keep(named(id, 'image/png'), bytes)).toMatch(/not of the kind/);
      expect([kept.media.list(), kept.media.path(id), kept.media.path('../show.json')]).toEqual([[], null, null]);
      expect(await kept.media.keep(named(id, 'image/svg+xml'), bytes)).toBeNull();
      expect([kept.media.list(), kept.media.path(id) === null, kept.bytes]).toEqual([[id], false, bytes.length]);
      // The document does not name it: it goes when somebody tidies up, as when the door is opened again.
      kept.tidy();
      expect([kept.media.list(), kept.bytes]).toEqual([[], 0]);
    });

    test('of one that is removed nothing is left, and its journals are its own', async () => {
      const kept = door.shows.create(stored('a'), {}, 0);
      const other = door.shows.create(stored('b'), {}, 0);
      await kept.journals.create([{ input: 'tick', at: 1 }]).close();
      expect([kept.journals.numbers(), other.journals.numbers()]).toEqual([[1], []]);
      kept.remove();
      expect(idsIn(door.reopened())).toEqual(['b']);
    });
  });
}
