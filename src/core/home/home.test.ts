import { applyUpdate, Doc, encodeStateAsUpdate } from 'yjs';
import fc from 'fast-check';
import { starterShow } from '@/core/show/starter';
import { showSchema, type Show } from '@/core/show/show';
import { KIT } from '@/core/engine/features';
import { applyChanges, changesBetween, inverse } from './changes';
import { writeAt } from './client-id';
import { readHome, writeChanges, writeNewHome } from './home-doc';
import { HOME_PARTS, LISTS_BY_KEY } from './lists';
import { byRank, ranksFor } from './ranks';
import { demoShow } from './home.setup';

const read = (doc: Doc): Show => {
  const found = readHome(doc, 'home');
  if (!found.ok) throw new Error(JSON.stringify(found.reason));
  return found.show;
};
const edited = (show: Show, recipe: (draft: Show) => void): Show => {
  const next = JSON.parse(JSON.stringify(show)) as Show;
  recipe(next);
  return next;
};
const write = (doc: Doc, recipe: (draft: Show) => void): void => {
  const before = read(doc);
  const after = edited(before, recipe);
  writeChanges(doc, changesBetween(before, after), after);
};
const exchange = (...docs: Doc[]): void => {
  for (const to of docs) for (const from of docs) if (from !== to) applyUpdate(to, encodeStateAsUpdate(from));
};
/** Two devices with the same home. */
const pair = (show: Show): [Doc, Doc] => {
  const [one, other] = [new Doc(), new Doc()];
  writeNewHome(one, show, 'first');
  exchange(one, other);
  return [one, other];
};

describe('a home as a document', () => {
  test.each([
    ['the demo show', demoShow('kiln-hours')],
    ['the other demo show', demoShow('salvage-sunday')],
    ['a starter', starterShow('home')],
  ])('%s comes out as it went in', (_name, show) => {
    const doc = new Doc();
    writeNewHome(doc, show, 'first');
    expect(read(doc)).toEqual({ looks: [], ...show, id: 'home', setup: 'first' });
  });

  test('every list of things with an id is one of things with keys', () => {
    const shape = (showSchema as unknown as { shape: Record<string, unknown> }).shape;
    const lists = Object.entries(shape).filter(([, schema]) => elementHasId(schema));
    expect(lists.map(([name]) => name).filter((name) => !(name in LISTS_BY_KEY))).toEqual([]);
    expect([...KIT.lists.keys()].filter((name) => !(name in LISTS_BY_KEY))).toEqual([]);
    expect(HOME_PARTS.filter((part) => !(part in shape))).toEqual([]);
  });
});

/** Whether a schema is one of lists whose entries have an `id`, however it is wrapped. */
function elementHasId(schema: unknown): boolean {
  let inner = schema as {
    def: { type: string; innerType?: never; element?: { shape?: object; options?: { shape?: object }[] } };
  };
  while (inner.def.innerType) inner = inner.def.innerType;
  const element = inner.def.type === 'array' ? inner.def.element : undefined;
  return 'id' in (element?.shape ?? element?.options?.[0]?.shape ?? {});
}

describe('what an edit comes to', () => {
  const show = demoShow('kiln-hours');

  test('is its own inverse’s inverse, and does the same to a show', () => {
    const after = edited(show, (draft) => {
      draft.name = 'Other';
      draft.pieces.reverse();
      draft.cues.splice(1, 1);
      draft.goals[0]!.target += 1;
      draft.feeds = [];
    });
    const changes = changesBetween(show, after);
    expect(applyChanges(show, changes)).toEqual(after);
    expect(applyChanges(after, inverse(changes))).toEqual(show);
  });

  test('is named by keys: what another has put before it does not disturb it', () => {
    const moved = edited(show, (draft) => {
      draft.pieces[2]!.place.x += 5;
    });
    const changes = changesBetween(show, moved);
    expect(changes).toEqual([
      {
        at: ['pieces', show.pieces[2]!.id, 'place', 'x'],
        from: show.pieces[2]!.place.x,
        to: show.pieces[2]!.place.x + 5,
      },
    ]);
    const theirs = edited(moved, (draft) => {
      draft.pieces.splice(0, 2);
    });
    expect(applyChanges(theirs, inverse(changes))?.pieces[0]?.place.x).toBe(show.pieces[2]!.place.x);
  });

  test('taken back leaves alone what somebody else has changed since', () => {
    const changes = changesBetween(
      show,
      edited(show, (draft) => {
        draft.name = 'Mine';
      }),
    );
    expect(applyChanges({ ...show, name: 'Theirs' }, inverse(changes))).toBeNull();
  });
});

