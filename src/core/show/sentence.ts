import { whyNever } from '@/core/platform';
import { EVENT_KINDS, type EventKind } from '@/core/event/kind';
import { conditionsProblem, conditionsWords } from '@/core/engine/cue/conditions';
import { whoWords } from '@/core/engine/cue/who';
import { KIT } from '@/core/engine/features';
import { stepKind, whenKind, type Step, type When } from '@/core/engine/kinds';
import type { SentencePart } from '@/core/engine/kernel/when';
import { answers } from './answers';
import type { Cue, Show } from './show';

/** A "when", or a step, as it stands in a cue's sentence. */
export const whenSentence = (when: When, show: Show): SentencePart[] => whenKind(when).sentence(when, show);
export const stepSentence = (step: Step, show: Show): SentencePart[] => stepKind(step).sentence(step, show, KIT);

/** Why nothing will be seen or heard of a step, in a sentence; null: something will. */
export const stepProblem = (step: Step, show: Show, cue: Cue): string | null =>
  stepKind(step).problem?.(step, show, { cue, kit: KIT }) ?? null;

/** The kinds of event among a cue's triggers. */
export const eventsOf = (cue: Cue): EventKind[] => whenKind(cue.when).triggers(cue.when).filter(isKind);

/** A cue as one sentence; parts with a field are what is tapped to change it. A step's fields are `<number>.<field>`. */
export function cueSentence(cue: Cue, show: Show): SentencePart[] {
  const parts: SentencePart[] = [{ text: 'When ' }, ...whenSentence(cue.when, show)];
  if (cue.feeds.length > 0)
    parts.push({ text: ' on ' }, { text: cue.feeds.map((id) => feedWords(id, show)).join(' or '), field: 'feeds' });
  const who = whoWords(cue.who);
  if (who !== null) parts.push({ text: ', for ' }, { text: who, field: 'who' });
  for (const hold of conditionsWords(
    cue.holds,
    (id) => show.goals.find((goal) => goal.id === id)?.name ?? 'a goal that is gone',
    (id) => show.scenes.find((scene) => scene.id === id)?.name ?? 'a scene that is gone',
  ))
    parts.push({ text: ', ' }, hold);
  for (const [n, step] of cue.steps.entries()) {
    parts.push(
      { text: n > 0 && n === cue.steps.length - 1 ? ' and ' : ', ' },
      ...stepSentence(step, show).map(({ text, field }) =>
        field === undefined ? { text } : { text, field: `${n}.${field}` },
      ),
    );
  }
  return [...parts, { text: '.' }];
}

const feedWords = (id: string, show: Show): string => {
  const feed = show.feeds.find((each) => each.id === id);
  if (!feed) return 'a feed that is gone';
  return feed.platform === 'mapped' || feed.platform === 'file'
    ? feed.handle
    : feed.platform[0]?.toUpperCase() + feed.platform.slice(1);
};

/** What a cue waits for, as it stands in a sentence. */
const WAITED_FOR: Partial<Record<EventKind, string>> = {
  follow: 'follows',
  gift: 'gifts',
  like: 'likes',
  tip: 'tips',
  subscribe: 'subscriptions',
  giftSubs: 'gifted subscriptions',
  raid: 'raids',
  share: 'shares',
  chat: 'chat',
};
const isKind = (trigger: string): trigger is EventKind => (EVENT_KINDS as readonly string[]).includes(trigger);

/** What keeps a cue from firing, or from being seen and heard, in a sentence; null when nothing does. */
export function cueProblem(cue: Cue, show: Show): string | null {
  for (const step of cue.steps) {
    const problem = stepProblem(step, show, cue);
    if (problem !== null) return problem;
  }
  const answered = answers(cue, show);
  if (answered !== null) return answered;
  const own = whenKind(cue.when).problem?.(cue.when, show) ?? conditionsProblem(cue.holds);
  if (own !== null) return `It cannot fire. ${own}`;
  const { scenes = [] } = cue.holds;
  if (scenes.length > 0 && !scenes.some((id) => show.scenes.some((scene) => scene.id === id)))
    return 'It cannot fire. The scenes that it is for are gone.';
  const feeds = cue.feeds.length === 0 ? show.feeds : show.feeds.filter(({ id }) => cue.feeds.includes(id));
  if (cue.feeds.length > 0 && feeds.length === 0) return 'It cannot fire. The feeds that it listens to are gone.';
  const reasons = eventsOf(cue).map((kind) => whyNever(feeds, kind, WAITED_FOR[kind] ?? kind));
  const never = reasons.length > 0 && reasons.every((reason) => reason !== null) ? reasons[0] : null;
  return never ? `It cannot fire. ${never}` : null;
}
