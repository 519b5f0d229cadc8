import type { Emit } from '@/core/engine/kernel/effect';
import { z } from 'zod';
import type { CueShow } from '@/core/engine/cue/cue';
import { savedValues } from '@/core/engine/cue';
import { tryCue } from '@/core/engine/cue/fire';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { CommandKind, Feature, Host } from '@/core/engine/kernel/feature';
import { entriesByKey } from '@/core/engine/kernel/kept';
import { wordValuesSchema } from '@/core/words/values';
import type { Alert } from './alert';
import type { AudibleAt } from './audible';
import { blackout } from './blackout';
import { lookSchema } from './look';
import { followSpotlights, hear, passOver, playOn, queueOf, show as ask, takenOut, type Asked } from './playing';
import { AlertQueue } from './queue';
import { isSpotlight, type AlertDerived, type AlertHost, type AlertShow, type AlertSlice, type Line } from './slice';
import { SPEECH, speechSchema } from './speech';
import { play } from './step/play';
import { read } from './step/read';
import { show } from './step/show';

/* Alerts: what spotlights show one after another, and what is heard with it. */

/** What the check of the way to the stream's sound plays. */
const TONE = 'three-bells';

const id = z.string().min(1).max(300);

/** `values`: in place of made-up ones. */
const trySchema = z.object({ command: z.literal('try'), cue: id, values: wordValuesSchema.optional() });
const tryCommand: CommandKind<z.infer<typeof trySchema>, AlertHost & Host<CueShow, CueSlice, CueDerived>> = {
  command: 'try',
  schema: trySchema,
  run(state, { cue, values }, emit) {
    const found = state.derived.cuesById.get(cue);
    if (found) tryCue(state, found, { seed: `try/${state.alerts}/${state.sounds}`, values }, emit);
  },
};

const skipSchema = z.object({ command: z.literal('skip'), alert: id });
const skip: CommandKind<z.infer<typeof skipSchema>, AlertHost> = {
  command: 'skip',
  schema: skipSchema,
  run(state, { alert }, emit: Emit) {
    for (const queue of state.queues.values()) {
      const skipped = queue.skip(alert, state.now);
      if (!skipped) continue;
      const { gone, passed } = skipped;
      takenOut(state, [gone], emit);
      passOver(state, passed, emit);
      // What is skipped falls silent at once, too.
      if (gone.begun && gone.sounds.length > 0) hear(state, { kind: 'hush' }, state.now);
    }
  },
};

const replaySchema = z.object({ command: z.literal('replay'), alert: id });
const replay: CommandKind<z.infer<typeof replaySchema>, AlertHost> = {
  command: 'replay',
  schema: replaySchema,
  run(state, { alert }, emit: Emit) {
    const all = [...state.played, ...[...state.queues.values()].flatMap((queue) => queue.list())];
    const known = all.find((each) => each.id === alert);
    // Shown again as it was: it joins nothing, and nothing joins it.
    if (known) ask(state, { ...known, joins: null, key: null }, emit);
  },
};

const holdSchema = z.object({ command: z.literal('hold'), spotlight: id, on: z.boolean() });
const hold: CommandKind<z.infer<typeof holdSchema>, AlertHost> = {
  command: 'hold',
  schema: holdSchema,
  run(state, { spotlight, on }, emit: Emit) {
    // Also before its first alert: that one is then held back.
    if (state.derived.spotlights.has(spotlight)) passOver(state, queueOf(state, spotlight).hold(on, state.now), emit);
  },
};

const clearSchema = z.object({ command: z.literal('clear'), spotlight: id });
const clear: CommandKind<z.infer<typeof clearSchema>, AlertHost> = {
  command: 'clear',
  schema: clearSchema,
  run(state, { spotlight }, emit: Emit) {
    const gone = state.queues.get(spotlight)?.clear(state.now) ?? [];
    if (gone.length > 0) state.cleared.set(spotlight, { at: state.now, alerts: gone });
    takenOut(state, gone, emit);
  },
};

/** So long what was cleared can be brought back, ms: as long as the desk offers it, and what the way there takes. */
const BACK_MS = 12_000;

/** Brings back what was cleared by hand, in its order, each as a new alert behind what has come meanwhile. */
const unclearSchema = z.object({ command: z.literal('unclear'), spotlight: id });
const unclear: CommandKind<z.infer<typeof unclearSchema>, AlertHost> = {
  command: 'unclear',
  schema: unclearSchema,
  run(state, { spotlight }, emit: Emit) {
    const cleared = state.cleared.get(spotlight);
    state.cleared.delete(spotlight);
    if (!cleared || state.now - cleared.at > BACK_MS) return;
    for (const alert of cleared.alerts) ask(state, { ...alert, joins: null, key: null }, emit);
  },
};

/** Ends all that is heard. */
const hushSchema = z.object({ command: z.literal('hush') });
const hush: CommandKind<z.infer<typeof hushSchema>, AlertHost> = {
  command: 'hush',
  schema: hushSchema,
  run: (state) => hear(state, { kind: 'hush' }, state.now),
};

/** Plays a few bells, to find out whether they are heard. */
const toneSchema = z.object({ command: z.literal('tone') });
const tone: CommandKind<z.infer<typeof toneSchema>, AlertHost> = {
  command: 'tone',
  schema: toneSchema,
  run: (state) => hear(state, { kind: 'sound', sound: TONE, volume: 100 }, state.now),
};

