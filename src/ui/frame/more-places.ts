import type { Right } from '@/core/home/device';
import type { PLACES } from './five-places';
import { phrase, type Phrase } from '@/core/words/phrase';

/** A place beside the five: what it is called, what is there, which of the five it belongs to, and its own sign. */
export interface MorePlace {
  path: string;
  name: Phrase;
  says: Phrase;
  of: (typeof PLACES)[number]['path'];
  sign: string;
}

/** In the order in which the sheet under the show's name has them. */
export const MORE_PLACES: readonly MorePlace[] = [
  {
    path: '/ready',
    name: phrase('Ready check'),
    says: phrase('What to mend before going live'),
    of: '/desk',
    sign: 'M11 3a8 8 0 1 0 8 8M7.5 10.5l3 3L19 5',
  },
  {
    path: '/rehearsal',
    name: phrase('Rehearsal'),
    says: phrase('A made-up crowd, at once'),
    of: '/cues',
    sign: 'M4 17a4 4 0 0 1 8 0M8 11a2.5 2.5 0 1 0 0-5 2.5 2.5 0 0 0 0 5ZM13 17a4 4 0 0 1 6 0M15.5 12a2 2 0 1 0 0-4 2 2 0 0 0 0 4Z',
  },
  {
    path: '/delay',
    name: phrase('Delay'),
    says: phrase('How far viewers are behind'),
    of: '/desk',
    sign: 'M11 3a8 8 0 1 1-8 8M11 6.5V11l3.5 2',
  },
  {
    path: '/outlets',
    name: phrase('Outlets'),
    says: phrase('Addresses to paste'),
    of: '/stage',
    sign: 'M3 4h16v11H3zM8 19h6',
  },
  {
    path: '/numbers',
    name: phrase('Numbers'),
    says: phrase('Goals, counters, countdowns'),
    of: '/desk',
    sign: 'M4 18V11M9 18V5M14 18v-9M19 18V8',
  },
  {
    path: '/buttons',
    name: phrase('Buttons'),
    says: phrase('A watch or a box presses them'),
    of: '/desk',
    sign: 'M4 5h6v6H4zM13 5h6v6h-6zM4 14h6v5H4zM16 13.5a2.5 2.5 0 1 0 0 5 2.5 2.5 0 0 0 0-5Z',
  },
  {
    path: '/people',
    name: phrase('People'),
    says: phrase('Everybody who was seen'),
    of: '/recap',
    sign: 'M11 10a3.5 3.5 0 1 0 0-7 3.5 3.5 0 0 0 0 7ZM4 19a7 7 0 0 1 14 0',
  },
  {
    path: '/points',
    name: phrase('Points'),
    says: phrase('What viewers earn and buy'),
    of: '/cues',
    sign: 'M11 3l7 8-7 8-7-8z',
  },
  {
    path: '/media',
    name: phrase('Media'),
    says: phrase('Your pictures, clips, sounds'),
    of: '/cues',
    sign: 'M3 4h16v14H3zM3 15l5-5 4 4 3-3 4 4',
  },
  {
    path: '/sound',
    name: phrase('Sound'),
    says: phrase('Levels, and reading aloud'),
    of: '/cues',
    sign: 'M4 8h3l5-4v14l-5-4H4zM15 8a4 4 0 0 1 0 6',
  },
  {
    path: '/program',
    name: phrase('Program'),
    says: phrase('Full picture, stills, clips'),
    of: '/stage',
    sign: 'M4 3h14v16H4zM9 8l5 3-5 3z',
  },
  {
    path: '/devices',
    name: phrase('Devices'),
    says: phrase('Phone, tablet, computer'),
    of: '/desk',
    sign: 'M3 5h12v9H3zM6 18h6M17 9h4v10h-4z',
  },
  {
    path: '/shows',
    name: phrase('Shows'),
    says: phrase('Change, save, settings'),
    of: '/stage',
    sign: 'M3 6h11v12H3zM7 3h12v12',
  },
  {
    path: '/about',
    name: phrase('About'),
    says: phrase('Version, storage, licences'),
    of: '/feeds',
    sign: 'M11 3v.5M11 8v11',
  },
];

export const morePlace = (path: string): MorePlace | undefined => MORE_PLACES.find((place) => path === place.path);

/** What a device that may not do everything has a use for. */
const FOR_LESS: Readonly<Record<Exclude<Right, 'everything'>, readonly string[]>> = {
  desk: ['/ready', '/people', '/devices', '/shows', '/about'],
  look: ['/devices', '/shows', '/about'],
};
export const mayOpen = (path: string, right: Right): boolean =>
  right === 'everything' || FOR_LESS[right].includes(path);
