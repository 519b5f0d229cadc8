import { z } from 'zod';
import type { StepKind } from './step';

const schema = z.object({ kind: z.literal('wait'), seconds: z.number().min(0.1).max(3600) });

/** Waits before the steps behind it. */
export const wait: StepKind<'wait', typeof schema> = {
  kind: 'wait',
  schema,
  title: 'Wait',
  make: () => ({ kind: 'wait', seconds: 2 }),
  sentence: ({ seconds }) => [{ text: 'wait ' }, { text: `${seconds} s`, field: 'seconds' }],
  settings: [{ field: 'seconds', label: 'Wait', setting: 'number', least: 1, most: 3600, unit: 'seconds' }],
  trouble: (step, _show, cue) => (cue.steps.at(-1) === step ? 'It waits for nothing: no step is behind it.' : null),
};
