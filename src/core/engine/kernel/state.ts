import { EVENT_KINDS, type EventKind } from '@/core/event/kind';
import { deriveCounts, deriveWindows, newCounts, nothingWanted, type Wanted } from '@/core/engine/count/counting';
import { plain } from '@/core/words/plain';
import { takeApart, type Words } from '@/core/words/message';
import type { Emit } from './effect';
import type { Feature, KernelDerived, KernelState, Kit, Later, Phase } from './feature';
import { Keywords } from './keywords';
import type { KernelShow } from './show';

/* What the kernel does with a state, whatever features it is made of. */

/** A state before anything has happened. What each feature has of it is put beside. */
export function newState(show: KernelShow, kit: Kit): KernelState {
  const bare = {
    now: 0,
    show,
    kit,
    session: null,
    ...newCounts(),
    faults: [],
    stopped: { cues: new Set<string>(), feeds: new Set<string>() },
    doing: { steps: 0, full: false, cue: null, due: false },
  };
  const slices: object[] = kit.features.map((feature) => feature.create?.(show) ?? {});
  return withDerived(asOne(Object.assign(bare, ...slices) as typeof bare));
}

/** A state whose parts are all there, with what follows from them. */
export function withDerived(bare: Omit<KernelState, 'derived'>): KernelState {
  const state = bare as KernelState;
  derive(state);
  return state;
}

/** Works out what follows from the show and from what is counted: after a change of show, and after a state has been read back. In place. */
export function derive(state: KernelState): void {
  const { kit, show } = state;
  const counts = deriveCounts(state, wantedBy(kit, show));
  const timed = kit.features.filter((feature) => feature.isTimed?.(show) ?? true);
  const keywords = kit.features.map((feature) => feature.keywords?.(show).map(({ word }) => word) ?? []);
  state.derived = {
    ...counts,
    listeners: listenersOf(kit, show),
    timed: timed.filter((feature) => feature.due !== undefined),
    passing: timed.filter((feature) => feature.passTime !== undefined),
    knowing: kit.features.filter((feature) => feature.levelOf !== undefined || feature.valuesOf !== undefined),
    answering: kit.features.filter((feature) => feature.answer !== undefined),
    keywords: new Keywords(keywords.flat()),
    helpers: helpersOf(show),
    later: [],
    format: formatter(show.language),
  };
  for (const feature of kit.features) Object.assign(state.derived, feature.derive?.(state));
  state.derived = asOne(state.derived);
}

/**
 * The same object as if it had been written down in one piece. V8 keeps one that was put together of many as a dictionary, in which every
 * look-up costs several times as much.
 */
export const asOne = <T extends object>(put: T): T => ({ ...put });

/** Boards and windows again, in place: one of them begins or ends, or someone leaves the boards. */
export function renewWindows(state: KernelState): void {
  const { derived, kit } = state;
  Object.assign(derived, deriveWindows(state, derived.people, derived.wanted));
  for (const feature of kit.features) feature.windowsMade?.(state);
}

/** Something else than an event has changed what is counted: whoever follows it looks again. */
export function recount(state: KernelState, emit: Emit): void {
  for (const feature of state.kit.features) feature.recount?.(state, emit);
}

/** Does something once the input has had its effect. */
export const later = ({ derived }: KernelState, job: Later): void => void derived.later.push(job);

/** Whether a session is on. */
export const isRunning = ({ session }: Pick<KernelState, 'session'>): boolean =>
  session !== null && session.endedAt === null;

const helpersOf = ({ feeds }: KernelShow): ReadonlySet<string> =>
  new Set(feeds.flatMap(({ helper = '' }) => (helper === '' ? [] : [plain(helper)])));

function wantedBy(kit: Kit, show: KernelShow): Wanted {
  const all = nothingWanted();
  for (const feature of kit.features) {
    const { boards = [], windows = [], parts = [] } = feature.wants?.(show) ?? {};
    all.boards.push(...boards);
    all.windows.push(...windows);
    all.parts.push(...parts);
  }
  return all;
}

function listenersOf({ features }: Kit, show: KernelShow): KernelDerived['listeners'] {
  const wanted = features.map((feature) => ({ feature, kinds: feature.listens?.(show) ?? {} }));
  const of = (kind: EventKind, phase: Phase): Feature[] =>
    wanted.filter(({ kinds }) => kinds[phase]?.includes(kind)).map(({ feature }) => feature);
  return new Map(
    EVENT_KINDS.map((kind) => [
      kind,
      {
        refuse: of(kind, 'refuse'),
        meet: of(kind, 'meet'),
        record: of(kind, 'record'),
        react: of(kind, 'react'),
        keep: of(kind, 'keep'),
      },
    ]),
  );
}

/** Words are taken apart once: a busy session fills the same ones a hundred thousand times. */
function formatter(language: string): KernelDerived['format'] {
  const known = new Map<string, Words>();
  return (text, values) => {
    let apart = known.get(text);
    if (!apart) {
      apart = takeApart(text, language);
      known.set(text, apart);
    }
    return apart(values);
  };
}
