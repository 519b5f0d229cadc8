import { z } from 'zod';
import type { Feature, Host } from '@/core/engine/kernel/feature';
import { entriesByKey } from '@/core/engine/kernel/kept';
import type { PieceBase } from '@/core/engine/kernel/show';
import { SESSION } from '@/core/engine/count/window';
import { TOP_BY } from './top';
import { KEPT, later, NOTABLE_KINDS, notablesSchema, noteNotable, type NotableKind, type Notables } from './slice';

/* Name plates: the latest, the largest and the first of each kind. */

export interface PlateSlice {
  notables: Map<NotableKind, Notables>;
}
export type PlateHost = Host<object, PlateSlice>;

/** A plate, as far as counting needs to know it. */
interface Plate extends PieceBase {
  kind: 'plate';
  of: NotableKind;
  which: string;
}
const isPlate = (piece: PieceBase): piece is Plate => piece.kind === 'plate';

type Latest = [NotableKind, Notables['latest']][];

export const plate = {
  name: 'plate',
  create: (): PlateSlice => ({ notables: new Map() }),
  saved: { notables: z.array(z.tuple([z.enum(NOTABLE_KINDS), notablesSchema])) },
  serialize: ({ notables }) => ({ notables: entriesByKey(notables) }),
  deserialize: ({ notables }: { notables: [NotableKind, Notables][] }) => ({ notables: new Map(notables) }),
  // The latest of each kind: a plate does not go blank between sessions.
  carried: {
    latest: z
      .array(z.tuple([z.enum(NOTABLE_KINDS), notablesSchema.shape.latest]))
      .max(NOTABLE_KINDS.length)
      .default([]),
  },
  carryOver: ({ notables }) => ({ latest: entriesByKey(notables).map(([kind, { latest }]) => [kind, latest]) }),
  takeOver(state, { latest }: { latest: Latest }) {
    state.notables = new Map(latest.map(([kind, list]) => [kind, { latest: list, first: [], largest: [] }]));
  },
  giveBack(state, { latest }: { latest: Latest }) {
    const since = state.notables;
    state.notables = new Map(latest.map(([kind, list]) => [kind, { latest: list, first: [], largest: [] }]));
    for (const [kind, known] of since) {
      const before = state.notables.get(kind)?.latest ?? [];
      state.notables.set(kind, { ...known, latest: [...known.latest, ...before].slice(0, KEPT) });
    }
  },
  join(state, { latest }: { latest: Latest }) {
    for (const [kind, come] of latest) {
      const known = state.notables.get(kind) ?? { latest: [], first: [], largest: [] };
      const ids = new Set(known.latest.map(({ id }) => id));
      const all = [...known.latest, ...come.filter(({ id }) => !ids.has(id))];
      state.notables.set(kind, { ...known, latest: all.sort(later).slice(0, KEPT) });
    }
  },
  wants: ({ pieces }) => ({
    boards: pieces
      .filter(isPlate)
      .filter(({ which }) => which === 'top')
      .map(({ of }) => ({ measure: TOP_BY[of], window: SESSION })),
  }),
  listens: () => ({ record: NOTABLE_KINDS }),
  record: (state, event, { worth }) => noteNotable(state, event, worth),
} satisfies Feature<object, PlateSlice>;
