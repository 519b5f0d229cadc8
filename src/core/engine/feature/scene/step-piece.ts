import { z } from 'zod';
import type { StepKind } from '@/core/engine/kernel/feature';
import type { SceneHost } from './slice';

const schema = z.object({
  kind: z.literal('piece'),
  piece: z.string().min(1).max(100),
  shown: z.enum(['show', 'hide', 'turn']),
});

/** Shows or hides a piece of the stage, for as long as the session lasts. */
export const piece: StepKind<z.infer<typeof schema>, object, SceneHost> = {
  kind: 'piece',
  schema,
  title: 'Show or hide a piece',
  make: (of) => ({ kind: 'piece', piece: of.pieces[0]?.id ?? 'piece', shown: 'turn' }),
  sentence: (step, of) => [
    { text: { show: 'bring in', hide: 'take away', turn: 'bring in or take away' }[step.shown], field: 'shown' },
    { text: ' ' },
    { text: of.pieces.find(({ id }) => id === step.piece)?.name ?? 'a piece that is gone', field: 'piece' },
  ],
  settings: [
    { field: 'piece', label: 'Piece', setting: 'one', of: 'pieces' },
    {
      field: 'shown',
      label: 'What to do',
      setting: 'choice',
      options: [
        { value: 'show', label: 'Bring it in' },
        { value: 'hide', label: 'Take it away' },
        { value: 'turn', label: 'Whichever it is not' },
      ],
    },
  ],
  problem: (step, of) =>
    of.pieces.some(({ id }) => id === step.piece)
      ? null
      : 'Its piece is not on the stage any more. Choose another one.',
  run({ hidden }, { piece: id, shown }) {
    if (shown === 'hide' || (shown === 'turn' && !hidden.has(id))) hidden.add(id);
    else hidden.delete(id);
  },
};
