import { newState } from '@/core/session/state';
import { fold } from '@/core/session/fold';
import { aChat } from '@/core/event/examples';
import { lineWidth } from '@/core/paint/text';
import type { Group, Op } from '@/core/paint/display';
import type { Show } from '@/core/show/show';
import { emptyShow } from '@/core/show/starter';
import { nodeMeasure } from '@/server/paint/node-host';
import { chat, chatRows, type ChatPiece } from './chat';
import { drawPiece, PIECE_KINDS } from './index';
import { camera } from './camera';
import { fitted } from '@/core/paint/fitted';
import { info } from './info';
import { words, type WordsPiece } from './words';

const show = emptyShow('w', 'W');
const tools = { measure: nodeMeasure, seen: 'air' } as const;
type Text = Extract<Op, { op: 'text' }>;
const textsOf = (ops: readonly Op[]): Text[] => ops.filter((op): op is Text => op.op === 'text');
const drawn = (groups: Group[], now = 0): Text[] =>
  groups.flatMap((group) => textsOf(group.clock?.(now).ops ?? group.ops));

describe('words that are too long', () => {
  const long: WordsPiece = {
    ...words.make('w', show),
    words: 'Tonight we open the kiln that has been cooling for three whole days',
    backing: false,
    inset: 0,
    size: 72,
    place: { x: 0, y: 0, w: 500, h: 120 },
  };
  const at = (overlong: WordsPiece['overlong'], more: Partial<WordsPiece> = {}, now = 0): Text[] =>
    drawn(drawPiece({ ...long, overlong, ...more }, { kind: 'text' }, tools), now);
  const widest = (texts: Text[]): number =>
    Math.max(...texts.map(({ text, font }) => lineWidth(text, font, nodeMeasure)));

  test('shrink: all of them, smaller, and no smaller than can be read', () => {
    const texts = at('shrink', { words: 'Tonight we open the kiln' });
    expect(texts.map(({ text }) => text).join(' ')).toBe('Tonight we open the kiln');
    expect(texts[0]?.font.size).toBeLessThan(72);
    expect(texts[0]?.font.size).toBeGreaterThanOrEqual(37);
    expect(widest(texts)).toBeLessThanOrEqual(500);
  });
  test('cut: by whole characters, with an ellipsis, at the size that was asked for', () => {
    const [text] = at('cut', { words: '🏺🏺🏺🏺🏺🏺🏺🏺🏺 👩‍🎨👩‍🎨 pots and more pots' });
    expect(at('cut').map((each) => each.font.size)).toEqual([72]);
    expect(at('cut')[0]?.text.endsWith('…')).toBe(true);
    expect(text?.text).not.toMatch(/\u200d$|\ud83d$/);
  });
  test('wrap: on lines as many as fit, the last one cut', () => {
    const texts = at('wrap', { place: { x: 0, y: 0, w: 500, h: 180 } });
    expect(texts).toHaveLength(2);
    expect(texts[1]?.text.endsWith('…')).toBe(true);
    expect(widest(texts)).toBeLessThanOrEqual(500);
  });
  test('scroll: they pass through at three em a second, without a gap at the turn, and only where they do not fit', () => {
    const [first] = at('scroll');
    const [later] = at('scroll', {}, 1000);
    expect((first?.x ?? 0) - (later?.x ?? 0)).toBeCloseTo(3 * 72, 5);
    expect(words.draw({ ...long, overlong: 'scroll' }, { kind: 'text' }, tools)[0]?.clip).toMatchObject({
      x: 0,
      w: 500,
    });
    expect(
      words.draw({ ...long, words: 'Short', overlong: 'scroll' }, { kind: 'text' }, tools)[0]?.clock,
    ).toBeUndefined();
  });
  test('a glow lies below the letters, a gradient runs down them', () => {
    const [glow, letters] = at('cut', {
      type: { glow: { color: '#ff0000', blur: 20 }, fill: '#ffffff', fillTo: '#000000', shadow: true },
    });
    expect(glow?.shadow).toEqual({ color: '#ff0000', blur: 20, dx: 0, dy: 0 });
    expect(letters?.fill).toMatchObject({
      stops: [
        [0, '#ffffff'],
        [1, '#000000'],
      ],
    });
    // Common practice, no source.
    expect(letters?.shadow).toMatchObject({ blur: 7, dx: 3, dy: 3 });
  });
});

test('any piece takes a type of its own, and is laid out in it; what is not set stays its style’s', () => {
  const board = { ...PIECE_KINDS.leaderboard.make('b', show), type: { font: 'poster' as const, fill: '#123456' } };
  const live = {
    kind: 'leaderboard' as const,
    rows: [{ name: 'Bartholomäus of the very long handle', value: 12_345 }],
  };
  const [own, style] = [
    drawn(drawPiece(board, live, tools)),
    drawn(drawPiece({ ...board, type: undefined }, live, tools)),
  ];
  expect(new Set(own.map(({ font }) => font.family))).toEqual(new Set(['poster']));
  expect(new Set(own.map(({ fill }) => fill))).toEqual(new Set(['#123456']));
  const right = Math.max(...own.map(({ text, x, font }) => x + lineWidth(text, font, nodeMeasure)));
  expect(right).toBeLessThanOrEqual(board.place.w);
  // A wider face leaves room for fewer letters of a name.
  expect(own.map(({ text }) => text).join('').length).toBeLessThan(style.map(({ text }) => text).join('').length);
});

