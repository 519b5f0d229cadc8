import { KIT } from '@/core/engine/features';
import { stepKind, type Step } from '@/core/engine/kinds';
import { z } from 'zod';
import { counterSchema } from '@/core/engine/feature/counter/schema';
import { countdownSchema } from '@/core/engine/feature/countdown/schema';
import { goalSchema } from '@/core/engine/feature/goal/schema';
import { mediaSchema, stepMedia } from '@/core/media/media';
import { cueSchema, type Cue, type Show } from './show';
import { listed } from './listed';
import { phrase, type Phrase } from '@/core/words/phrase';

export const CUE_FILE_FORMAT = 'gavirn.cues';
export const CUE_FILE_VERSION = 1;

const base64 = z
  .string()
  .max(34_000_000)
  .regex(/^[A-Za-z0-9+/]*={0,2}$/);

/** Cues to be handed to another show, with what they need (docs/cues.md). Data only: what is in none of these fields is dropped as it is read. */
export const cueFileSchema = z.object({
  format: z.literal(CUE_FILE_FORMAT),
  version: z.literal(CUE_FILE_VERSION),
  cues: z.array(cueSchema).min(1).max(500),
  goals: z.array(goalSchema).max(50).default([]),
  counters: z.array(counterSchema).max(50).default([]),
  countdowns: z.array(countdownSchema).max(20).default([]),
  media: z.array(mediaSchema).max(500).default([]),
  /** The media's bytes in base64, by id. */
  files: z.record(z.string().regex(/^[0-9a-f]{64}$/), base64).default({}),
});
export type CueFile = z.infer<typeof cueFileSchema>;

export type ReadCueFile = { ok: true; file: CueFile } | { ok: false; reason: Phrase };

/** Reads a cue file. Whatever it holds, the answer is cues or a sentence. */
export function readCueFile(text: string): ReadCueFile {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    return { ok: false, reason: phrase('This is no cue file: its JSON cannot be read. Nothing was changed.') };
  }
  const head = z.looseObject({ format: z.literal(CUE_FILE_FORMAT), version: z.number().int().min(1) }).safeParse(json);
  if (!head.success)
    return {
      ok: false,
      reason: phrase(
        'This is no cue file. A cue file is what "Save cues as a file" in Cues makes. Nothing was changed.',
      ),
    };
  if (head.data.version > CUE_FILE_VERSION)
    return {
      ok: false,
      reason: phrase(
        'These cues were saved by a later Gavirn (version {version}; this one reads up to {cueFileVersion}). Nothing was changed.',
        { version: head.data.version, cueFileVersion: CUE_FILE_VERSION },
      ),
    };
  const parsed = cueFileSchema.safeParse(json);
  if (parsed.success) return { ok: true, file: parsed.data };
  return {
    ok: false,
    reason: phrase('The cue file has a part that cannot be used: {path}. Nothing was changed.', {
      path: parsed.error.issues[0]?.path.join(' › ') || 'its content',
    }),
  };
}

/** Which goals, counters and countdowns a cue names. */
function numbersOfCue({ when, steps, holds }: Cue): Set<string> {
  const named = new Set<string>();
  if (when.kind === 'goal') named.add(`goal/${when.goal}`);
  if (when.kind === 'counter') named.add(`counter/${when.counter}`);
  if (when.kind === 'countdown') named.add(`countdown/${when.countdown}`);
  if (holds.goal !== '') named.add(`goal/${holds.goal}`);
  for (const step of steps) if (step.kind === 'add') named.add(step.number);
  return named;
}

/** A cue as a file has it: without what is of its show alone. */
const alone = ({ holds: { scenes: _scenes, ...holds }, ...cue }: Cue): Cue => ({
  ...cue,
  holds,
  feeds: [],
  who: { ...cue.who, only: [], never: [] },
});

/** A file of these cues. Names of viewers, feeds and scenes stay behind: they are nobody's in another show. */
export function cueFileOf(show: Show, cues: readonly Cue[], files: Readonly<Record<string, string>>): CueFile {
  const numbers = new Set(cues.flatMap((cue) => [...numbersOfCue(cue)]));
  const used = new Set(cues.flatMap(({ steps }) => steps.flatMap(stepMedia)));
  return {
    format: CUE_FILE_FORMAT,
    version: CUE_FILE_VERSION,
    cues: cues.map(alone),
    goals: show.goals.filter(({ id }) => numbers.has(`goal/${id}`)),
    counters: show.counters.filter(({ id }) => numbers.has(`counter/${id}`)),
    countdowns: show.countdowns.filter(({ id }) => numbers.has(`countdown/${id}`)),
    media: show.media.filter(({ id }) => used.has(id)),
    files: Object.fromEntries(Object.entries(files).filter(([id]) => used.has(id))),
  };
}

