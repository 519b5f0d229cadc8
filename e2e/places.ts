/** Every place of the app. */
export const PLACES = [
  'feeds',
  'stage',
  'cues',
  'desk',
  'recap',
  'outlets',
  'numbers',
  'people',
  'points',
  'media',
  'sound',
  'program',
  'shows',
  'about',
  'begin',
] as const;
