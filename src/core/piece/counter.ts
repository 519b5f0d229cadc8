import { figure } from '@/core/event/figures';
import { z } from 'zod';
import type { CounterSlice } from '@/core/engine/feature/counter';
import type { CounterShow } from '@/core/engine/feature/counter/schema';
import type { Host } from '@/core/engine/kernel/feature';
import { numberOps } from './number-ops';
import { styleOf } from './style';
import { pieceBase, type PieceKind } from './piece';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

const schema = z.object({ ...pieceBase, kind: z.literal('counter'), counter: z.string().max(100) });
export type CounterPiece = z.infer<typeof schema>;

export interface CounterLive {
  kind: 'counter';
  /** Null when the piece's counter is not in the show any more. */
  counter: { name: string; value: number; target: number | null } | null;
}

const figures = ({ value, target }: NonNullable<CounterLive['counter']>, language: string | undefined): string =>
  target === null ? figure(value, language) : `${figure(value, language)} / ${figure(target, language)}`;

/** A number of the streamer's own. */
export const counter: PieceKind<CounterPiece, CounterLive, CounterShow, Host<CounterShow, CounterSlice>> = {
  kind: 'counter',
  title: phrase('Counter'),
  purpose: phrase('Count'),
  says: phrase('A number of your own, changed by a cue or a press.'),
  schema,
  least: { w: 220, h: 110 },
  make: (id, { frame, counters, language }) => ({
    id,
    kind: 'counter',
    name: proposed(language, 'Counter'),
    style: 'slip',
    counter: counters[0]?.id ?? '',
    place: {
      x: Math.round(frame.width * 0.55),
      y: Math.round(frame.height * 0.36),
      w: Math.round(frame.width * 0.32),
      h: 190,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'counter', label: phrase('Counter'), control: 'choice', from: 'counters' },
  ],
  live(piece, state) {
    const defined = state.show.counters.find(({ id }) => id === piece.counter);
    return {
      kind: 'counter',
      counter: defined
        ? { name: defined.name, value: state.counters.get(defined.id) ?? defined.start, target: defined.target }
        : null,
    };
  },
  sample(piece, show) {
    const defined = show.counters.find(({ id }) => id === piece.counter);
    return {
      kind: 'counter',
      counter: defined ? { name: defined.name, value: defined.start, target: defined.target } : null,
    };
  },
  draw(piece, { counter: shown }, tools) {
    if (!shown && tools.seen === 'air') return [];
    const text = shown ? figures(shown, tools.language) : '0';
    return [
      {
        key: piece.id,
        box: piece.place,
        ops: numberOps(
          piece.place,
          styleOf(piece),
          {
            name: shown?.name ?? aired(tools.language ?? 'en', 'Choose a counter for this piece'),
            number: text,
            widest: text,
          },
          tools.measure,
        ),
      },
    ];
  },
  alternative: (_piece, { counter: shown }, _now, language) =>
    shown ? `${shown.name}: ${figures(shown, language)}` : '',
};