describe('two devices', () => {
  const show = demoShow('kiln-hours');

  test('that change different things of one piece both keep theirs', () => {
    const [one, other] = pair(show);
    write(one, (draft) => {
      draft.pieces[0]!.place.x = 11;
    });
    write(other, (draft) => {
      draft.pieces[0]!.name = 'Theirs';
      draft.cues.push({ ...draft.cues[0]!, id: 'new' });
    });
    exchange(one, other);
    expect(read(one)).toEqual(read(other));
    expect(read(one).pieces[0]).toMatchObject({ name: 'Theirs', place: { x: 11 } });
    expect(read(one).cues.at(-1)?.id).toBe('new');
  });

  test.each([
    [10, 20, 'other'],
    [20, 10, 'one'],
  ])('that set one field without seeing each other: the later one wins (%i and %i min)', (first, second, wins) => {
    for (let times = 0; times < 5; times += 1) {
      const [one, other] = pair(show);
      const at = Date.UTC(2026, 10, 28);
      writeAt(one, at + first * 60_000, Math.random);
      write(one, (draft) => {
        draft.name = 'one';
      });
      writeAt(other, at + second * 60_000, Math.random);
      write(other, (draft) => {
        draft.name = 'other';
      });
      exchange(one, other);
      expect([read(one).name, read(other).name]).toEqual([wins, wins]);
    }
  });

  test('of which one takes out what the other changes: it is gone, and nothing is left of it', () => {
    const [one, other] = pair(show);
    const id = show.pieces[0]!.id;
    write(one, (draft) => {
      draft.pieces.shift();
    });
    write(other, (draft) => {
      draft.pieces[0]!.place.x = 3;
      draft.pieces.reverse();
    });
    exchange(one, other);
    expect(read(one)).toEqual(read(other));
    expect(read(one).pieces.map((piece) => piece.id)).not.toContain(id);
    expect(read(one).pieces[0]?.id).toBe(show.pieces.at(-1)?.id);
  });

  test('of which one says what an outlet shows, and the other names it', () => {
    const [one, other] = pair(show);
    const pieces = show.pieces.slice(0, 3).map(({ id }) => id);
    write(one, (draft) => {
      draft.outlets[0]!.shows = { kind: 'pieces', pieces, size: { width: 500, height: 600 } };
    });
    write(other, (draft) => {
      draft.outlets[0]!.name = 'Side';
    });
    exchange(one, other);
    write(one, (draft) => {
      draft.outlets[0]!.shows = { kind: 'wall', pieces: pieces.slice(1), ground: 'night' };
    });
    exchange(one, other);
    expect(read(other).outlets[0]).toMatchObject({ name: 'Side', shows: { kind: 'wall', pieces: pieces.slice(1) } });
  });

  test('that add at one place both have theirs', () => {
    const [one, other] = pair(show);
    for (const [doc, id] of [
      [one, 'a'],
      [other, 'b'],
    ] as const)
      write(doc, (draft) => {
        draft.pieces.splice(1, 0, { ...draft.pieces[0]!, id });
      });
    exchange(one, other);
    expect(
      read(one)
        .pieces.slice(0, 4)
        .map((piece) => piece.id),
    ).toEqual([show.pieces[0]!.id, 'a', 'b', show.pieces[1]!.id]);
    // And between them, where two may have one rank, there is room.
    write(other, (draft) => {
      draft.pieces.splice(2, 0, { ...draft.pieces[0]!, id: 'c' });
    });
    exchange(one, other);
    expect(
      read(one)
        .pieces.slice(1, 4)
        .map((piece) => piece.id),
    ).toEqual(['a', 'c', 'b']);
  });
});

test('ranks: any order out of any other, and one that moves changes one', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.string({ minLength: 1, maxLength: 3 }), { maxLength: 30 }),
      fc.infiniteStream(fc.nat()),
      (keys, picks) => {
        const known = ranksFor(keys, new Map());
        const order = [...keys];
        const [from, to] = [...picks.take(2)].map((n) => (order.length ? n % order.length : 0));
        const [moved] = order.splice(from ?? 0, 1);
        if (moved !== undefined) order.splice(to ?? 0, 0, moved);
        const given = ranksFor(order, known);
        expect(given.size).toBeLessThanOrEqual(1);
        const now = new Map([...known, ...given]);
        expect([...now].sort(byRank).map(([key]) => key)).toEqual(order);
      },
    ),
  );
});
