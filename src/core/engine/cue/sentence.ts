import type { Cue, Show } from '@/core/show/show';
import { whyNever } from '@/core/platform';
import { EVENT_KINDS, type EventKind } from '@/core/event/kind';
import { answers } from './answers';
import { holdsTrouble, holdsWords } from './conditions';
import { stepSentence, stepTrouble } from '@/core/engine/cue/step';
import { triggersOf, whenKind, whenSentence } from '@/core/engine/cue/when';
import type { SentencePart } from '@/core/engine/cue/when/when';
import { whoWords } from './who';

/** A cue as one sentence; parts with a field are what is tapped to change it. A step's fields are `<number>.<field>`. */
export function cueSentence(cue: Cue, show: Show): SentencePart[] {
  const parts: SentencePart[] = [{ text: 'When ' }, ...whenSentence(cue.when, show)];
  if (cue.feeds.length > 0)
    parts.push({ text: ' on ' }, { text: cue.feeds.map((id) => feedWords(id, show)).join(' or '), field: 'feeds' });
  const who = whoWords(cue.who);
  if (who !== null) parts.push({ text: ', for ' }, { text: who, field: 'who' });
  for (const hold of holdsWords(
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
export function cueTrouble(cue: Cue, show: Show): string | null {
  for (const step of cue.steps) {
    const trouble = stepTrouble(step, show, cue);
    if (trouble !== null) return trouble;
  }
  const answered = answers(cue, show);
  if (answered !== null) return answered;
  const own = whenKind(cue.when).trouble?.(cue.when, show) ?? holdsTrouble(cue.holds);
  if (own !== null) return `It cannot fire. ${own}`;
  const { scenes = [] } = cue.holds;
  if (scenes.length > 0 && !scenes.some((id) => show.scenes.some((scene) => scene.id === id)))
    return 'It cannot fire. The scenes that it is for are gone.';
  const feeds = cue.feeds.length === 0 ? show.feeds : show.feeds.filter(({ id }) => cue.feeds.includes(id));
  if (cue.feeds.length > 0 && feeds.length === 0) return 'It cannot fire. The feeds that it listens to are gone.';
  const reasons = triggersOf(cue.when)
    .filter(isKind)
    .map((kind) => whyNever(feeds, kind, WAITED_FOR[kind] ?? kind));
  const never = reasons.length > 0 && reasons.every((reason) => reason !== null) ? reasons[0] : null;
  return never ? `It cannot fire. ${never}` : null;
}
