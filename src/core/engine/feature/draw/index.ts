import { z } from 'zod';
import type { CueShow } from '@/core/engine/cue/cue';
import { cueMoment } from '@/core/engine/cue/fire';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { CommandKind, Feature, InputKind, ListKind } from '@/core/engine/kernel/feature';
import { valuesByKey } from '@/core/engine/kernel/kept';
import { endTurn, enterDraws, followDraws, startDraw, takeSeed } from './drawing';
import { drawProofSchema, drawSchema, type DrawShow, type DrawState, type Draw } from './schema';
import type { DrawHost, DrawSlice } from './slice';
import { draw as step } from './step';
import { draw as when, type DrawMoment } from './when';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

/* Draws: one of several, by chances that anyone can check. */

const id = z.string().min(1).max(300);

const drawCommandSchema = z.object({ command: z.literal('draw'), draw: id });
const drawCommand: CommandKind<z.infer<typeof drawCommandSchema>, DrawHost> = {
  command: 'draw',
  schema: drawCommandSchema,
  run: (state, { draw: which }) => startDraw(state, which),
};

/** The seed of a draw yet to come, made outside of core: it has no chance of its own. */
const seedSchema = z.object({
  input: z.literal('seed'),
  at: z.number().int().min(0),
  draw: id,
  seed: z.string().regex(/^[0-9a-f]{64}$/),
});
const seed: InputKind<z.infer<typeof seedSchema>, DrawHost> = {
  input: 'seed',
  schema: seedSchema,
  run: (state, { draw: which, seed: text }) => takeSeed(state, which, text),
};

const text = z.string();
const number = z.number();
const savedDraw = z.object({
  id: text,
  seed: text.nullable(),
  hash: text.nullable(),
  number,
  entered: z.record(text, text),
  last: drawProofSchema.nullable(),
  turns: z.object({ from: number, until: number }).nullable(),
});

const list: ListKind<Draw> = {
  list: 'draws',
  kind: 'draw',
  title: phrase('Draw'),
  several: phrase('Draws'),
  most: 20,
  make: (id, language) => ({
    id,
    name: proposed(language, 'Draw'),
    from: 'choices',
    keyword: '!draw',
    choices: [
      { label: proposed(language, 'One'), weight: 1 },
      { label: proposed(language, 'Two'), weight: 1 },
      { label: proposed(language, 'Three'), weight: 1 },
    ],
  }),
};

export const draw = {
  name: 'draw',
  list,
  part: { draws: z.array(drawSchema).max(list.most).default([]) },
  whens: [when],
  steps: [step],
  commands: [drawCommand],
  inputs: [seed],

  create: (): DrawSlice => ({ draws: new Map() }),
  saved: { draws: z.array(savedDraw) },
  serialize: ({ draws }) => ({ draws: valuesByKey(draws) }),
  deserialize: ({ draws }: { draws: DrawState[] }) => ({ draws: new Map(draws.map((each) => [each.id, each])) }),

  keywords: ({ draws }) => draws.map(({ keyword, name }) => ({ word: keyword, does: name })),
  answer(state, event, word) {
    if (state.draws.size > 0) enterDraws(state, event, word);
  },
  begin: followDraws,
  follow: followDraws,
  isTimed: ({ draws }) => draws.length > 0,
  due({ draws }) {
    let next = Infinity;
    for (const { turns } of draws.values()) if (turns) next = Math.min(next, turns.until);
    return next;
  },
  fall(state, at, emit) {
    for (const known of state.draws.values()) {
      if (known.turns?.until !== at) continue;
      const label = endTurn(known);
      if (label === null) continue;
      const moment: DrawMoment = {
        trigger: 'draw',
        now: state.now,
        draw: known.id,
        name: known.last?.name ?? '',
        label,
      };
      cueMoment(state, moment, emit);
    }
  },
} satisfies Feature<DrawShow & CueShow, DrawSlice & CueSlice, CueDerived>;