const text = z.string();
const number = z.number();
const sound = z.object({ kind: z.literal('sound'), sound: text, volume: number });
const speech = z.object({ kind: z.literal('speech'), text, language: text, speed: number, pitch: number, voice: text });
const heard = z.discriminatedUnion('kind', [
  sound.extend({ id: text, at: number }),
  speech.extend({ id: text, at: number }),
  z.object({ kind: z.literal('hush'), id: text, at: number }),
]);
const heardAfter = z.discriminatedUnion('kind', [sound.extend({ after: number }), speech.extend({ after: number })]);
const alertSchema = z.object({
  cue: text,
  words: text,
  values: savedValues,
  joins: z.enum(['add', 'group', 'latest']).nullable(),
  key: text.nullable(),
  names: z.array(text),
  worth: number,
  id: text,
  spotlight: text,
  at: number,
  from: number,
  until: number,
  length: number,
  place: number,
  text,
  sounds: z.array(heardAfter),
  begun: z.boolean(),
  trial: z.boolean(),
  look: lookSchema.optional(),
  step: number.optional(),
});

interface Saved {
  alerts: number;
  played: Alert[];
  queues: { spotlight: string; held: boolean; alerts: Alert[] }[];
  heard: AudibleAt[];
  sounds: number;
  lines: Line[];
  /** Absent in what earlier versions have saved. */
  cleared?: { spotlight: string; at: number; alerts: Alert[] }[] | undefined;
  blackout?: readonly string[] | undefined;
}

/** So long an answer is shown, ms. It belongs to no cue, and joins nothing. */
const ANSWER = {
  cue: '',
  length: 6000,
  sounds: [],
  look: undefined,
  trial: false,
  joins: null,
  key: null,
  names: [],
  worth: 0,
} as const satisfies Partial<Asked>;

export const alert = {
  name: 'alert',
  part: {
    speech: speechSchema.default(SPEECH),
    /** The spotlight in which answers to viewers are shown where nothing can be posted; absent: in none. */
    answersIn: z.string().min(1).max(100).optional(),
  },
  steps: [show, play, read],
  showAnswer(state, words, emit) {
    const { answersIn } = state.show;
    if (answersIn === undefined || !state.derived.spotlights.has(answersIn)) return;
    ask(state, { ...ANSWER, spotlight: answersIn, words: '{message}', values: { message: words } }, emit);
  },
  commands: [tryCommand, skip, replay, hold, clear, unclear, blackout, hush, tone],

  create: (): AlertSlice => ({
    queues: new Map(),
    played: [],
    alerts: 0,
    heard: [],
    sounds: 0,
    lines: [],
    cleared: new Map(),
    blackout: null,
  }),
  saved: {
    alerts: number,
    played: z.array(alertSchema),
    queues: z.array(z.object({ spotlight: text, held: z.boolean(), alerts: z.array(alertSchema) })),
    heard: z.array(heard),
    sounds: number,
    lines: z.array(z.object({ id: text, at: number, text, cue: text.optional() })),
    cleared: z.array(z.object({ spotlight: text, at: number, alerts: z.array(alertSchema) })).optional(),
    blackout: z.array(text).optional(),
  },
  serialize: ({ alerts, played, queues, heard: kept, sounds, lines, cleared, blackout: black }) => ({
    alerts,
    played,
    queues: entriesByKey(queues).map(([spotlight, queue]) => ({
      spotlight,
      held: queue.held,
      alerts: queue.list(),
    })),
    heard: kept,
    sounds,
    lines,
    ...(cleared.size > 0
      ? {
          cleared: entriesByKey(cleared).map(([spotlight, { at, alerts: gone }]) => ({
            spotlight,
            at,
            alerts: [...gone],
          })),
        }
      : {}),
    ...(black ? { blackout: [...black] } : {}),
  }),
  deserialize: ({ queues, cleared = [], blackout: black = undefined, ...rest }: Saved, setup) => {
    const plans = spotlightsOf(setup);
    const each = queues.map(({ spotlight, held, alerts }): [string, AlertQueue] => [
      spotlight,
      // By what words are filled in is known once everything has been read back (`derive`).
      new AlertQueue(null, plans.get(spotlight), alerts, held),
    ]);
    return {
      ...rest,
      queues: new Map(each),
      cleared: new Map(cleared.map(({ spotlight, at, alerts }) => [spotlight, { at, alerts }])),
      blackout: black ?? null,
    };
  },

  derive(state): AlertDerived {
    for (const queue of state.queues.values()) queue.speak(state.derived.format);
    return { spotlights: spotlightsOf(state.show) };
  },
  passTime(state, emit: Emit) {
    if (state.queues.size > 0) playOn(state, emit);
  },
  follow: (state, _before, emit: Emit) => followSpotlights(state, emit),
} satisfies Feature<AlertShow, AlertSlice, AlertDerived>;

const spotlightsOf = ({ pieces }: Parameters<NonNullable<Feature['create']>>[0]): AlertDerived['spotlights'] =>
  new Map(pieces.filter(isSpotlight).map(({ id: piece, queue }) => [piece, queue]));
