import { goal } from '@/core/piece/goal';
import { leaderboard } from '@/core/piece/leaderboard';
import { spotlight } from '@/core/piece/spotlight';
import { SHOW_FORMAT, SHOW_VERSION, type Show } from './show';

/** An empty vertical show. `id` is made outside: core has no chance of its own. */
export const emptyShow = (id: string, name: string): Show => ({
  format: SHOW_FORMAT, version: SHOW_VERSION, id, name, frame: { width: 1080, height: 1920 },
  feeds: [], money: { currency: 'EUR', rates: {} }, people: [], pieces: [], cues: [], goals: [], outlets: [{ id: 'main', name: 'Everything' }],
});

/**
 * What someone begins with who starts empty: one of each piece, placed clear of where platforms put their own buttons, and a cue of
 * each kind. Also what `./gavirn replay` uses when no show is given.
 */
export function starterShow(id: string, name = 'My show'): Show {
  const show: Show = {
    ...emptyShow(id, name),
    goals: [{ id: 'first-goal', name: 'Gift goal', measure: 'coins', target: 200, onReach: { kind: 'double' } }],
  };
  const pieces = [goal.make('goal', show), spotlight.make('spotlight', show), leaderboard.make('leaderboard', show)];
  return {
    ...show,
    pieces,
    cues: [
      { id: 'welcome', on: true, when: { kind: 'follow' }, steps: [{ kind: 'show', spotlight: 'spotlight', words: 'Welcome, {viewer}', seconds: 4 }] },
      { id: 'thanks', on: true, when: { kind: 'gift', gift: null }, steps: [{ kind: 'show', spotlight: 'spotlight', words: '{viewer} sent {count} {gift}', seconds: 4 }] },
      { id: 'hundred', on: true, when: { kind: 'likes', every: 100 }, steps: [{ kind: 'show', spotlight: 'spotlight', words: '{viewer}: {count} likes', seconds: 3 }] },
    ],
  };
}
