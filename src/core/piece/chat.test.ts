import { deserialize, newState, serialize } from '@/core/session/state';
import { fold } from '@/core/session/fold';
import { aChat } from '@/core/event/examples';
import { lineWidth } from '@/core/paint/text';
import type { Show } from '@/core/show/show';
import { emptyShow } from '@/core/show/starter';
import { Stage } from '@/core/stage/stage';
import { nodeMeasure } from '@/server/paint/node-host';
import { chat } from './chat';
import { chatRows } from './chat-rows';
import type { ChatPiece } from './chat-schema';
import { feedMark } from './feed-mark';
import { drawn } from './drawn.setup';

const show = emptyShow('w', 'W');
const tools = { measure: nodeMeasure, seen: 'air' } as const;

describe('the chat column', () => {
  const piece: ChatPiece = {
    ...chat.make('c', show),
    moves: undefined,
    backing: false,
    place: { x: 0, y: 0, w: 400, h: 300 },
  };
  const withChat: Show = { ...show, pieces: [piece] };
  const said = (...lines: [string, string, string[]?][]) => {
    const state = newState(withChat);
    fold(state, { input: 'begin', at: 1000, session: 's' });
    lines.forEach(([by, text, roles = []], n) => {
      const event = aChat({ id: `c${n}`, by, text, feed: 'f', at: 1000, seenAt: 1000 });
      fold(state, {
        input: 'event',
        at: 2000 + n * 1000,
        event: { ...event, viewer: event.viewer && { ...event.viewer, roles: roles as never } },
      });
    });
    return state;
  };
  const texts = (of: Partial<ChatPiece>, lines: Parameters<typeof said>, now = 0): string[] => {
    const own = { ...piece, ...of };
    return drawn(chat.draw(own, chat.live(own, said(...lines)), tools), now).map(({ text }) => text);
  };

  test('helpers’ lines, keywords and certain viewers are left out; roles are told', () => {
    const live = chat.live(
      { ...piece, without: [{ feed: 'f', viewer: 'rude', name: 'rude' }] },
      said(
        ['ines', 'lovely'],
        ['bot', 'I am a helper', ['bot']],
        ['ines', '!points'],
        ['rude', 'no'],
        ['mod', 'welcome', ['moderator']],
      ),
    );
    expect(live.lines.map(({ text, role }) => [text, role])).toEqual([
      ['lovely', ''],
      ['welcome', 'mod'],
    ]);
    expect(
      chat
        .live(
          { ...piece, bots: true, keywords: true, roles: false },
          said(['bot', 'I help', ['bot']], ['ines', '!points']),
        )
        .lines.map(({ text, role }) => [text, role]),
    ).toEqual([
      ['I help', ''],
      ['!points', ''],
    ]);
  });

  test('whole lines only, the newest below; or above', () => {
    const { rows, leading, top } = chatRows(piece);
    const many: [string, string][] = Array.from({ length: 30 }, (_, n) => ['ines', `line number ${n}`]);
    for (const anchor of [undefined, 'above'] as const) {
      const own = { ...piece, wrap: false, anchor };
      const ops = drawn(chat.draw(own, chat.live(own, said(...many)), tools));
      const baselines = [...new Set(ops.map(({ baseline }) => baseline))];
      expect(baselines).toHaveLength(rows);
      expect(Math.max(...baselines)).toBeLessThanOrEqual(top + rows * leading);
      const newest = ops.find(({ text }) => text.includes('29'))?.baseline;
      expect(newest).toBe(anchor === 'above' ? Math.min(...baselines) : Math.max(...baselines));
    }
  });

  test('a long line is cut to its share, first or last, and hides none of those behind it', () => {
    const long = 'one two three four five six seven eight nine ten '.repeat(6);
    const newest = texts({}, [
      ['a', 'first'],
      ['b', 'second'],
      ['c', long],
    ]).join(' ');
    expect(newest).toMatch(/first.*second|second.*first/);
    expect(newest).toMatch(/one two.*…/);
    // The oldest is cut to what is left of the column.
    const oldest = texts({ place: { x: 0, y: 0, w: 400, h: 160 } }, [
      ['a', long],
      ['b', 'short'],
    ]).join(' ');
    expect(oldest).toMatch(/one two.*…/);
    expect(oldest).toContain('short');
    // By itself it has the whole column.
    const { rows } = chatRows(piece);
    expect(texts({}, [['a', long]]).filter((text) => text !== 'a')).toHaveLength(rows);
  });

  test('text from right to left is laid out from the right, beside a name from the left', () => {
    const ops = drawn(chat.draw(piece, chat.live(piece, said(['ines', 'هذا جميل'])), tools));
    const arabic = ops.find(({ text }) => /[\u0600-\u06ff]/.test(text));
    expect(
      (arabic?.x ?? 0) +
        lineWidth(arabic?.text ?? '', arabic?.font ?? { family: 'text', weight: 500, size: 38 }, nodeMeasure),
    ).toBeCloseTo(400 - chatRows(piece).x, 0);
  });

  test('lines leave by the clock', () => {
    const lines: Parameters<typeof said> = [
      ['ines', 'first'],
      ['hana', 'second'],
    ];
    expect(texts({ seconds: 10 }, lines, 3500)).toEqual(expect.arrayContaining(['first', 'second']));
    expect(texts({ seconds: 10 }, lines, 12_500)).not.toContain('first');
    expect(texts({ seconds: 10 }, lines, 13_500)).toEqual([]);
  });

  test('each line comes and goes by itself; one that has come stands still, and none moves as another leaves', () => {
    const lines: Parameters<typeof said> = [
      ['ines', 'first'],
      ['hana', 'second'],
    ];
    const own = { ...piece, moves: true, backing: true, seconds: 10 };
    const live = chat.live(own, said(...lines));
    const stage = new Stage(tools);
    const at = (now: number) =>
      stage
        .at({ frame: show.frame, pieces: [own], live: { c: live } }, now)
        .groups.map(({ key, box, dy, opacity, ops }) => ({ key, y: box.y + dy, opacity, ops }));
    const [backing, first, second] = at(3500);
    expect([backing?.key, first?.key, second?.key].map((key) => key?.split('/').length)).toEqual([1, 2, 2]);
    // The second came at 3 s: half a second later both stand still.
    expect([first?.opacity, second?.opacity]).toEqual([1, 1]);
    const coming = at(3050).at(1);
    expect([coming?.opacity ?? 1, coming?.y ?? 0]).toEqual([expect.any(Number), expect.any(Number)]);
    expect(coming?.opacity).toBeLessThan(1);
    // The older one leaves first, and the newer keeps its place and its bitmap.
    const after = at(12_500);
    expect(after.map(({ key }) => key)).toEqual([backing?.key, first?.key]);
    expect(after[1]?.y).toBe(first?.y);
    expect(after[1]?.ops).toBe(first?.ops);
    expect(at(13_500)).toEqual([]);
  });

  test('which feeds, which roles only or all but, and beginnings that are left out whatever their case', () => {
    const lines: Parameters<typeof said> = [
      ['ines', 'plain'],
      ['mod', 'welcome', ['moderator']],
      ['sub', '/me waves', ['subscriber']],
      ['ines', 'PSST not here'],
    ];
    const shown = (of: Partial<ChatPiece>): string[] =>
      chat.live({ ...piece, ...of }, said(...lines)).lines.map(({ text }) => text);
    expect(shown({ skips: undefined })).toHaveLength(4);
    expect(shown({})).toEqual(['plain', 'welcome', 'PSST not here']);
    expect(shown({ skips: ['/', 'psst'] })).toEqual(['plain', 'welcome']);
    expect(shown({ people: { how: 'only', roles: ['moderator', 'subscriber'] }, skips: undefined })).toEqual([
      'welcome',
      '/me waves',
    ]);
    expect(shown({ people: { how: 'but', roles: ['moderator'] } })).toEqual(['plain', 'PSST not here']);
    expect(shown({ feeds: ['other'] })).toEqual([]);
    expect(shown({ feeds: ['f'] })).toHaveLength(3);
  });

  test('a mark says which feed a line came by: another shape for each of the first six, hollow ones after that', () => {
    const paths = Array.from({ length: 12 }, (_, n) =>
      JSON.stringify(feedMark(n, { x: 0, y: 0, side: 24 }, { fill: '#fff' })),
    );
    expect(new Set(paths).size).toBe(12);
    const feeds = ['e', 'f'].map((id) => ({ id })) as Show['feeds'];
    const state = said(['ines', 'hello']);
    const live = chat.live({ ...piece, marks: true }, { ...state, show: { ...state.show, feeds } } as never);
    expect(live.lines[0]?.mark).toBe(1);
    const ops = chat.draw({ ...piece, marks: true }, live, tools).flatMap((group) => group.ops);
    expect(ops.filter(({ op }) => op === 'path')).toHaveLength(1);
  });

  test('made-up lines are shown for twenty seconds, read back with the rest, and counted nowhere', () => {
    const state = said(['ines', 'hello']);
    const before = JSON.stringify(state.totals);
    fold(state, { input: 'command', at: 10_000, command: { command: 'chatter' } });
    const read = deserialize(JSON.parse(JSON.stringify(serialize(state))) as never);
    for (const each of [state, read]) {
      const [first, ...others] = chat.live(piece, each).lines;
      expect([first?.text, others.length > 3]).toEqual(['hello', true]);
      fold(each, { input: 'tick', at: 29_999 });
      expect(chat.live(piece, each).lines.length).toBeGreaterThan(1);
      fold(each, { input: 'tick', at: 30_000 });
      expect(chat.live(piece, each).lines).toHaveLength(1);
      expect(JSON.stringify(each.totals)).toBe(before);
    }
  });

  test('without a chat piece nothing is kept of what is said', () => {
    const state = newState(show);
    fold(state, { input: 'event', at: 1, event: aChat({ text: 'hello' }) });
    expect(state.chats).toEqual([]);
  });
});
