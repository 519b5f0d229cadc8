import { phrase } from '@/core/words/phrase';
import type { Check, Looked } from './check';

const DAY_MS = 86_400_000;
/** A show changes within a week. */
const WEEK_MS = 7 * DAY_MS;

/** Whether outlets show a rehearsal: it would end by itself, and what is found of numbers is the crowd's. */
export const rehearsingChecks = ({ view: { rehearsal } }: Looked): Check[] =>
  rehearsal === null
    ? []
    : [
        {
          key: 'rehearsing',
          level: 'first',
          says: phrase('Your outlets show a rehearsal'),
          why: phrase('It ends by itself when you go live. Until then goals and countdowns are those of its crowd.'),
          offer: { label: phrase('End the rehearsal'), does: { kind: 'endRehearsal' } },
        },
      ];

/** Whether the show was rehearsed within the last week, and what came of it. */
export function rehearsedChecks({ show, rehearsed, now }: Looked): Check[] {
  if (!show.cues.some((cue) => cue.on)) return [];
  if (rehearsed === null || now - rehearsed.at > WEEK_MS)
    return [
      {
        key: 'rehearsed',
        level: 'know',
        says: phrase('Not rehearsed within a week'),
        why: phrase('A made-up crowd shows how long alerts would wait, and whom nobody would thank.'),
        offer: { label: phrase('Rehearse'), does: { kind: 'go', to: '/rehearsal' } },
      },
    ];
  const { longestWaitMs, unthanked, at } = rehearsed;
  const days = Math.floor((now - at) / DAY_MS);
  return [
    {
      key: 'rehearsed',
      level: 'good',
      says: days < 1 ? phrase('Rehearsed today') : phrase('Rehearsed {days, number} d ago', { days }),
      why:
        unthanked === 0
          ? phrase('Longest wait {s, number} s, nobody unthanked.', { s: Math.round(longestWaitMs / 1000) })
          : phrase('Longest wait {s, number} s, {unthanked, number} not thanked.', {
              s: Math.round(longestWaitMs / 1000),
              unthanked,
            }),
      offer: { label: phrase('Again'), does: { kind: 'go', to: '/rehearsal' } },
    },
  ];
}
