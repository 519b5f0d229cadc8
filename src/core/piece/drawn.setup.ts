import type { Group, Op } from '@/core/paint/display';

export type Text = Extract<Op, { op: 'text' }>;
const textsOf = (ops: readonly Op[]): Text[] => ops.filter((op): op is Text => op.op === 'text');

/** The texts that groups draw at a moment, ms. */
export const drawn = (groups: Group[], now = 0): Text[] =>
  groups.flatMap((group) => textsOf(group.clock?.(now).ops ?? group.ops));
