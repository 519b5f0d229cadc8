import type { Feed } from '@/core/platform/feed';
import { FEED_STATES, type FeedState } from '@/core/platform/feed-state';
import { kindsOf, PLATFORMS, sendsOf } from '@/core/platform';
import { WAITED_FOR } from '@/core/show/sentence';
import { phrase, type Sayable } from '@/core/words/phrase';
import type { Check, Looked } from './check';

/** A platform's clock that is further off than this is worth a word, ms. */
const CLOCK_MATTERS_MS = 60_000;

/** Each feed: whether it is found, waits or is connected, and all that its platform asks for is there. */
export function feedChecks(looked: Looked): Check[] {
  const { feeds } = looked.show;
  if (feeds.length === 0)
    return [
      {
        key: 'feeds',
        level: 'first',
        says: phrase('No feed is connected'),
        why: phrase('Nothing that viewers do would arrive here.'),
        offer: { label: phrase('Add a feed'), does: { kind: 'go', to: '/feeds' } },
      },
    ];
  return feeds.flatMap((feed) => {
    const steps = stepsOf(feed, looked);
    // What is not as it should be there says why it is connected to in vain.
    const vain = steps.length > 0 && looked.view.feeds[feed.id]?.state === 'reconnecting';
    return [...(vain ? [] : [stateOf(feed, looked)]), ...steps, ...notYetOf(feed), ...clockOf(feed, looked)];
  });
}

const nameOf = ({ platform, handle }: Feed): Sayable => {
  const { name } = PLATFORMS[platform];
  return handle ? phrase('{platform}, {handle}', { platform: name, handle }) : name;
};

function stateOf(feed: Feed, { view }: Looked): Check {
  const key = `feed ${feed.id}`;
  const name = nameOf(feed);
  if (!feed.on)
    return {
      key,
      level: 'first',
      says: phrase('{name} is stopped', { name }),
      why: FEED_STATES.stopped.sentence,
      offer: { label: phrase('Start it'), does: { kind: 'startFeed', feed: feed.id } },
    };
  const state = view.feeds[feed.id]?.state ?? 'looking';
  const { mood, word, sentence } = FEED_STATES[state];
  return {
    key,
    level: mood === 'problem' ? 'first' : state === 'looking' ? 'know' : 'good',
    says: phrase('{name}: {word}', { name, word }),
    why: sentence,
    ...(mood === 'problem'
      ? { offer: { label: phrase('Look at it'), does: { kind: 'go' as const, to: `/feed/${feed.id}` } } }
      : {}),
  };
}

/** What these states say is not said again. */
const SAID: ReadonlySet<FeedState> = new Set<FeedState>(['notFound', 'crowded', 'nowhere', 'faulty', 'full']);

/** What its platform asks for and is not so: a public broadcast, a helper, a signature. */
const stepsOf = (feed: Feed, { steps, view }: Looked): Check[] =>
  !feed.on || SAID.has(view.feeds[feed.id]?.state ?? 'looking')
    ? []
    : (steps[feed.id] ?? [])
        .filter(({ outcome }) => outcome === 'bad')
        .map(({ step, says }, n) => ({
          key: `step ${feed.id} ${n}`,
          level: 'first',
          says: phrase('{name}: {step} is not as it should be', { name: nameOf(feed), step }),
          why: says,
          offer: { label: phrase('Look at it'), does: { kind: 'go', to: `/feed/${feed.id}` } },
        }));

/** What it cannot send yet: the platform admits an account to it first. */
function notYetOf(feed: Feed): Check[] {
  const kinds = feed.on ? kindsOf(feed).filter((kind) => sendsOf(feed, kind) === 'notYet') : [];
  if (kinds.length === 0) return [];
  return [
    {
      key: `not yet ${feed.id}`,
      level: 'know',
      says: phrase('{name} cannot send everything yet', { name: nameOf(feed) }),
      why: phrase('Not {kinds}: the platform admits an account to them first. Say so there once it has.', {
        kinds: { and: kinds.map((kind) => WAITED_FOR[kind] ?? kind) },
      }),
      offer: { label: phrase('Look at it'), does: { kind: 'go', to: `/feed/${feed.id}` } },
    },
  ];
}

function clockOf(feed: Feed, { view }: Looked): Check[] {
  const ahead = view.feeds[feed.id]?.clockAheadMs ?? 0;
  if (Math.abs(ahead) < CLOCK_MATTERS_MS) return [];
  return [
    {
      key: `clock ${feed.id}`,
      level: 'know',
      says: phrase('{name}: its clock is {min, number} min off', {
        name: nameOf(feed),
        min: Math.round(Math.abs(ahead) / 60_000),
      }),
      why: phrase('Gavirn takes that into account; its times elsewhere may look odd.'),
    },
  ];
}
