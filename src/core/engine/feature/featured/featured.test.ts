import { START } from '@/core/event/examples';
import { withoutViewer } from '@/core/people/forget';
import { alternativeOf, liveOf, newPiece } from '@/core/piece';
import { setWords, type FeaturedPiece } from '@/core/piece/featured';
import { fold } from '@/core/session/fold';
import type { Command, Input } from '@/core/session/input';
import { deserialize, newState, serialize, type SessionState } from '@/core/session/state';
import { starterShow } from '@/core/show/starter';

const base = starterShow('s');
const piece = newPiece('featured', 'featured-1', base) as FeaturedPiece;
const show = { ...base, pieces: [...base.pieces, piece] };
const line = { id: 'f/1', feed: 'f', viewer: 'ngozi', name: 'Ngozi', roles: [], text: 'which glaze is that?' };
const tell = (command: Command, s: number): Input => ({ input: 'command', at: START + s * 1000, command });
const after = (...inputs: Input[]): SessionState => {
  const state = newState(show);
  for (const input of inputs) fold(state, input);
  return state;
};
const said = (state: SessionState): string => alternativeOf(piece, liveOf(piece, state), state.now);
/** Half of its size for each letter. */
const measure = (text: string, { size }: { size: number }): number => text.length * size * 0.5;

test('a line stands on the frame for as long as was chosen, and another takes its place', () => {
  const put = tell({ command: 'feature', line, seconds: 10 }, 1);
  expect(said(after(put))).toBe('Featured line: Ngozi: which glaze is that?');
  expect(said(after(put, { input: 'tick', at: START + 11_001 }))).toBe('');
  const other = { ...line, id: 'f/2', name: 'Tove', text: 'celadon please' };
  expect(said(after(put, tell({ command: 'feature', line: other, seconds: 0 }, 2)))).toContain('Tove');
});

test('one without an end stays until it is taken away', () => {
  const put = tell({ command: 'feature', line, seconds: 0 }, 1);
  expect(said(after(put, { input: 'tick', at: START + 3_600_000 }))).toContain('Ngozi');
  expect(said(after(put, tell({ command: 'unfeature' }, 2)))).toBe('');
});

test('lines are kept for later once each, until they are dropped; read back they are there', () => {
  const keep = tell({ command: 'keepLine', line }, 1);
  const state = after(keep, keep, tell({ command: 'keepLine', line: { ...line, id: 'f/2' } }, 2));
  const again = deserialize(JSON.parse(JSON.stringify(serialize(state))) as ReturnType<typeof serialize>);
  expect(again.keptLines.map(({ id }) => id)).toEqual(['f/1', 'f/2']);
  expect(after(keep, tell({ command: 'dropLine', line: 'f/1' }, 2)).keptLines).toEqual([]);
});

test('the words of who is forgotten are gone', () => {
  const who = { feed: 'f', viewer: 'ngozi' };
  expect(withoutViewer(tell({ command: 'feature', line, seconds: 0 }, 1), who)).toBeNull();
  expect(withoutViewer(tell({ command: 'keepLine', line }, 1), who)).toBeNull();
});

test('a long line gets smaller as far as it can be read, and only then is cut', () => {
  const room = { w: 700, h: 180 };
  expect(setWords('short', room, 60, measure)).toMatchObject({ rows: ['short'], font: { size: 60 } });
  const longer = setWords('glaze '.repeat(18).trim(), room, 60, measure);
  expect(longer.font.size).toBeLessThan(60);
  expect(longer.rows.join(' ')).toBe('glaze '.repeat(18).trim());
  const longest = setWords('glaze '.repeat(200).trim(), room, 60, measure);
  expect(longest.font.size).toBe(37);
  expect(longest.rows).toHaveLength(3);
  expect(longest.rows.at(-1)).toMatch(/…$/);
});
