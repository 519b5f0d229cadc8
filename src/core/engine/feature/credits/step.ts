import { z } from 'zod';
import type { StepKind } from '@/core/engine/kernel/feature';
import { isCredits, listKey, rollMs, type CreditsHost } from './slice';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ kind: z.literal('roll'), piece: z.string().max(100) });

/** Lets credits run through once, from the beginning. */
export const roll: StepKind<z.infer<typeof schema>, object, CreditsHost> = {
  kind: 'roll',
  schema,
  title: phrase('Run the scrolling names'),
  make: (of) => ({ kind: 'roll', piece: of.pieces.find(isCredits)?.id ?? '' }),
  sentence: (step, of) =>
    phrase('run <set-piece>{names}</set-piece> once', {
      names:
        of.pieces.find((piece) => piece.id === step.piece && isCredits(piece))?.name ?? phrase('names that are gone'),
    }),
  settings: [{ field: 'piece', label: phrase('Scrolling names'), setting: 'one', of: 'credits' }],
  problem: (step, of) =>
    of.pieces.some((piece) => piece.id === step.piece && isCredits(piece))
      ? null
      : of.pieces.some(isCredits)
        ? phrase('Its scrolling names are gone. Choose others.')
        : phrase('There are no scrolling names yet. Add them on the stage.'),
  run(state, { piece: id }) {
    const piece = state.show.pieces.find((each) => each.id === id);
    if (!piece || !isCredits(piece)) return;
    const names = state.derived.credits.get(listKey(piece.of, piece.over))?.names.length ?? 0;
    state.rolls.set(id, { from: state.now, until: state.now + rollMs(piece, names) });
  },
};
