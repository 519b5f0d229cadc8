import { say } from '@/ui/words/say';

/* Where a backup keeps what: a folder for each show, numbered as in the list of shows, and in it one for each of its sessions. */

export const SHOWS = 'shows.json';
export const MEDIA = 'media.json';
export const SETTINGS = 'settings.json';
export const mediaPart = (id: string, ending: string): string => `media/${id}.${ending}`;

/** The parts of a show. @param n its place in the list, from 0 */
export function showParts(n: number) {
  const folder = `shows/${n + 1}`;
  return {
    show: `${folder}/show.json`,
    home: `${folder}/home.json`,
    keys: `${folder}/keys.json`,
    begin: `${folder}/begin.json`,
    carryOver: `${folder}/carry-over.ndjson`,
    sessions: `${folder}/sessions.json`,
    /** Of its feed in this place. */
    recording: (feed: number): string => `${folder}/recordings/${feed + 1}.txt`,
    events: (session: number): string => `${folder}/sessions/${session + 1}/events.ndjson`,
  };
}

/** How a part is called where it is damaged. @param names of the shows, in their order @param files the names of media, by id */
export function partName(path: string, names: readonly string[], files: ReadonlyMap<string, string>): string {
  if (path === SHOWS) return say('the list of shows');
  if (path === MEDIA) return say('the list of files');
  if (path === SETTINGS) return say('the settings');
  const [kind = '', which = '', what = '', session = ''] = path.split('/');
  if (kind === 'media') {
    const name = files.get(which.replace(/\..*$/, ''));
    return name === undefined ? say('a file') : say('the file “{name}”', { name });
  }
  const show = names[Number(which) - 1] ?? say('show {n}', { n: Number(which) });
  if (what === 'show.json') return say('the show “{show}” itself', { show });
  if (what === 'home.json') return say('the other shows of “{show}”, and how devices bring them together', { show });
  if (what === 'keys.json') return say('the addresses and secrets of “{show}”', { show });
  if (what === 'carry-over.ndjson') return say('people, points and all-time numbers of “{show}”', { show });
  if (what === 'recordings') return say('a recording that “{show}” plays', { show });
  return session === ''
    ? say('the list of sessions of “{show}”', { show })
    : say('session {n} of “{show}”', { show, n: Number(session) });
}