test('a countdown in a type of its own keeps the same operations as long as it shows the same', () => {
  const piece = { ...PIECE_KINDS.plate.make('p', show), which: 'few' as const, type: { fill: '#ffffff' } };
  const [group] = drawPiece(piece, { kind: 'plate', lines: ['Inês', 'Hana'] }, tools);
  expect(group?.clock?.(100).ops).toBe(group?.clock?.(200).ops);
  expect(group?.clock?.(7000).ops).not.toBe(group?.clock?.(200).ops);
});

describe('the chat column', () => {
  const piece: ChatPiece = { ...chat.make('c', show), backing: false, place: { x: 0, y: 0, w: 400, h: 300 } };
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

  test('whole lines only, the newest below; a message that does not fit whole is not begun', () => {
    const { rows, leading, top } = chatRows(piece);
    const many: [string, string][] = Array.from({ length: 30 }, (_, n) => ['ines', `line number ${n}`]);
    const own = { ...piece, wrap: false };
    const ops = drawn(chat.draw(own, chat.live(own, said(...many)), tools));
    const baselines = [...new Set(ops.map(({ baseline }) => baseline))];
    expect(baselines).toHaveLength(rows);
    expect(Math.max(...baselines)).toBeLessThanOrEqual(top + rows * leading);
    expect(ops.some(({ text }) => text.includes('29'))).toBe(true);
    expect(
      texts({ wrap: true, place: { x: 0, y: 0, w: 400, h: 110 } }, [
        ['a', 'one two three four five six seven eight nine ten eleven'],
        ['b', 'short'],
      ]).join(' '),
    ).not.toContain('one two');
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

  test('without a chat piece nothing is kept of what is said', () => {
    const state = newState(show);
    fold(state, { input: 'event', at: 1, event: aChat({ text: 'hello' }) });
    expect(state.chats).toEqual([]);
  });
});

test('the info card lists what viewers can write, as the show is set up, page by page', () => {
  const set: Show = {
    ...show,
    teams: [{ id: 't', name: 'Ash', keyword: '!ash', members: [] }],
    counters: [{ id: 'c', name: 'Pots', start: 0, step: 1, target: null, keyword: '!pot' }],
    points: {
      ...show.points,
      on: true,
      unit: 'shards',
      ask: '!shards',
      perks: [{ id: 'p', name: 'Choose a glaze', keyword: '!glaze', price: 500, level: 1, pause: 0 }],
    },
  };
  const piece = info.make('i', set);
  const live = info.live(piece, newState(set));
  expect(live.lines).toEqual([
    { word: '!shards', says: 'your shards' },
    { word: '!ash', says: 'join Ash' },
    { word: '!pot', says: 'Pots' },
    { word: '!glaze', says: 'Choose a glaze, 500 shards' },
  ]);
  expect(info.live({ ...piece, of: 'perks' }, newState(set)).lines).toHaveLength(1);
  const short = { ...piece, place: { ...piece.place, h: 240 } };
  const pages = [0, 8000].map((now) =>
    drawn(info.draw(short, live, tools), now)
      .map(({ text }) => text)
      .join(' '),
  );
  expect(pages[0]).toContain('!shards');
  expect(pages[1]).not.toContain('!shards');
  expect(info.draw(piece, { kind: 'info', lines: [] }, tools)).toEqual([]);
});

test('on the air there is nothing of the camera: the compositor brings its own picture', () => {
  const piece = camera.make('c', show);
  expect(camera.draw(piece, { kind: 'camera' }, tools)).toEqual([]);
  expect(camera.draw(piece, { kind: 'camera' }, { ...tools, seen: 'program' })).toHaveLength(1);
});

test('a picture fills its box or is seen whole, and is never stretched', () => {
  expect(fitted({ w: 400, h: 200 }, { w: 300, h: 300 }, 'contain')).toEqual({
    at: { x: 0, y: 75, w: 300, h: 150 },
    part: { x: 0, y: 0, w: 1, h: 1 },
  });
  expect(fitted({ w: 400, h: 200 }, { w: 300, h: 300 }, 'cover')).toEqual({
    at: { x: 0, y: 0, w: 300, h: 300 },
    part: { x: 0.25, y: 0, w: 0.5, h: 1 },
  });
  const { at, part } = fitted({ w: 800, h: 600 }, { w: 100, h: 400 }, 'cover', { x: 0.5, y: 0.5, w: 0.5, h: 0.5 });
  expect((part.w * 800) / (part.h * 600)).toBeCloseTo(at.w / at.h);
  expect(part.x).toBeGreaterThanOrEqual(0.5);
});
