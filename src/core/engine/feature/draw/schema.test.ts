import { serialize, deserialize, newState } from '@/core/session/state';
import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { aChat, aGift, aLike, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { newCue, plainly, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { drawProofSchema, hashOf, pick, proofFaults, TURN_MS, type Draw } from './schema';
import { unseeded } from './drawing';
import type { Effect } from '@/core/engine/kernel/effect';
import { POINTS } from '@/core/engine/feature/points/schema';
import { fold } from '@/core/session/fold';
import type { Input } from '@/core/session/input';

const seedOf = (n: number): string => createHash('sha256').update(`seed ${n}`).digest('hex');

test('the hash is what sha256sum prints', () => {
  const seed = seedOf(1);
  expect(hashOf(seed)).toBe(execFileSync('sha256sum', { input: seed, encoding: 'utf8' }).slice(0, 64));
});

test('what is drawn is what docs/draw.md says, worked out another way', () => {
  const entries = [
    { label: 'a', weight: 2 },
    { label: 'b', weight: 1 },
    { label: 'c', weight: 7 },
  ];
  for (let n = 1; n <= 200; n += 1) {
    const digits = createHash('sha256')
      .update(`${seedOf(n)}:${n}`)
      .digest('hex')
      .slice(0, 12);
    // In whole numbers: place = digits × 10 / 16¹².
    const place = Number((BigInt(`0x${digits}`) * 10n) >> 48n);
    expect(entries[pick(seedOf(n), n, entries)]?.label).toBe('aabccccccc'[place]);
  }
});

test('over many draws each entry comes as often as its weight says (chi-squared, p = 0.001)', () => {
  // NIST/SEMATECH e-Handbook of Statistical Methods, table 1.3.6.7.4: upper critical value for 9 degrees of freedom at 0.001 is 27.877.
  const CRITICAL = 27.877;
  const DRAWS = 20_000;
  for (const weights of [
    [1, 1, 1, 1, 1, 1, 1, 1, 1, 1],
    [1, 2, 3, 4, 5, 6, 7, 8, 9, 10],
  ]) {
    const entries = weights.map((weight, n) => ({ label: String(n), weight }));
    const total = weights.reduce((sum, weight) => sum + weight, 0);
    const counts = weights.map(() => 0);
    for (let n = 0; n < DRAWS; n += 1) {
      const at = pick(seedOf(n), 1 + (n % 7), entries);
      counts[at] = (counts[at] ?? 0) + 1;
    }
    const chi = weights.reduce(
      (sum, weight, n) => sum + ((counts[n] ?? 0) - (DRAWS * weight) / total) ** 2 / ((DRAWS * weight) / total),
      0,
    );
    expect(chi).toBeLessThan(CRITICAL);
  }
});

const glaze: Draw = {
  id: 'glaze',
  name: 'Next glaze',
  from: 'choices',
  keyword: '!draw',
  choices: [
    { label: 'Celadon', weight: 1 },
    { label: 'Ash', weight: 1 },
  ],
};
function session(draw: Partial<Draw> = {}, more: Partial<Show> = {}) {
  const state = newState({
    ...plainly(starterShow('s')),
    draws: [{ ...glaze, ...draw }],
    cues: [
      newCue('drawn', { kind: 'draw', draw: 'glaze' }, [
        { kind: 'show', spotlight: 'spotlight', words: '{goal}: {message}', seconds: 1 },
      ]),
    ],
    ...more,
  });
  const effects: Effect[] = [];
  const put = (input: Input): void => void fold(state, input, (effect) => void effects.push(structuredClone(effect)));
  put({ input: 'begin', at: START, session: 'one' });
  const at = (seconds: number): number => START + seconds * 1000;
  return {
    state,
    put,
    at,
    seed: (seconds: number, n = 1) => put({ input: 'seed', at: at(seconds), draw: 'glaze', seed: seedOf(n) }),
    start: (seconds: number) => put({ input: 'command', at: at(seconds), command: { command: 'draw', draw: 'glaze' } }),
    tick: (seconds: number) => put({ input: 'tick', at: at(seconds) }),
    event: (seconds: number, event: StreamEvent) =>
      put({ input: 'event', at: at(seconds), event: { ...event, at: at(seconds), seenAt: at(seconds) } }),
    alerts: () =>
      effects.flatMap((effect) =>
        effect.effect === 'alert' ? [[effect.alert.text, (effect.alert.at - START) / 1000]] : [],
      ),
    draw: () => state.draws.get('glaze'),
  };
}

test('a draw needs a seed, turns for its time, and is told once it has stopped; its proof holds', () => {
  const { start, seed, tick, alerts, draw, state } = session();
  start(1);
  expect([draw()?.number, unseeded(state)]).toEqual([0, ['glaze']]);
  seed(2);
  expect([unseeded(state), draw()?.hash]).toEqual([[], hashOf(seedOf(1))]);
  start(3);
  tick(4);
  expect(alerts()).toEqual([]);
  tick(20);
  const proof = drawProofSchema.parse(draw()?.last);
  expect(alerts()).toEqual([[`Next glaze: ${proof.entries[proof.picked]?.label}`, 3 + TURN_MS / 1000]]);
  expect(proofFaults(proof)).toEqual([]);
  expect(unseeded(state)).toEqual(['glaze']);
});

test('a seed that is there cannot be changed, and while the reel turns nothing else is drawn', () => {
  const { seed, start, tick, draw } = session();
  seed(1, 1);
  seed(2, 2);
  expect(draw()?.hash).toBe(hashOf(seedOf(1)));
  start(3);
  seed(3, 3);
  start(4);
  expect(draw()?.number).toBe(1);
  tick(10);
  start(11);
  expect([draw()?.number, draw()?.last?.seed]).toEqual([2, seedOf(3)]);
});

test.each([
  ['another seed', { seed: seedOf(9) }],
  ['another number', { number: 3 }],
  [
    'one entry heavier',
    {
      entries: [
        { label: 'Celadon', weight: 1 },
        { label: 'Ash', weight: 9000 },
      ],
    },
  ],
  ['another one drawn', { picked: 1 }],
])('a proof with %s does not hold', (_name, changed) => {
  const entries = [
    { label: 'Celadon', weight: 1 },
    { label: 'Ash', weight: 1 },
  ];
  const n =
    [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12].find(
      (k) =>
        pick(seedOf(k), 1, entries) === 0 && pick(seedOf(k), 3, entries) === 1 && pick(seedOf(9), 1, entries) !== 9,
    ) ?? 0;
  const proof = {
    format: 'gavirn.draw' as const,
    version: 1 as const,
    name: 'x',
    number: 1,
    at: 1,
    seed: seedOf(n),
    hash: hashOf(seedOf(n)),
    entries,
    picked: 0,
  };
  expect(proofFaults(proof)).toEqual([]);
  expect(proofFaults({ ...proof, ...changed }).length).toBeGreaterThan(0);
});

test('by keyword: who wrote it since the last draw is in, once, in any case and by no other word', () => {
  const { seed, start, event, draw, tick } = session({ from: 'keyword' });
  seed(1);
  start(1);
  expect(draw()?.number).toBe(0);
  for (const [by, text] of [
    ['b', '!DRAW please'],
    ['a', '!draw'],
    ['b', '!draw again'],
    ['c', 'draw'],
    ['d', 'I say !draw'],
  ] as const)
    event(2, aChat({ by, text }));
  start(3);
  expect(draw()?.last?.entries).toEqual([
    { label: 'a', weight: 1 },
    { label: 'b', weight: 1 },
  ]);
  tick(10);
  expect(draw()?.entered).toEqual({});
});

test('by coins: who has given more has more chances, in an order that does not depend on who came first', () => {
  const gifts = [aGift({ by: 'b', count: 3 }), aGift({ by: 'a', count: 1 }), aLike({ by: 'z', count: 9 })];
  fc.assert(
    fc.property(fc.shuffledSubarray(gifts, { minLength: 3 }), (order) => {
      const { seed, start, event, draw } = session({ from: 'coins' });
      seed(1);
      order.forEach((each, n) => event(2, { ...each, id: `e${n}` }));
      start(3);
      expect(draw()?.last?.entries).toEqual([
        { label: 'a', weight: 10 },
        { label: 'b', weight: 30 },
      ]);
    }),
    { numRuns: 6 },
  );
});

test('by worth, and by level', () => {
  const feeds = [
    { id: 'f', platform: 'brindle' as const, handle: 'h', on: true, rate: { coin: 2, kept: 0 }, admitted: [] },
  ];
  for (const [from, weights] of [
    ['worth', [20, 60]],
    ['level', [1, 2]],
  ] as const) {
    const { seed, start, event, draw } = session(
      { from },
      { feeds, points: { ...POINTS, on: true, levels: { by: 'table', at: [25] } } },
    );
    seed(1);
    event(2, aGift({ by: 'b', count: 3 }));
    event(2, aGift({ by: 'a', count: 1 }));
    start(3);
    expect(draw()?.last?.entries).toEqual([
      { label: 'a', weight: weights[0] },
      { label: 'b', weight: weights[1] },
    ]);
  }
});

test('a reel that turns goes on turning after a restart', () => {
  const { state, seed, start } = session();
  seed(1);
  start(2);
  const copy = deserialize(JSON.parse(JSON.stringify(serialize(state))) as ReturnType<typeof serialize>);
  const alerts: string[] = [];
  fold(
    copy,
    { input: 'tick', at: START + 30_000 },
    (effect) => void (effect.effect === 'alert' && alerts.push(effect.alert.text)),
  );
  expect([alerts.length, copy.draws.get('glaze')?.turns]).toEqual([1, null]);
});

describe('a lantern', () => {
  const lantern = { id: 'l', name: 'Kiln glow', of: 'likes' as const, every: 100 };
  const cues = [
    newCue('glow', { kind: 'lantern', lantern: '' }, [
      { kind: 'show', spotlight: 'spotlight', words: '{goal} {count}', seconds: 1 },
    ]),
    newCue('let', { kind: 'follow' }, [{ kind: 'lantern', lantern: 'l' }]),
  ];

  test('lets go each time it is full, keeps what is over, and lets go before that when a cue says so', () => {
    const { event, alerts, state, at } = session({}, { lanterns: [lantern], cues });
    event(1, aLike({ count: 99 }));
    expect(alerts()).toEqual([]);
    event(2, aLike({ count: 4 }));
    event(3, aLike({ count: 250 }));
    expect(alerts().map(([text]) => text)).toEqual(['Kiln glow 1', 'Kiln glow 3']);
    expect(state.lanterns.get('l')).toEqual({ base: 300, gone: 3, at: at(3) });
    event(4, { ...aChat({ text: 'x' }), kind: 'follow' } as unknown as StreamEvent);
    expect(state.lanterns.get('l')).toEqual({ base: 353, gone: 4, at: at(4) });
  });

  test('one that is added in the middle of a session begins dark', () => {
    const { event, put, state, at } = session({}, { cues });
    event(1, aLike({ count: 990 }));
    put({ input: 'show', at: at(2), show: { ...state.show, lanterns: [lantern] } });
    event(3, aLike({ count: 10 }));
    expect(state.lanterns.get('l')).toEqual({ base: 990, gone: 0 });
  });
});
