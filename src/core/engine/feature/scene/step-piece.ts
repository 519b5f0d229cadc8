import { z } from 'zod';
import type { StepKind } from '@/core/engine/kernel/feature';
import type { SceneHost } from './slice';
import { phrase } from '@/core/words/phrase';

const schema = z.object({
  kind: z.literal('piece'),
  piece: z.string().min(1).max(100),
  shown: z.enum(['show', 'hide', 'turn']),
});

/** Shows or hides a piece of the stage, for as long as the session lasts. */
export const piece: StepKind<z.infer<typeof schema>, object, SceneHost> = {
  kind: 'piece',
  schema,
  title: phrase('Show or hide a piece'),
  make: (of) => ({ kind: 'piece', piece: of.pieces[0]?.id ?? 'piece', shown: 'turn' }),
  sentence: (step, of) =>
    phrase(
      '<set-shown>{shown, select, show {show} hide {hide} other {show or hide}}</set-shown> <set-piece>{piece}</set-piece>',
      {
        shown: step.shown,
        piece: of.pieces.find(({ id }) => id === step.piece)?.name ?? phrase('a piece that is gone'),
      },
    ),
  settings: [
    { field: 'piece', label: phrase('Piece'), setting: 'one', of: 'pieces' },
    {
      field: 'shown',
      label: phrase('What to do'),
      setting: 'choice',
      options: [
        { value: 'show', label: phrase('Show it') },
        { value: 'hide', label: phrase('Hide it') },
        { value: 'turn', label: phrase('Switch between the two') },
      ],
    },
  ],
  problem: (step, of) =>
    of.pieces.some(({ id }) => id === step.piece)
      ? null
      : phrase('Its piece is not on the stage any more. Choose another one.'),
  run({ hidden }, { piece: id, shown }) {
    if (shown === 'hide' || (shown === 'turn' && !hidden.has(id))) hidden.add(id);
    else hidden.delete(id);
  },
};