/** How a cue of a file stands to the show it comes to. */
export interface Clash {
  cue: Cue;
  /** `new`: nothing like it is there; `same`: it is there already; `differs`: one of the same id is, and is another. */
  how: 'new' | 'same' | 'differs';
  /** What is said of it before anything changes: what it names and is not there, what it would send out. */
  said: Phrase[];
}

const alike = (a: Cue, b: Cue): boolean => JSON.stringify(alone(a)) === JSON.stringify(alone(b));

/** What would happen if the file came into the show. */
export function clashes(file: CueFile, show: Show): Clash[] {
  return file.cues.map((cue) => {
    const there = show.cues.find(({ id }) => id === cue.id);
    return {
      cue,
      how: !there ? 'new' : alike(cue, there) ? 'same' : 'differs',
      said: cue.steps.flatMap((step) => stepSaid(step, file, show)),
    };
  });
}

function stepSaid(step: Step, file: CueFile, show: Show): Phrase[] {
  switch (step.kind) {
    case 'show':
      return show.pieces.some(({ id, kind }) => id === step.spotlight && kind === 'spotlight')
        ? []
        : [phrase('Its spotlight is not here: it will use yours.')];
    case 'piece':
      return show.pieces.some(({ id }) => id === step.piece)
        ? []
        : [phrase('The piece that it shows or hides is not here. Choose one afterwards.')];
    case 'call':
      return file.cues.some(({ id }) => id === step.cue) || show.cues.some(({ id }) => id === step.cue)
        ? []
        : [phrase('The cue that it calls is not here. Choose one afterwards.')];
    case 'ask':
      return step.url === ''
        ? []
        : [phrase('It calls {host}. It comes in switched off: look at it first.', { host: new URL(step.url).host })];
    default:
      return gone(step, show);
  }
}

/** What a step names of the show that is not here. */
const gone = (step: Step, show: Show): Phrase[] =>
  stepKind(step).settings.flatMap((setting) => {
    if (setting.setting !== 'one') return [];
    const list = setting.of === 'scenes' ? show.scenes : KIT.lists.has(setting.of) ? listed(show, setting.of) : null;
    const id = Object.entries(step).find(([field]) => field === setting.field)?.[1];
    return !list || list.some((each) => each.id === id)
      ? []
      : [phrase('What it names is not here ({what}). Choose one afterwards.', { what: setting.label })];
  });

export type CueChoice = 'leave' | 'beside' | 'instead';

/**
 * Brings cues of a file into a show, in place: only those that were chosen, as they were chosen. What they need and is not there comes along.
 * @param newId makes an id for a cue that comes in beside one of the same id
 */
export function bringIn(
  show: Show,
  file: CueFile,
  choices: Readonly<Record<string, CueChoice>>,
  newId: () => string,
): void {
  const spotlight = show.pieces.find(({ kind }) => kind === 'spotlight')?.id;
  const chosen = file.cues.filter(({ id }) => (choices[id] ?? 'leave') !== 'leave');
  const renamed = new Map(
    chosen.map(({ id }) => [id, choices[id] === 'beside' && show.cues.some((cue) => cue.id === id) ? newId() : id]),
  );
  for (const cue of chosen) {
    const steps = cue.steps.map((step): Step => {
      if (
        step.kind === 'show' &&
        spotlight !== undefined &&
        !show.pieces.some(({ id, kind }) => id === step.spotlight && kind === 'spotlight')
      )
        return { ...step, spotlight };
      if (step.kind === 'call') return { ...step, cue: renamed.get(step.cue) ?? step.cue };
      if (step.kind === 'pick')
        return { ...step, of: step.of.map((choice) => ({ ...choice, cue: renamed.get(choice.cue) ?? choice.cue })) };
      return step;
    });
    const tells = steps.some((step) => step.kind === 'ask' && step.url !== '');
    const mine: Cue = {
      ...cue,
      id: renamed.get(cue.id) ?? cue.id,
      on: cue.on && !tells,
      feeds: cue.feeds.filter((id) => show.feeds.some((feed) => feed.id === id)),
      steps,
    };
    const at = show.cues.findIndex(({ id }) => id === mine.id);
    if (at >= 0) show.cues[at] = mine;
    else show.cues.push(mine);
    const numbers = numbersOfCue(mine);
    for (const goal of file.goals)
      if (numbers.has(`goal/${goal.id}`) && !show.goals.some(({ id }) => id === goal.id)) show.goals.push(goal);
    for (const counter of file.counters)
      if (numbers.has(`counter/${counter.id}`) && !show.counters.some(({ id }) => id === counter.id))
        show.counters.push(counter);
    for (const countdown of file.countdowns)
      if (numbers.has(`countdown/${countdown.id}`) && !show.countdowns.some(({ id }) => id === countdown.id))
        show.countdowns.push(countdown);
    for (const media of file.media)
      if (
        mine.steps.some((step) => stepMedia(step).includes(media.id)) &&
        !show.media.some(({ id }) => id === media.id)
      )
        show.media.push(media);
  }
}
