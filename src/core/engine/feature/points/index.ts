import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import { feedIdSchema, viewerOfKey } from '@/core/event/viewer-key';
import type { CueShow } from '@/core/engine/cue/cue';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Doer } from '@/core/engine/kernel/cause';
import type { CommandKind, Feature, NumberKind } from '@/core/engine/kernel/feature';
import { entriesByKey, valuesByKey } from '@/core/engine/kernel/kept';
import { askPoints, bringIn, earn, give, pocketOf } from './earning';
import { accountSchema, Ledger, type Account } from './ledger';
import { carriedOf, change, HOME, purseOf, pursesSchema, putAwaySchema, sliceOf, type CarriedPoints } from './purse';
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

  create: (): PointsSlice => ({ ledger: new Ledger(), putAway: new Map() }),
  saved: { accounts: z.array(accountSchema), putAway: putAwaySchema },
  serialize: ({ ledger, putAway }) => ({ accounts: valuesByKey(ledger.accounts), putAway: entriesByKey(putAway) }),
  deserialize: ({ accounts, putAway }: { accounts: Account[]; putAway: [string, Account[]][] }) => ({
    ledger: new Ledger(accounts),
    putAway: new Map(putAway),
  }),
  carried: { accounts: z.array(accountSchema).default([]), purses: pursesSchema },
  carryOver: (state) => carriedOf(state, purseOf(state.show)),
  takeOver(state, carried: CarriedPoints) {
    Object.assign(state, sliceOf(carried, purseOf(state.show)));
  },
  giveBack(state, carried: CarriedPoints) {
    const { ledger: since, putAway } = state;
    const given = sliceOf(carried, purseOf(state.show));
    Object.assign(state, { ...given, putAway: new Map([...putAway, ...given.putAway]) });
    for (const account of since.accounts.values()) state.ledger.addTo(account);
  },
  join(state, { accounts }: CarriedPoints, { twice }) {
    const used = purseOf(state.show);
    // They are the home's, whichever is in use.
    change(state, used, HOME);
    for (const account of accounts) {
      if (twice) state.ledger.raiseTo(account);
      else state.ledger.addTo(account);
    }
    change(state, HOME, used);
  },
  follow(state, { show }) {
    change(state, purseOf(show), purseOf(state.show));
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
