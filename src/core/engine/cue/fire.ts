import { viewerKey } from '@/core/event/viewer-key';
import { followedBefore } from '@/core/engine/count/followed';
import type { WordValues } from '@/core/words/fields';
import type { Cause } from '@/core/engine/kernel/cause';
import type { Emit } from '@/core/engine/kernel/effect';
import { levelOf, valuesOf } from '@/core/engine/kernel/ask';
import type { Memory } from '@/core/engine/kernel/memory';
import { isEventMoment, type EventMoment, type Moment, type OwnMoment } from '@/core/engine/kernel/when';
import { heldForAll, mayFire, type HeldBack } from './conditions';
import type { SomeCue } from './cue';
import type { Asking } from './cue-index';
import { doSteps } from './do-steps';
import { memoryOf, type CueHost } from './slice';
import { isFor, placeOf } from './who';

/** The cues of an event, asked and done. */
export function cueEvent(state: CueHost, cues: readonly Asking[], moment: EventMoment, emit: Emit): void {
  const { topBoard } = state.derived;
  // One for all cues of the event.
  const known = {
    levelOf: (feed: string, viewer: string): number => levelOf(state, feed, viewer),
    hasFollowed: (feed: string, viewer: string): boolean => followedBefore(state.past, feed, viewer) !== null,
  };
  for (const asking of cues) {
    const { cue, kind } = asking;
    if (cue.feeds.length > 0 && !cue.feeds.includes(moment.event.feed)) continue;
    const memory = (asking.memory ??= memoryOf(state, cue.id));
    state.doing.cue = cue.id;
    const values = kind.fires(cue.when, moment, memory);
    if (values.length === 0) continue;
    if (!isFor(cue.who, moment, topBoard, known)) {
      emit?.({ effect: 'held', cue: cue.id, why: 'who' });
      continue;
    }
    if (asking.yields && hasOwn(asking, cues, moment, (who) => isFor(who, moment, topBoard, known))) {
      emit?.({ effect: 'held', cue: cue.id, why: 'own' });
      continue;
    }
    // In a rush nearly all are held back: what they would say is filled in only for one that is not.
    const early = heldForAll(cue.holds, memory, state);
    if (early !== null) {
      for (let n = 0; n < values.length; n += 1) heldBack(cue, early, emit);
      continue;
    }
    fireEach(state, asking, { values, memory, moment }, emit);
  }
  state.doing.cue = null;
}

/** Whether another cue is made for just this event: of the same kind, for its feed and its viewer, and narrower. */
function hasOwn(
  { kind, rank }: Asking,
  cues: readonly Asking[],
  moment: EventMoment,
  isForViewer: (who: SomeCue['who']) => boolean,
): boolean {
  for (const other of cues) {
    if (other.rank <= rank || other.kind !== kind) continue;
    const { feeds, when, who } = other.cue;
    if (feeds.length > 0 && !feeds.includes(moment.event.feed)) continue;
    if (kind.narrows?.covers(when, moment) && isForViewer(who)) return true;
  }
  return false;
}

/** Fires once for each of the values, with what is known of the viewer beside. */
function fireEach(
  state: CueHost,
  { cue }: Asking,
  { values, memory, moment }: { values: readonly WordValues[]; memory: Memory; moment: EventMoment },
  emit: Emit,
): void {
  const { feed, viewer } = moment.event;
  const place = placeOf(state.derived.topBoard, moment.tally);
  const more = viewer ? valuesOf(state, feed, viewer.id) : null;
  for (const each of values) {
    if (more) Object.assign(each, more);
    if (Number.isFinite(place)) each.place = place;
    fire(state, cue, { memory, values: each, moment }, emit);
  }
}

/**
 * The cues of a feature's own moments: a goal, the session, a press.
 * @param key the moment's own, by which some cues are found; `only`: no other cue is asked
 */
export function cueMoment(
  state: CueHost,
  moment: OwnMoment,
  emit: Emit,
  { key = '', only = null }: { key?: string; only?: string | null } = {},
): void {
  for (const { cue, kind } of state.derived.cues.for(moment.trigger, key)) {
    if (only !== null && cue.id !== only) continue;
    const memory = memoryOf(state, cue.id);
    state.doing.cue = cue.id;
    for (const values of kind.fires(cue.when, moment, memory)) fire(state, cue, { memory, values, moment }, emit);
  }
  state.doing.cue = null;
}

/** Fires a cue that was set off, unless something holds it back. */
export function fire(
  state: CueHost,
  cue: SomeCue,
  { memory, values, moment }: { memory: Memory; values: WordValues; moment: Moment },
  emit: Emit,
): void {
  const early = heldForAll(cue.holds, memory, state);
  if (early !== null) return heldBack(cue, early, emit);
  const event = isEventMoment(moment) ? moment.event : null;
  const joins = state.kit.whens.get(cue.when.kind)?.joins ?? null;
  const by = event?.viewer
    ? { feed: event.feed, id: event.viewer.id, name: event.viewer.name }
    : isEventMoment(moment)
      ? null
      : (moment.by ?? null);
  const viewer = by && viewerKey(by.feed, by.id);
  const seed = event?.id ?? (by ? `${moment.trigger}/${viewer}/${moment.now}` : moment.trigger);
  const held = mayFire(state, cue.holds, memory, { viewer, seed });
  if (held !== null) return heldBack(cue, held, emit);
  const gift = event?.kind === 'gift' ? event : null;
  const cause: Cause = {
    values,
    trial: false,
    seed,
    feed: by?.feed ?? event?.feed ?? null,
    viewer,
    worth: isEventMoment(moment) ? moment.worth : 0,
    joins,
    names: by ? [by.name] : [],
    key:
      joins === null
        ? null
        : gift?.streakId !== undefined
          ? `${gift.feed}/${gift.streakId}`
          : viewer === null
            ? null
            : gift
              ? `${viewer}/${gift.giftId}`
              : viewer,
  };
  doSteps(state, cue, { cause, emit });
}

const heldBack = (cue: SomeCue, why: HeldBack, emit: Emit): void => emit?.({ effect: 'held', cue: cue.id, why });

/**
 * Does a cue as if it had fired; nothing holds it back.
 * @param by what chance is drawn from, and the words' values, if they are not to be made-up ones
 */
export function tryCue(
  state: CueHost,
  cue: SomeCue,
  { seed, values: given }: { seed: string; values?: WordValues },
  emit: Emit,
): void {
  const values = given ?? state.kit.whens.get(cue.when.kind)?.sample(cue.when) ?? {};
  const cause: Cause = {
    values,
    trial: true,
    joins: null,
    key: null,
    names: [],
    worth: 0,
    feed: null,
    viewer: null,
    seed,
  };
  doSteps(state, cue, { cause, emit });
  state.doing.cue = null;
}
