import { TRANSITION } from '@/core/engine/feature/scene/schema';
import { LEFT_OUT } from '@/core/engine/count/left-out';
import type { Step, When } from '@/core/engine/kinds';
import { SAFE } from '@/core/show/safe-area';
import { ALWAYS } from '@/core/engine/cue/conditions';
import { POINTS } from '@/core/engine/feature/points/schema';
import { PLAIN } from '@/core/engine/alert/plan';
import { SPEECH } from '@/core/engine/alert/speech';
import { makeWhen } from '@/core/engine/kinds';
import { EVERYONE } from '@/core/engine/cue/who';
import { goal } from '@/core/piece/goal';
import { leaderboard } from '@/core/piece/leaderboard';
import { spotlight } from '@/core/piece/spotlight';
import { SOUND } from '@/core/sound/plan';
import { SHOW_FORMAT, SHOW_VERSION, type Cue, type Show } from './show';
import { proposed } from '@/core/words/on-air';

/** An empty vertical show. `id` is made outside: core has no chance of its own. */
export const emptyShow = (id: string, name: string, language = 'en'): Show => ({
  format: SHOW_FORMAT,
  version: SHOW_VERSION,
  id,
  name,
  frame: { width: 1080, height: 1920 },
  language,
  zone: '',
  feeds: [],
  money: { currency: 'EUR', rates: {} },
  people: [],
  notes: [],
  pieces: [],
  scenes: [],
  transition: TRANSITION,
  safe: SAFE,
  dismissed: [],
  layouts: {},
  cues: [],
  goals: [],
  counters: [],
  countdowns: [],
  lanterns: [],
  draws: [],
  teams: [],
  leftOut: LEFT_OUT,
  followAgain: 'never',
  points: POINTS,
  media: [],
  sound: SOUND,
  speech: SPEECH,
  outlets: [
    { id: 'main', name: proposed(language, 'Everything'), sounds: true, shows: { kind: 'all' }, whose: 'viewers' },
  ],
});

/** A show whose spotlights show one alert after another, each for its whole length: nothing is joined, shortened or passed over. */
export const plainly = (show: Show): Show => ({
  ...show,
  pieces: show.pieces.map((piece) => (piece.kind === 'spotlight' ? { ...piece, queue: PLAIN } : piece)),
});

/** A cue for everyone that nothing holds back. */
export const newCue = (id: string, when: When, steps: Step[]): Cue => ({
  id,
  name: '',
  on: true,
  when,
  feeds: [],
  who: EVERYONE,
  holds: ALWAYS,
  steps,
});

const words = (said: string, seconds: number): Step => ({ kind: 'show', spotlight: 'spotlight', words: said, seconds });

/**
 * What someone begins with who starts empty: one of each piece, placed clear of where platforms put their own buttons, and a cue of
 * each kind. Also what `./gavirn replay` uses when no show is given.
 */
export function starterShow(id: string, name?: string, language = 'en'): Show {
  const show: Show = {
    ...emptyShow(id, name ?? proposed(language, 'My show'), language),
    goals: [
      {
        id: 'first-goal',
        name: proposed(language, 'Gift goal'),
        measure: 'coins',
        target: 200,
        onReach: { kind: 'double' },
      },
    ],
  };
  const pieces = [
    { ...goal.make('goal', show), name: proposed(language, 'Gift goal') },
    spotlight.make('spotlight', show),
    leaderboard.make('leaderboard', show),
  ];
  return {
    ...show,
    pieces,
    cues: [
      newCue('welcome', { kind: 'follow' }, [words(proposed(language, 'Welcome, {viewer}'), 4)]),
      newCue('thanks', makeWhen('gift', show), [words(proposed(language, '{viewer} sent {count} {gift}'), 4)]),
      newCue('hundred', { ...makeWhen('every', show), every: 100 }, [
        words(proposed(language, '{viewer}: {count} likes'), 3),
      ]),
    ],
  };
}
