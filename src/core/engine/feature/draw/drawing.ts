import type { EventOf } from '@/core/event/event';
import { WORTH_PARTS } from '@/core/event/worth-parts';
import { viewerKey } from '@/core/event/viewer-key';
import { levelOf } from '@/core/engine/kernel/ask';
import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import { hashOf, newDraw, pick, TURN_MS, type Draw, type DrawEntry, type DrawState } from './schema';
import { plain } from '@/core/words/plain';
import type { DrawHost } from './slice';

const drawOf = (state: DrawHost, id: string): Draw | undefined => state.show.draws.find((draw) => draw.id === id);

/** Draws of a setup: new ones begin, those that are gone go. */
export function followDraws(state: DrawHost): void {
  for (const id of state.draws.keys()) if (!drawOf(state, id)) state.draws.delete(id);
  for (const { id } of state.show.draws) if (!state.draws.has(id)) state.draws.set(id, newDraw(id));
}

/** A seed from outside, for the next draw; one that is there stays. */
export function takeSeed(state: DrawHost, id: string, seed: string): void {
  const draw = state.draws.get(id);
  if (!draw || draw.seed !== null) return;
  draw.seed = seed;
  draw.hash = hashOf(seed);
}

/** A viewer who writes the keyword is in; once is enough. */
export function enterDraws(state: DrawHost, event: EventOf<'chat'>, word: string): void {
  if (!event.viewer) return;
  for (const { id, from, keyword } of state.show.draws) {
    if (from !== 'keyword' || keyword.trim() === '' || plain(keyword) !== word) continue;
    const draw = state.draws.get(id);
    if (draw) draw.entered[viewerKey(event.feed, event.viewer.id)] ??= event.viewer.name;
  }
}

/** What is drawn among now, in an order that does not depend on how it came about. */
export function entriesOf(state: DrawHost, { id, from, choices }: Draw): DrawEntry[] {
  switch (from) {
    case 'choices':
      return choices;
    case 'keyword':
      return Object.entries(state.draws.get(id)?.entered ?? {})
        .sort(([a], [b]) => (a < b ? -1 : 1))
        .map(([, label]) => ({ label, weight: 1 }));
    case 'coins':
      return byWeight(state, ({ coins }) => coins);
    case 'worth':
      return byWeight(state, ({ worth }) => Math.floor(worth / WORTH_PARTS));
    case 'level':
      return byWeight(state, ({ key, feed, id: viewer }) => levelOfTally(state, key, feed, viewer));
  }
}

/** Viewers of this session, each with a weight; those without one are not in. */
function byWeight(state: DrawHost, weigh: (tally: ViewerTally) => number): DrawEntry[] {
  const entries = [...state.derived.people.all()]
    .map((tally) => ({ key: tally.key, label: tally.name, weight: weigh(tally) }))
    .filter(({ weight }) => weight > 0);
  return entries.sort((a, b) => (a.key < b.key ? -1 : 1)).map(({ label, weight }) => ({ label, weight }));
}

/** A person of several feeds has the level of all that is theirs. */
function levelOfTally(state: DrawHost, key: string, feed: string, viewer: string): number {
  const member = state.show.people.find(({ id }) => `person/${id}` === key)?.members[0];
  return levelOf(state, member?.feed ?? feed, member?.viewer ?? viewer);
}

/** How many are in; null where counting them all the time would be too much. */
export function entryCount(state: DrawHost, { id, from, choices }: Draw): number | null {
  if (from !== 'choices' && from !== 'keyword') return null;
  return from === 'choices' ? choices.length : Object.keys(state.draws.get(id)?.entered ?? {}).length;
}

/** Draws, and lets the reel turn. Nothing happens without a seed, without entries, or while it turns. */
export function startDraw(state: DrawHost, id: string): void {
  const draw = state.draws.get(id);
  const defined = drawOf(state, id);
  if (!draw || !defined || draw.turns || draw.seed === null || draw.hash === null) return;
  const entries = entriesOf(state, defined);
  if (entries.length === 0) return;
  const { seed, hash } = draw;
  const number = draw.number + 1;
  Object.assign(draw, {
    number,
    seed: null,
    hash: null,
    entered: {},
    turns: { from: state.now, until: state.now + TURN_MS },
    last: {
      format: 'gavirn.draw',
      version: 1,
      name: defined.name,
      number,
      at: Math.round(state.now),
      hash,
      seed,
      entries,
      picked: pick(seed, number, entries),
    },
  } satisfies Partial<DrawState>);
}

/** What was drawn, once the reel has stopped; null when it had not turned. */
export function endTurn(draw: DrawState): string | null {
  if (!draw.turns || !draw.last) return null;
  draw.turns = null;
  return draw.last.entries[draw.last.picked]?.label ?? null;
}

/** Draws that want a seed. */
export const unseeded = (state: DrawHost): string[] =>
  [...state.draws.values()].filter(({ seed }) => seed === null).map(({ id }) => id);
