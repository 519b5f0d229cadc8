import { addListed, freshName, LISTS, listed, removeListed, shownBy, usesOf } from '@/core/show/listed';
import { emptyShow, newCue, starterShow } from '@/core/show/starter';
import { nodeMeasure } from '@/server/paint/node-host';
import { judge } from './judge';
import { showSchema, type Show } from '@/core/show/show';
import { PIECE_KINDS, type PieceKindName } from '@/core/piece';
import { addPiece, copyPiece } from './add';

let made = 0;
const ids = () => ({ piece: `p${(made += 1)}`, own: `t${made}` });
const show = (): Show => structuredClone(starterShow('s'));

test.each(LISTS.map((list) => [list.list, list] as const))(
  'a new piece of %s brings its own, as often as one is added, until there are as many as there may be',
  (_name, list) => {
    const draft = show();
    const kind = Object.values(PIECE_KINDS).find(({ controls }) =>
      controls.some((control) => 'from' in control && control.from === list.list),
    )?.kind as PieceKindName;
    const before = listed(draft, list.list).length;
    for (let n = 0; n < 3; n += 1) addPiece(draft, kind, ids(), null);
    const own = listed(draft, list.list).slice(before);
    expect(own.map(({ id }) => usesOf(draft, list, id).pieces.length)).toEqual([1, 1, 1]);
    for (let n = before + 3; n < list.most; n += 1) addListed(draft, list, `x${n}`);
    const things = listed(draft, list.list);
    expect(new Set(things.map(({ name }) => name)).size).toBe(list.most);
    const full = addPiece(draft, kind, ids(), null);
    expect([listed(draft, list.list).length, shownBy(full)?.id]).toEqual([list.most, things[0]?.id]);
  },
);

test('what is made is valid, named as its piece, and changing it changes no other', () => {
  const draft = show();
  const second = addPiece(draft, 'goal', ids(), null);
  expect(second.name).toBe('Goal');
  expect(draft.goals.map(({ name }) => name)).toEqual(['Gift goal', 'Goal']);
  expect(showSchema.safeParse(draft).success).toBe(true);
});

test('a piece may show one that is there; its copy shows the same, or a copy of it', () => {
  const draft = show();
  const shares = addPiece(draft, 'goal', ids(), 'first-goal');
  expect([shownBy(shares)?.id, draft.goals.length]).toEqual(['first-goal', 1]);
  const same = copyPiece(draft, shares, ids(), false);
  const own = copyPiece(draft, shares, ids(), true);
  expect([same, own].map((piece) => piece && shownBy(piece)?.id === 'first-goal')).toEqual([true, false]);
  expect(draft.goals.map(({ name, target }) => [name, target])).toEqual([
    ['Gift goal', 200],
    ['Gift goal 2', 200],
  ]);
});

test('what names a thing: whens, steps and conditions; taken out, it takes its pieces along and leaves the cues', () => {
  const draft = show();
  const add = { kind: 'add', number: 'goal/first-goal', amount: 1, per: 'once' } as const;
  const goals = LISTS.find(({ list }) => list === 'goals');
  if (!goals) throw new Error('There is no list of goals.');
  const plain = newCue('other', { kind: 'follow' }, []);
  draft.cues = [
    newCue('when', { kind: 'goal', goal: 'first-goal' }, []),
    newCue('step', { kind: 'follow' }, [add]),
    { ...plain, id: 'hold', holds: { ...plain.holds, goal: 'first-goal' } },
    plain,
  ];
  expect(usesOf(draft, goals, 'first-goal').cues.map(({ id }) => id)).toEqual(['when', 'step', 'hold']);
  removeListed(draft, goals, 'first-goal');
  expect([draft.goals.length, draft.pieces.some(({ kind }) => kind === 'goal'), draft.cues.length]).toEqual([
    0,
    false,
    4,
  ]);
});

test.each([
  ['Goal', [], 'Goal'],
  ['Goal', ['Goal'], 'Goal 2'],
  ['Goal 2', ['Goal', 'Goal 2', 'Goal 3'], 'Goal 4'],
  ['山田', ['山田'], '山田 2'],
])('a free name for %s beside %j: %s', (name, there, free) => {
  expect(
    freshName(
      name,
      there.map((each) => ({ id: each, name: each })),
    ),
  ).toBe(free);
});

describe.each([
  ['upright', { width: 1080, height: 1920 }],
  ['wide', { width: 1920, height: 1080 }],
] as const)('on a frame that is %s', (_name, frame) => {
  test.each(Object.keys(PIECE_KINDS) as PieceKindName[])(
    'a new %s lands where there is room, and nothing has to be put right that had not to be before',
    (kind) => {
      const draft: Show = { ...emptyShow('s', 'Show'), frame };
      addPiece(draft, 'spotlight', ids(), null);
      addPiece(draft, 'goal', ids(), null);
      const before = judge(draft, '', nodeMeasure).map(({ key }) => key);
      const { id } = addPiece(draft, kind, ids(), null);
      expect(
        judge(draft, '', nodeMeasure)
          .filter(({ key }) => !before.includes(key))
          .map(({ says }) => says),
      ).toEqual([]);
      expect(draft.pieces.filter((piece) => piece.id === id)).toHaveLength(1);
    },
  );

  test('fifty are added, the last ones where they cover least, all of them in the frame', () => {
    const draft: Show = { ...emptyShow('s', 'Show'), frame };
    for (let n = 0; n < 50; n += 1) addPiece(draft, 'counter', ids(), null);
    expect(draft.pieces).toHaveLength(50);
    for (const { place } of draft.pieces)
      expect(
        place.x >= 0 && place.y >= 0 && place.x + place.w <= frame.width && place.y + place.h <= frame.height,
      ).toBe(true);
  });
});

test('a camera lies behind everything, but over a game on a wide frame', () => {
  const kinds = (frame: Show['frame']): string[] => {
    const draft: Show = { ...emptyShow('s', 'Show'), frame };
    for (const kind of ['goal', 'game', 'camera'] as const) addPiece(draft, kind, ids(), null);
    return draft.pieces.map(({ kind }) => kind);
  };
  expect(kinds({ width: 1920, height: 1080 })).toEqual(['game', 'camera', 'goal']);
  expect(kinds({ width: 1080, height: 1920 })).toEqual(['camera', 'game', 'goal']);
});
