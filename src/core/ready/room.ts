import { phrase } from '@/core/words/phrase';
import type { Check, Looked } from './check';

/** A battery below this does not last an evening, %. */
const LOW_BATTERY = 30;
/** A browser with less room than this may not keep a long session, bytes: some 20 MB an hour at 5,000 messages a minute. */
const LITTLE_ROOM = 200_000_000;

/** Files of the show that are nowhere. */
export const mediaChecks = ({ missing }: Looked): Check[] =>
  missing.length === 0
    ? []
    : [
        {
          key: 'media',
          level: 'first',
          says: phrase('{n, plural, one {# file is missing} other {# files are missing}}', { n: missing.length }),
          why: phrase('{names}', { names: { and: missing.slice(0, 5) } }),
          offer: { label: phrase('Look at them'), does: { kind: 'go', to: '/media' } },
        },
      ];

/** Room to keep what comes: the server's, and this browser's. */
export function roomChecks({ view, device: { free } }: Looked): Check[] {
  const server: Check[] =
    view.problem === null
      ? []
      : [
          {
            key: 'room',
            level: 'first',
            says: phrase('The server has trouble keeping the session'),
            why: view.problem,
          },
        ];
  const browser: Check[] =
    free === null || free >= LITTLE_ROOM
      ? []
      : [
          {
            key: 'browser room',
            level: 'know',
            says: phrase('This browser has {mb, number} MB of room left', { mb: Math.floor(free / 1e6) }),
            why: phrase('A long session may not fit; the server keeps it until it does.'),
            offer: { label: phrase('What takes it'), does: { kind: 'go', to: '/about' } },
          },
        ];
  return [...server, ...browser];
}

export const batteryChecks = ({ device: { battery } }: Looked): Check[] =>
  battery === null || battery > LOW_BATTERY
    ? []
    : [
        {
          key: 'battery',
          level: 'first',
          says: phrase('This device’s battery is at {battery, number} %', { battery }),
          why: phrase('It does not last an evening. Plug it in.'),
        },
      ];
