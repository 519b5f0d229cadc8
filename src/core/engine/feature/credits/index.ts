import { z } from 'zod';
import { viewerKey } from '@/core/event/viewer-key';
import type { CueShow } from '@/core/engine/cue/cue';
import { cueMoment } from '@/core/engine/cue/fire';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Feature } from '@/core/engine/kernel/feature';
import { entriesByKey } from '@/core/engine/kernel/kept';
import { belongedBefore, belongsNow, CreditList, type CreditKind } from './names';
import { isCredits, listKey, type CreditsDerived, type CreditsHost, type CreditsSlice, type Roll } from './slice';
import { roll } from './step';
import { credits as when, type CreditsMoment } from './when';

/* Credits: names that scroll, of the session or of all sessions; once through when a cue says so. */

/** The lists that the show's pieces name, made from everybody who is known. */
function listsOf({ show, viewers, past }: CreditsHost): CreditsDerived['credits'] {
  const lists = new Map<string, CreditList>();
  for (const { of, over } of show.pieces.filter(isCredits)) {
    if (lists.has(listKey(of, over))) continue;
    const list = new CreditList();
    const now = [...viewers.values()].filter((tally) => belongsNow(of, tally));
    const before =
      over === 'ever'
        ? [...past.viewers].flatMap(([key, each]) => (belongedBefore(of, each) ? [{ key, name: each.name }] : []))
        : [];
    list.fill([...now, ...before]);
    lists.set(listKey(of, over), list);
  }
  return lists;
}

/** The kinds of event by which somebody comes onto a list. */
const KINDS = {
  followers: ['follow'],
  subscribers: ['subscribe'],
  supporters: ['gift', 'tip', 'giftSubs'],
  everybody: ['follow', 'subscribe', 'gift', 'tip', 'giftSubs', 'like', 'chat', 'share', 'join'],
} as const satisfies Record<CreditKind, readonly string[]>;

export const credits = {
  name: 'credits',
  whens: [when],
  steps: [roll],
  create: (): CreditsSlice => ({ rolls: new Map() }),
  saved: { rolls: z.array(z.tuple([z.string(), z.object({ from: z.number(), until: z.number() })])).optional() },
  serialize: ({ rolls }) => (rolls.size > 0 ? { rolls: entriesByKey(rolls) } : {}),
  deserialize: ({ rolls = [] }: { rolls?: [string, Roll][] }) => ({ rolls: new Map(rolls) }),
  derive: (state) => ({ credits: listsOf(state) }),
  listens: ({ pieces }) => ({ record: [...new Set(pieces.filter(isCredits).flatMap(({ of }) => KINDS[of]))] }),
  record({ show, derived }, _event, { own }) {
    if (!own) return;
    for (const { of, over } of show.pieces.filter(isCredits))
      if (belongsNow(of, own)) derived.credits.get(listKey(of, over))?.add(viewerKey(own.feed, own.id), own.name);
  },
  follow({ show, rolls }) {
    for (const id of rolls.keys()) if (!show.pieces.some((piece) => piece.id === id)) rolls.delete(id);
  },
  isTimed: ({ pieces }) => pieces.some(isCredits),
  due: ({ rolls }) => Math.min(Infinity, ...[...rolls.values()].map(({ until }) => until)),
  fall(state, at, emit) {
    for (const [id, { until }] of state.rolls) {
      if (until > at) continue;
      state.rolls.delete(id);
      const name = state.show.pieces.find((piece) => piece.id === id)?.name ?? '';
      const moment: CreditsMoment = { trigger: 'credits', now: state.now, piece: id, name };
      cueMoment(state, moment, emit);
    }
  },
} satisfies Feature<CueShow, CreditsSlice & CueSlice, CreditsDerived & CueDerived>;
