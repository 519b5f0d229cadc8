import { whyNever } from '@/core/platform';
import { EVENT_KINDS, type EventKind } from '@/core/event/kind';
import { conditionsProblem, conditionsWords } from '@/core/engine/cue/conditions';
import { whoWords } from '@/core/engine/cue/who';
import { KIT } from '@/core/engine/features';
import { stepKind, whenKind, type Step } from '@/core/engine/kinds';
import { answers } from './answers';
import type { Cue, Show } from './show';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';

/** A step as it stands in a cue's sentence; what can be changed of it stands in the tag of its field. */
export const stepSentence = (step: Step, show: Show): Phrase => stepKind(step).sentence(step, show, KIT);

/** Why nothing will be seen or heard of a step, in a sentence; null: something will. */
export const stepProblem = (step: Step, show: Show, cue: Cue): Phrase | null =>
  stepKind(step).problem?.(step, show, { cue, kit: KIT }) ?? null;

/** The kinds of event among a cue's triggers. */
export const eventsOf = (cue: Cue): EventKind[] => whenKind(cue.when).triggers(cue.when).filter(isKind);

/** A cue as one sentence; parts in tags are what is tapped to change it. A step's tags are `<number>.<field>`, a condition's `hold.<field>`. */
export function cueSentence(cue: Cue, show: Show): Phrase {
  const who = whoWords(cue.who);
  const holds = conditionsWords(
    cue.holds,
    (id) => show.goals.find((goal) => goal.id === id)?.name ?? phrase('a goal that is gone'),
    (id) => show.scenes.find((scene) => scene.id === id)?.name ?? phrase('a scene that is gone'),
  );
  let when = whenKind(cue.when).sentence(cue.when, show);
  if (cue.feeds.length > 0)
    when = phrase('{when} on <set-feeds>{feeds}</set-feeds>', {
      when,
      feeds: { or: cue.feeds.map((id) => feedWords(id, show)) },
    });
  if (who) when = phrase('{when}, for <set-who>{who}</set-who>', { when, who });
  for (const said of holds) when = phrase('{when}, {hold}', { when, hold: { and: [{ said, within: 'hold.' }] } });
  const steps = cue.steps.map((step, n) => ({ said: stepSentence(step, show), within: `${n}.` }));
  return steps.length === 0
    ? phrase('When {when}.', { when })
    : phrase('When {when}, {steps}.', { when, steps: { and: steps } });
}

const feedWords = (id: string, show: Show): Sayable => {
  const feed = show.feeds.find((each) => each.id === id);
  if (!feed) return phrase('a feed that is gone');
  return feed.platform === 'mapped' || feed.platform === 'file'
    ? feed.handle
    : feed.platform[0]?.toUpperCase() + feed.platform.slice(1);
};

/** What a cue waits for, as it stands in a sentence. */
export const WAITED_FOR: Partial<Record<EventKind, Phrase>> = {
  follow: phrase('follows'),
  gift: phrase('gifts'),
  like: phrase('likes'),
  tip: phrase('tips'),
  subscribe: phrase('subscriptions'),
  giftSubs: phrase('gifted subscriptions'),
  raid: phrase('raids'),
  share: phrase('shares'),
  chat: phrase('chat'),
};
const isKind = (trigger: string): trigger is EventKind => (EVENT_KINDS as readonly string[]).includes(trigger);

/** What keeps a cue from firing, or from being seen and heard, in a sentence; null when nothing does. */
export function cueProblem(cue: Cue, show: Show): Phrase | null {
  for (const step of cue.steps) {
    const problem = stepProblem(step, show, cue);
    if (problem !== null) return problem;
  }
  const answered = answers(cue, show);
  if (answered !== null) return answered;
  const own = whenKind(cue.when).problem?.(cue.when, show) ?? conditionsProblem(cue.holds);
  if (own !== null) return phrase('It cannot fire. {own}', { own });
  const { scenes = [] } = cue.holds;
  if (scenes.length > 0 && !scenes.some((id) => show.scenes.some((scene) => scene.id === id)))
    return phrase('It cannot fire. The scenes that it is for are gone.');
  const feeds = cue.feeds.length === 0 ? show.feeds : show.feeds.filter(({ id }) => cue.feeds.includes(id));
  if (cue.feeds.length > 0 && feeds.length === 0)
    return phrase('It cannot fire. The feeds that it listens to are gone.');
  const reasons = eventsOf(cue).map((kind) => whyNever(feeds, kind, WAITED_FOR[kind] ?? phrase('this')));
  const never = reasons.length > 0 && reasons.every((reason) => reason !== null) ? reasons[0] : null;
  return never ? phrase('It cannot fire. {never}', { never }) : null;
}
