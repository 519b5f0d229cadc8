import { cueProblem, eventsOf } from '@/core/show/sentence';
import type { Cue, Show } from '@/core/show/show';
import { phrase, type Sayable } from '@/core/words/phrase';
import { fewOf, type Check, type Looked } from './check';

/** So many are told of one by one; the rest is a number. */
const TOLD = 3;

const nameOf = (cue: Cue, { cues }: Show): Sayable => cue.name || phrase('Cue {n}', { n: cues.indexOf(cue) + 1 });

/** Cues that cannot fire, or whose alert nobody would see. */
export function cueChecks({ show }: Looked): Check[] {
  const on = show.cues.filter((cue) => cue.on);
  if (on.length === 0)
    return [
      {
        key: 'cues',
        level: 'know',
        says: phrase('No cue is on'),
        why: phrase('Whatever viewers do, nothing answers it.'),
        offer: { label: phrase('Make one'), does: { kind: 'go', to: '/cues' } },
      },
    ];
  // Without a feed none can fire, which is the feeds' own line to say.
  if (!show.feeds.some((feed) => feed.on)) return [];
  const broken = on.flatMap((cue) => {
    const problem = cueProblem(cue, show);
    return problem === null ? [] : [{ cue, problem }];
  });
  if (broken.length === 0)
    return [
      {
        key: 'cues',
        level: 'good',
        says: phrase('Every cue can fire'),
        why: phrase('{n, plural, one {# is on.} other {# are on.}}', { n: on.length }),
      },
    ];
  return fewOf(broken, TOLD, {
    each: ({ cue, problem }) => ({
      key: `cue ${cue.id}`,
      level: 'know',
      says: nameOf(cue, show),
      why: problem,
      offer: { label: phrase('Switch it off'), does: { kind: 'cueOff', cue: cue.id } },
    }),
    rest: (n) => ({
      key: 'more cues',
      level: 'know',
      says: phrase('{n, plural, one {# more cue cannot fire} other {# more cues cannot fire}}', { n }),
      why: null,
      offer: { label: phrase('Look at them'), does: { kind: 'go', to: '/cues' } },
    }),
  });
}

/** Alerts that another overlay shows as well, where the streamer says that one runs. */
export function twiceChecks({ show }: Looked): Check[] {
  const also = show.alsoShown ?? [];
  if (also.length === 0) return [];
  const twice = show.cues.filter(
    (cue) =>
      cue.on && cue.steps.some(({ kind }) => kind === 'show') && eventsOf(cue).some((kind) => also.includes(kind)),
  );
  if (twice.length === 0)
    return [
      {
        key: 'twice',
        level: 'good',
        says: phrase('No alert comes twice'),
        why: phrase('What your other overlay shows, no cue here shows.'),
      },
    ];
  return twice.map((cue) => ({
    key: `twice ${cue.id}`,
    level: 'first',
    says: phrase('{cue} would come twice', { cue: nameOf(cue, show) }),
    why: phrase('You said that another overlay shows the same.'),
    offer: { label: phrase('Switch it off'), does: { kind: 'cueOff', cue: cue.id } },
  }));
}
