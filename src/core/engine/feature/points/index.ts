import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import { feedIdSchema, viewerOfKey } from '@/core/event/viewer-key';
import type { CueShow } from '@/core/engine/cue/cue';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Doer } from '@/core/engine/kernel/cause';
import type { CommandKind, Feature, NumberKind } from '@/core/engine/kernel/feature';
import { valuesByKey } from '@/core/engine/kernel/kept';
import { askPoints, bringIn, earn, give, pocketOf } from './earning';
import { accountSchema, Ledger, type Account } from './ledger';
import { POINTS, pointsSchema, pointsWords, type PointsShow } from './schema';
import type { PointsHost, PointsSlice } from './slice';
import { level } from './when-level';
import { perk } from './when-perk';
import { phrase } from '@/core/words/phrase';
import { aired } from '@/core/words/on-air';

/* Points: who earns them, what levels they lead to, and what they buy. */

/** A viewer by `<feed>/<id>`, as they are known here; null: nobody is. */
function known(state: PointsHost, key: string): Doer | null {
  const { feed, viewer } = viewerOfKey(key);
  return state.viewers.get(feed, viewer) ?? state.ledger.get(feed, viewer) ?? null;
}

const number: NumberKind<PointsShow, PointsHost> = {
  kind: 'points',
  offered: 4,
  list: ({ points }) =>
    points.on ? [{ number: 'points', name: phrase('the viewer’s {unit}', { unit: points.unit }), of: 'points' }] : [],
  value(state, id) {
    const viewer = known(state, id);
    return viewer && pocketOf(state, viewer.feed, viewer.id).balance;
  },
  add(state, id, by, why) {
    const viewer = known(state, id);
    if (!viewer) return null;
    const { balance } = pocketOf(state, viewer.feed, viewer.id);
    // No further than to nothing: what comes afterwards must count again at once.
    give(state, viewer, why, Math.max(Math.trunc(by), -Math.max(0, balance)));
    return pocketOf(state, viewer.feed, viewer.id).balance;
  },
};

/** Points of several viewers, as a file has them: all at once. */
const importSchema = z.object({
  command: z.literal('import'),
  rows: z
    .array(
      z.object({
        feed: feedIdSchema,
        id: z.string().min(1).max(210),
        handle: z.string().max(400),
        name: z.string().max(400),
        points: z.number().int().min(0).max(1e12),
      }),
    )
    .max(20_000),
});
const importCommand: CommandKind<z.infer<typeof importSchema>, PointsHost> = {
  command: 'import',
  schema: importSchema,
  run: (state, { rows }) => bringIn(state, rows),
};

export const points = {
  name: 'points',
  part: { points: pointsSchema.default(POINTS) },
  whens: [level, perk],
  commands: [importCommand],
  number,

  create: (): PointsSlice => ({ ledger: new Ledger() }),
  saved: { accounts: z.array(accountSchema) },
  serialize: ({ ledger }) => ({ accounts: valuesByKey(ledger.accounts) }),
  deserialize: ({ accounts }: { accounts: Account[] }) => ({ ledger: new Ledger(accounts) }),
  carried: { accounts: z.array(accountSchema).default([]) },
  carryOver: ({ ledger }) => ({ accounts: valuesByKey(ledger.accounts).map((account) => ({ ...account, given: 0 })) }),
  takeOver(state, { accounts }: { accounts: Account[] }) {
    state.ledger = new Ledger(accounts);
  },
  giveBack(state, { accounts }: { accounts: Account[] }) {
    const since = state.ledger;
    state.ledger = new Ledger(accounts);
    for (const account of since.accounts.values()) state.ledger.addTo(account);
  },

  listens: ({ points: { on } }) => (on ? { record: EVENT_KINDS } : {}),
  record(state, event, { own, worth }) {
    if (own) earn(state, event, own, worth);
  },
  keywords: ({ language, points: { on, unit, ask, give: handing, perks, ...rest } }) =>
    on
      ? [
          { word: ask, does: aired(language, 'your {unit}', { unit }) },
          { word: handing.keyword, does: aired(language, 'hand some on') },
          ...perks.map(({ keyword, name, price }) => ({
            word: keyword,
            does: price > 0 ? `${name}, ${pointsWords(price, { ...rest, unit })}` : name,
            buys: true,
          })),
        ]
      : [],
  answer(state, event, word, emit) {
    if (state.show.points.on) askPoints(state, event, word, emit);
  },
  levelOf: (state, feed, viewer) => pocketOf(state, feed, viewer).level,
  valuesOf(state, feed, viewer) {
    if (!state.show.points.on) return null;
    const { level: reached, balance } = pocketOf(state, feed, viewer);
    return { level: reached, points: balance };
  },
} satisfies Feature<PointsShow & CueShow, PointsSlice & CueSlice, CueDerived>;
