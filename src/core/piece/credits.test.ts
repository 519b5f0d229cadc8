import { aChat, aFollow, aGift, aSubscription, START } from '@/core/event/examples';
import { CREDIT_LEADING, NAME_MS, rollMs } from '@/core/engine/feature/credits/slice';
import { carryOverOf } from '@/core/session/carry-over';
import { fold } from '@/core/session/fold';
import { deserialize, newState, serialize, type SessionState } from '@/core/session/state';
import { newCue, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import type { Op } from '@/core/paint/display';
import { nodeMeasure } from '@/server/paint/node-host';
import { credits, type CreditsPiece } from './credits';
import { gifts, type GiftsPiece } from './gifts';

const base = starterShow('c');
const tools = { measure: nodeMeasure, seen: 'air' } as const;
const piece = (more: Partial<CreditsPiece> = {}): CreditsPiece => ({ ...credits.make('c', base), ...more });
const showOf = (...pieces: (CreditsPiece | GiftsPiece)[]): Show => ({ ...base, pieces, followAgain: 'each' });
const begun = (show: Show, lasting?: object): SessionState => {
  const state = newState(show);
  fold(state, { input: 'begin', at: START, session: 's', ...(lasting ? { lasting: lasting as never } : {}) });
  return state;
};
const EVENTS = [
  aFollow({ by: 'zoe' }),
  aFollow({ by: 'Ana' }),
  aFollow({ by: 'zoe' }),
  aSubscription({ by: 'mirek' }),
  aSubscription({ by: 'given', gifted: true }),
  aGift({ by: 'teo' }),
  aChat({ by: 'nour' }),
];
const after = (state: SessionState, at = START + 1): SessionState => {
  for (const event of EVENTS) fold(state, { input: 'event', at, event: { ...event, at, seenAt: at } });
  return state;
};
const textsOf = (ops: readonly Op[]): string[] =>
  ops.flatMap((op) => (op.op === 'text' ? [op.text.replace(/[\u2066-\u2069]/g, '')] : []));

describe('scrolling names', () => {
  test('each kind names its own, each once, by the alphabet; a session read back names the same', () => {
    for (const [of, names] of [
      ['followers', ['Ana', 'zoe']],
      ['subscribers', ['mirek']],
      ['supporters', ['teo']],
      ['everybody', ['Ana', 'given', 'mirek', 'nour', 'teo', 'zoe']],
    ] as const) {
      const own = piece({ of });
      const state = after(begun(showOf(own)));
      expect([of, credits.live(own, state).names]).toEqual([of, names]);
      const again = deserialize(JSON.parse(JSON.stringify(serialize(state))) as never);
      expect(credits.live(own, again).names).toEqual(names);
    }
  });

  test('of all sessions: those of earlier ones as well, also when the piece is added later', () => {
    const lasting = JSON.parse(JSON.stringify(carryOverOf(after(begun(showOf()))))) as object;
    const own = piece({ of: 'followers', over: 'ever' });
    const state = begun(showOf(own), lasting);
    fold(state, { input: 'event', at: START + 9, event: aFollow({ by: 'new', at: START + 9, seenAt: START + 9 }) });
    expect(credits.live(own, state).names).toEqual(['Ana', 'new', 'zoe']);
    expect(credits.live(piece({ of: 'followers', over: 'session' }), state).names).toEqual([]);
  });

  test('each name comes in below and goes out above, three quarters of a second after the one before; none is cut', () => {
    const names = Array.from({ length: 30 }, (_, n) => `Name ${n}`);
    names[3] = 'Bartholomäus of the very long handle that is far wider than the piece';
    const own = piece({ place: { x: 0, y: 0, w: 400, h: 400 }, title: '', size: 40 });
    const [, group] = credits.draw(own, { kind: 'credits', names, roll: { from: 0, until: 1e6 } }, tools);
    const at = (ms: number) => (group?.clock?.(ms).ops ?? []) as Extract<Op, { op: 'text' }>[];
    expect(textsOf(at(0))).toEqual([]);
    const seen = new Set<string>();
    for (let ms = 0; ms <= rollMs(own, names.length); ms += 250) for (const text of textsOf(at(ms))) seen.add(text);
    expect([...seen]).toEqual(names);
    expect(textsOf(at(rollMs(own, names.length)))).toEqual([]);
    // One row for each name's time.
    const y = (ms: number): number => at(ms).find(({ text }) => text.includes('Name 2'))?.baseline ?? NaN;
    expect(y(3000) - y(3000 + NAME_MS)).toBeCloseTo(40 * CREDIT_LEADING, 5);
    for (const { text, font } of at(4000)) expect(nodeMeasure(text, font)).toBeLessThanOrEqual(400);
  });

  test('once, by a cue: nothing before, all of them, and a cue when done; also over a restart', () => {
    const own = piece({ of: 'everybody', runs: 'once' });
    const show: Show = {
      ...showOf(own),
      pieces: [...base.pieces, own],
      cues: [
        newCue('go', { kind: 'press', name: 'Go' }, [{ kind: 'roll', piece: 'c' }]),
        newCue('done', { kind: 'credits', piece: 'c' }, [
          { kind: 'show', spotlight: 'spotlight', words: 'Done: {goal}', seconds: 1 },
        ]),
      ],
    };
    let state = after(begun(show));
    expect(credits.alternative(own, credits.live(own, state), START)).toBe('');
    expect(credits.draw(own, credits.live(own, state), tools)).toEqual([]);
    fold(state, { input: 'command', at: START + 1000, command: { command: 'press', cue: 'go' } });
    const until = START + 1000 + rollMs(own, 6);
    expect(credits.live(own, state).roll).toEqual({ from: START + 1000, until });
    expect(credits.alternative(own, credits.live(own, state), START)).toContain('Thank you: Ana, given');
    state = deserialize(JSON.parse(JSON.stringify(serialize(state))) as never);
    const texts: string[] = [];
    for (const at of [until - 1, until])
      fold(state, { input: 'tick', at }, (effect) => {
        if (effect.effect === 'alert') texts.push(`${at - until}: ${effect.alert.text}`);
      });
    expect(texts).toEqual([expect.stringMatching(/^0: Done: .*Scrolling names/)]);
    expect(credits.live(own, state).roll).toBeUndefined();
  });
});

describe('recent gifts', () => {
  const own = (more: Partial<GiftsPiece> = {}): GiftsPiece => ({ ...gifts.make('g', base), ...more });
  const given = (state: SessionState): SessionState => {
    [
      aGift({ id: 'a', by: 'ines', count: 2, unitCoins: 10, at: START + 1 }),
      {
        ...aGift({ id: 'b', by: 'teo', name: 'Ember', count: 1, unitCoins: 1, at: START + 2 }),
        streakId: 'k',
        streakOpen: true,
      },
      { ...aGift({ id: 'c', by: 'teo', name: 'Ember', count: 3, unitCoins: 1, at: START + 3 }), streakId: 'k' },
      aGift({ id: 'd', by: 'hana', name: 'Glaze Pot', count: 1, unitCoins: 50, at: START + 4 }),
    ].forEach((event) => fold(state, { input: 'event', at: event.at, event: { ...event, seenAt: event.at } }));
    return state;
  };

  test('newest first, a streak as one, by least worth, and no more than is wanted', () => {
    const said = (more: Partial<GiftsPiece>): string =>
      gifts.alternative(own(more), gifts.live(own(more), given(begun(showOf(own(more))))), START);
    expect(said({ rows: 5 })).toBe('Recent gifts: hana: 1 × Glaze Pot; teo: 4 × Ember; ines: 2 × Slip Splash');
    expect(said({ rows: 5, least: 10 })).toBe('Recent gifts: hana: 1 × Glaze Pot; ines: 2 × Slip Splash');
    expect(said({ rows: 1, title: 'Thanks' })).toBe('Thanks: hana: 1 × Glaze Pot');
  });

  test('one’s own picture stands for its gift, our own pot for every other', () => {
    const media = [{ id: 'f'.repeat(64), name: 'pot', type: 'image/png', bytes: 9, width: 40, height: 20, frames: [] }];
    const shown = own({ rows: 3, pictures: [{ gift: 'Ember', media: 'f'.repeat(64) }] });
    const state = given(begun({ ...showOf(shown), media: media as unknown as Show['media'] }));
    const ops = gifts.draw(shown, gifts.live(shown, state), tools).flatMap((group) => group.ops);
    const images = ops.filter((op) => op.op === 'image');
    expect(images).toMatchObject([{ src: `media:${'f'.repeat(64)}` }]);
    const [image] = images;
    // As it is proportioned, and inside its row.
    expect(image && image.w / image.h).toBeCloseTo(2);
    expect(ops.filter((op) => op.op === 'rect').length).toBeGreaterThan(6);
  });

  test('flowing: all of it passes to the left over and over, at three em a second', () => {
    const shown = own({ way: 'flow', rows: 3 });
    const [, flow] = gifts.draw(shown, gifts.live(shown, given(begun(showOf(shown)))), tools);
    const x = (now: number): number[] =>
      (flow?.clock?.(now).ops ?? []).flatMap((op) => (op.op === 'text' && op.text.includes('hana') ? [op.x] : []));
    const size = (flow?.clock?.(0).ops ?? []).flatMap((op) => (op.op === 'text' ? [op.font.size] : []))[0] ?? 0;
    expect((x(0)[0] ?? 0) - (x(1000)[0] ?? 0)).toBeCloseTo(3 * size, 3);
    expect(x(0)).toHaveLength(2);
  });
});
