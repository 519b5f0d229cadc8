import { starterShow } from './starter';
import { followNames } from './one-name';
import type { Show } from './show';

const changed = (change: (show: Show) => void): [string[], string[]] => {
  const before = starterShow('s');
  const show = structuredClone(before);
  change(show);
  followNames(before, show);
  return [show.goals.map(({ name }) => name), show.pieces.map(({ name }) => name)];
};
const PIECES = ['Spotlight', 'Leaderboard'];

test('a piece and what it shows have one name from the start, and keep it whichever is changed', () => {
  expect(changed(() => undefined)).toEqual([['Gift goal'], ['Gift goal', ...PIECES]]);
  expect(
    changed(({ goals }) => {
      if (goals[0]) goals[0].name = 'Open the kiln';
    }),
  ).toEqual([['Open the kiln'], ['Open the kiln', ...PIECES]]);
  expect(
    changed(({ pieces }) => {
      if (pieces[0]) pieces[0].name = 'New wheel';
    }),
  ).toEqual([['New wheel'], ['New wheel', ...PIECES]]);
});

test('a name that another piece has is not given twice; a piece with a name of its own keeps it', () => {
  expect(
    changed(({ goals }) => {
      if (goals[0]) goals[0].name = 'Spotlight';
    })[1],
  ).toEqual(['Spotlight 2', ...PIECES]);
  const before = starterShow('s');
  if (before.pieces[0]) before.pieces[0].name = 'Up here';
  const show = structuredClone(before);
  if (show.goals[0]) show.goals[0].name = 'Open the kiln';
  followNames(before, show);
  expect(show.pieces[0]?.name).toBe('Up here');
});

test('a piece that shows another thing now leaves both names as they are', () => {
  expect(
    changed((show) => {
      show.goals.push({ ...show.goals[0], id: 'second', name: 'Second' } as Show['goals'][number]);
      const [piece] = show.pieces;
      if (piece?.kind === 'goal') Object.assign(piece, { goal: 'second', name: 'Other' });
    }),
  ).toEqual([
    ['Gift goal', 'Second'],
    ['Other', ...PIECES],
  ]);
});
