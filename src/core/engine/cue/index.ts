import { z } from 'zod';
import { boardIn } from '@/core/engine/count/board-key';
import { SESSION } from '@/core/engine/count/window';
import type { CommandKind, Feature } from '@/core/engine/kernel/feature';
import { deserializeMemory, serializeMemory, type SavedMemory } from '@/core/engine/kernel/memory';
import { WORD_FIELDS } from '@/core/words/fields';
import type { CueShow, SomeCue } from './cue';
import { CueIndex } from './cue-index';
import { doSteps } from './do-steps';
import { cueMoment } from './fire';
import { type CueDerived, type CueHost, type CueSlice, type Pending } from './slice';
import { add } from './step/add';
import { ask } from './step/ask';
import { call } from './step/call';
import { pick } from './step/pick';
import { post } from './step/post';
import { wait } from './step/wait';
import { chat } from './when/chat';
import { every } from './when/every';
import { first } from './when/first';
import { follow } from './when/follow';
import { gift } from './when/gift';
import { giftSubs } from './when/gift-subs';
import { press } from './when/press';
import { raid } from './when/raid';
import { session } from './when/session';
import { share } from './when/share';
import { subscribe } from './when/subscribe';
import { tip } from './when/tip';

/* Cues: what sets them off, what they remember, and which of their steps wait. */

/** A button of the desk: a cue that waits for it. */
const pressed = z.object({ command: z.literal('press'), cue: z.string().min(1).max(300) });
const pressCommand: CommandKind<z.infer<typeof pressed>, CueHost> = {
  command: 'press',
  schema: pressed,
  run: (state, { cue }, emit) => cueMoment(state, { trigger: 'press', now: state.now }, emit, { only: cue }),
};

const text = z.string();
const number = z.number();
/** As they stand in an alert: what a viewer wrote may be long. */
export const savedValues = z.partialRecord(z.enum(WORD_FIELDS), z.union([text, number]));
const memory = z.object({
  cue: text,
  fired: number,
  lastAt: number.nullable(),
  byViewer: z.array(z.tuple([text, number])),
  recent: z.array(z.object({ at: number, count: number })),
  ticks: number,
  picked: z.record(text, number),
});
const cause = z.object({
  values: savedValues,
  trial: z.boolean(),
  joins: z.enum(['add', 'group', 'latest']).nullable(),
  key: text.nullable(),
  names: z.array(text),
  worth: number,
  feed: text.nullable(),
  viewer: text.nullable(),
  seed: text,
});
const pending = z.object({ at: number, cue: text, step: number, cause, calls: z.array(text) });

interface Saved {
  memories: ({ cue: string } & SavedMemory)[];
  pending: Pending[];
}

/** A cue that was switched off for its faults is as one that its streamer has switched off. */
const effective = ({ show, stopped }: CueHost): readonly SomeCue[] =>
  stopped.cues.size === 0
    ? show.cues
    : show.cues.map((each) => (stopped.cues.has(each.id) ? { ...each, on: false } : each));

const tellsTop = ({ on, who, steps }: SomeCue): boolean =>
  on &&
  (who.are === 'top' ||
    steps.some((step) => 'words' in step && typeof step.words === 'string' && step.words.includes('{place}')));

export const cue = {
  name: 'cue',
  whens: [follow, gift, every, tip, subscribe, giftSubs, raid, share, first, chat, session, press],
  steps: [add, post, wait, ask, call, pick],
  commands: [pressCommand],

  create: (): CueSlice => ({ memories: new Map(), pending: [] }),
  saved: { memories: z.array(memory), pending: z.array(pending) },
  serialize: ({ memories, pending: waiting }) => ({
    memories: [...memories]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([id, each]) => ({ cue: id, ...serializeMemory(each) })),
    pending: waiting,
  }),
  deserialize: (saved: Saved) => ({
    memories: new Map(saved.memories.map(({ cue: id, ...each }) => [id, deserializeMemory(each)])),
    pending: saved.pending,
  }),

  derive(state): CueDerived {
    const cues = effective(state);
    return {
      cues: new CueIndex(cues, state.kit.whens),
      cuesById: new Map(cues.map((each) => [each.id, each])),
      topBoard: topBoard(state),
    };
  },
  wants: ({ cues }) => (cues.some(tellsTop) ? { boards: [{ measure: 'coins', window: SESSION }] } : {}),
  windowsMade(state) {
    state.derived.topBoard = topBoard(state);
  },
  keywords: ({ cues }) =>
    cues.flatMap(({ on, when, name }) => {
      if (!on || !isChat(when)) return [];
      const words = chat.keys?.(when) ?? [];
      // Only a keyword is told to viewers, and only one whose cue has a name.
      return words.map((word) => ({ word, does: when.how === 'keyword' ? name : '', written: when.text }));
    }),
  follow(state) {
    for (const id of state.memories.keys()) if (!state.derived.cuesById.has(id)) state.memories.delete(id);
  },
  stopCue(state, id) {
    state.pending = state.pending.filter((each) => each.cue !== id && !each.calls.includes(id));
  },

  due: ({ pending: [next] }) => next?.at ?? Infinity,
  fall(state, at, emit) {
    const [next] = state.pending;
    if (next?.at !== at) return false;
    state.pending.shift();
    const found = state.derived.cuesById.get(next.cue);
    if (found) doSteps(state, found, { from: next.step, cause: next.cause, calls: next.calls, emit });
    state.doing.cue = null;
    return true;
  },
} satisfies Feature<CueShow, CueSlice, CueDerived>;

const isChat = (when: { kind: string }): when is z.infer<typeof chat.schema> => when.kind === 'chat';

/** Equal to the board that others may have asked for, but only where a cue tells the top. */
const topBoard = (state: CueHost) => (effective(state).some(tellsTop) ? boardIn(state, 'coins') : undefined);
