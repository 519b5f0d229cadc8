import type { StreamEvent } from '@/core/event/event';
import { eventsOf } from '@/core/show/sentence';
import type { Show } from '@/core/show/show';
import { STARTS } from '@/core/show/starts';
import { phrase, type Phrase } from '@/core/words/phrase';
import type { SecondsOf } from './listening';
import { report, type Report } from './report';

/** Ways to make a show calmer: plain data, so that a worker can tell them. */
export const ADVICES = ['thank', 'join', 'shorten', 'shorter', 'worth', 'places', 'cooldown'] as const;
export type AdviceName = (typeof ADVICES)[number];

export interface Advice {
  name: AdviceName;
  before: Report;
  after: Report;
}

/** At most so many are offered. */
const OFFERED = 3;
/** One that is better by less than this share is not worth a tap. */
const WORTH_IT = 0.1;
/** Alerts are not made shorter than this, s, and for so much less time. */
const LEAST_S = 2.5;
const SHORTER = 0.7;
/** What happens often is answered at most once in this long, s. */
const COOLDOWN_S = 20;
/** A wait that is this long already is nobody's concern, ms. */
const CALM_MS = 10_000;

interface AdviceKind {
  title: Phrase;
  says: Phrase;
  /** Changes a draft of the show; @returns whether it changed anything */
  change: (draft: Show, before: Report) => boolean;
}

type Queue = Extract<Show['pieces'][number], { kind: 'spotlight' }>['queue'];
/** Changes what spotlights do with what waits. */
function queues(draft: Show, changed: (queue: Queue) => Partial<Queue>): boolean {
  let any = false;
  draft.pieces = draft.pieces.map((piece) => {
    if (piece.kind !== 'spotlight') return piece;
    const more = changed(piece.queue);
    if (Object.keys(more).length === 0) return piece;
    any = true;
    return { ...piece, queue: { ...piece.queue, ...more } };
  });
  return any;
}

/** Cues for kinds that were given, and that no cue which is on shows anything for. */
function thankFor(draft: Show, { unthankedKinds }: Report): boolean {
  const spotlight = draft.pieces.find(({ kind }) => kind === 'spotlight')?.id;
  if (spotlight === undefined) return false;
  const answered = new Set(
    draft.cues.flatMap((cue) => (cue.on && cue.steps.some(({ kind }) => kind === 'show') ? eventsOf(cue) : [])),
  );
  let made = 0;
  const id = (): string => {
    do made += 1;
    while (draft.cues.some((cue) => cue.id === `thanks-${made}`));
    return `thanks-${made}`;
  };
  const more = unthankedKinds
    .filter((kind) => !answered.has(kind))
    .flatMap((kind) => STARTS.find(({ shape }) => shape === kind)?.make(draft, spotlight, id) ?? []);
  draft.cues.push(...more);
  return more.length > 0;
}

/** What happens so often that a pause in between takes nothing from anybody. */
const OFTEN: ReadonlySet<string> = new Set(['every', 'chat', 'share', 'follow', 'first']);

export const ADVICE: Record<AdviceName, AdviceKind> = {
  thank: {
    title: phrase('Add cues that thank for what no cue answers'),
    says: phrase('Each is one of those that are ready to use; change its words under Cues.'),
    change: thankFor,
  },
  join: {
    title: phrase('Let alerts that belong together join'),
    says: phrase('What waits for the same cue is shown as one, with everybody’s name.'),
    change: (draft) => queues(draft, ({ merge }) => (merge ? {} : { merge: true })),
  },
  shorten: {
    title: phrase('Show alerts more briefly while many wait'),
    says: phrase('They have their whole length again once it is calm.'),
    change: (draft) => queues(draft, ({ shorten }) => (shorten ? {} : { shorten: true })),
  },
  shorter: {
    title: phrase('Show every alert for less time'),
    says: phrase('Seven tenths of what it is now, and {least, number, ::.0} s at least.', { least: LEAST_S }),
    change(draft) {
      let any = false;
      for (const cue of draft.cues)
        for (const step of cue.steps) {
          if (step.kind !== 'show') continue;
          const seconds = Math.max(LEAST_S, Math.round(step.seconds * SHORTER * 2) / 2);
          if (seconds >= step.seconds) continue;
          step.seconds = seconds;
          any = true;
        }
      return any;
    },
  },
  worth: {
    title: phrase('Let what is worth more come first'),
    says: phrase('A large gift does not wait behind fifty small ones.'),
    change: (draft) => queues(draft, ({ byWorth }) => (byWorth ? {} : { byWorth: true })),
  },
  places: {
    title: phrase('Show two alerts at once'),
    says: phrase('Each in a place of its own, in the same spotlight.'),
    change: (draft) => queues(draft, ({ mode }) => (mode === 'one' ? { mode: 'places', places: 2 } : {})),
  },
  cooldown: {
    title: phrase('Answer follows, likes, shares and chat at most every {s, number} s', { s: COOLDOWN_S }),
    says: phrase('Gifts, tips and subscriptions are answered as before.'),
    change(draft) {
      let any = false;
      for (const cue of draft.cues) {
        const shows = cue.on && cue.steps.some(({ kind }) => kind === 'show');
        if (!shows || !OFTEN.has(cue.when.kind) || cue.holds.every >= COOLDOWN_S) continue;
        cue.holds.every = COOLDOWN_S;
        any = true;
      }
      return any;
    },
  },
};

/** Makes a show calmer by an advice. @param before what it came to without @returns null where it changes nothing */
export function advised(show: Show, name: AdviceName, before: Report): Show | null {
  const draft = structuredClone(show);
  return ADVICE[name].change(draft, before) ? draft : null;
}

/** How far from calm: whoever gave and was not thanked weighs most, then the longest wait, then the usual one. */
const unrest = ({ unthanked, longestWaitMs, usualWaitMs }: Report): number =>
  unthanked * 60_000 + longestWaitMs + usualWaitMs;

/**
 * Tries each advice by the same engine with the same crowd, and offers those that help, the best first. With none of them more are unthanked;
 * the longest wait grows with none but those with which fewer are.
 * @param tried told after each
 */
export function advise(
  show: Show,
  events: readonly StreamEvent[],
  { secondsOf, before, tried = () => undefined }: { secondsOf: SecondsOf; before: Report; tried?: (n: number) => void },
): Advice[] {
  if (before.unthanked === 0 && before.longestWaitMs <= CALM_MS) return [];
  const helpful: Advice[] = [];
  for (const [n, name] of ADVICES.entries()) {
    const draft = advised(show, name, before);
    if (draft) {
      const after = report(draft, events, secondsOf);
      const calmer = unrest(after) <= unrest(before) * (1 - WORTH_IT);
      const noLonger = after.longestWaitMs <= before.longestWaitMs;
      if (calmer && (after.unthanked < before.unthanked || (after.unthanked === before.unthanked && noLonger)))
        helpful.push({ name, before, after });
    }
    tried(n + 1);
  }
  return helpful.sort((a, b) => unrest(a.after) - unrest(b.after)).slice(0, OFFERED);
}
