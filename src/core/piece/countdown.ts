import { z } from 'zod';
import type { CountdownSlice } from '@/core/engine/feature/countdown';
import type { CountdownShow } from '@/core/engine/feature/countdown/schema';
import { leadOf, type DelayShow } from '@/core/engine/feature/delay/schema';
import type { Host } from '@/core/engine/kernel/feature';
import { clockWords, leftOf } from '@/core/engine/feature/countdown/schema';
import type { Group, Op } from '@/core/paint/display';
import { numberOps } from './number-ops';
import { styleOf } from './style';
import { pieceBase, type PieceKind } from './piece';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

const schema = z.object({ ...pieceBase, kind: z.literal('countdown'), countdown: z.string().max(100) });
export type CountdownPiece = z.infer<typeof schema>;

export interface CountdownLive {
  kind: 'countdown';
  /** `endsAt` (ms, the engine's clock) while it runs, else `left`, ms; null when it is not in the show any more. */
  countdown: { name: string; endsAt: number | null; left: number } | null;
}

/** Time that runs down, and that viewers add to. */
export const countdown: PieceKind<
  CountdownPiece,
  CountdownLive,
  CountdownShow,
  Host<CountdownShow & DelayShow, CountdownSlice>
> = {
  kind: 'countdown',
  title: phrase('Countdown'),
  purpose: phrase('Count'),
  says: phrase('Time that runs down; a cue can add to it.'),
  schema,
  least: { w: 260, h: 110 },
  make: (id, { frame, countdowns, language }) => ({
    id,
    kind: 'countdown',
    name: proposed(language, 'Countdown'),
    style: 'slip',
    countdown: countdowns[0]?.id ?? '',
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.36),
      w: Math.round(frame.width * 0.42),
      h: 190,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'countdown', label: phrase('Countdown'), control: 'choice', from: 'countdowns' },
  ],
  live(piece, state) {
    const defined = state.show.countdowns.find(({ id }) => id === piece.countdown);
    const { endsAt = null, left = (defined?.seconds ?? 0) * 1000 } = state.countdowns.get(piece.countdown) ?? {};
    // What runs is ahead on the frame by as much as viewers are behind.
    const ahead = defined?.whenSeen && endsAt !== null ? leadOf(state.show) : 0;
    return {
      kind: 'countdown',
      countdown: defined ? { name: defined.name, endsAt: endsAt === null ? null : endsAt - ahead, left } : null,
    };
  },
  sample(piece, show) {
    const defined = show.countdowns.find(({ id }) => id === piece.countdown);
    return {
      kind: 'countdown',
      countdown: defined ? { name: defined.name, endsAt: null, left: defined.seconds * 1000 } : null,
    };
  },
  draw(piece, { countdown: shown }, tools) {
    if (!shown && tools.seen === 'air') return [];
    const words = shown ? null : aired(tools.language ?? 'en', 'Choose a countdown for this piece');
    const at = (now: number): string => (shown ? clockWords(leftOf({ id: '', ...shown }, now)) : '0:00');
    const ops = (text: string): Op[] =>
      numberOps(
        piece.place,
        styleOf(piece),
        // As wide as it can be at this length, so that it does not change its size with each second.
        { name: words ?? shown?.name ?? '', number: text, widest: text.replace(/\d/g, '0') },
        tools.measure,
      );
    // One that runs is drawn by its clock; by itself it is at its end.
    const group: Group = { key: piece.id, box: piece.place, ops: ops(at(shown?.endsAt ?? 0)) };
    if (shown && shown.endsAt !== null) group.clock = runningOps(shown.endsAt, at, ops);
    return [group];
  },
  alternative: (_piece, { countdown: shown }, now) =>
    shown ? `${shown.name}: ${clockWords(leftOf({ id: '', ...shown }, now))}` : '',
};

/** The operations of each second, the same object for as long as it is the same second. */
function runningOps(
  endsAt: number,
  at: (now: number) => string,
  ops: (text: string) => Op[],
): NonNullable<Group['clock']> {
  let known: { text: string; ops: Op[] } | null = null;
  return (now) => {
    const text = at(now);
    if (known?.text !== text) known = { text, ops: ops(text) };
    const left = endsAt - now;
    return { ops: known.ops, next: left <= 0 ? Infinity : now + (left % 1000 || 1000) };
  };
}
