import { phrase, type Phrase } from '@/core/words/phrase';
import type { Outlet } from '@/core/show/outlet';
import type { Check, Looked } from './check';

/** Quieter than this at its peak, dBFS, nobody hears it. */
const SILENT_DB = -70;
const AGAIN = {
  label: phrase('Play three bells there'),
  does: { kind: 'command', command: { command: 'tone' } },
} as const;

/** Where sound comes out, and whether it was heard there, by the page's own meter. */
export function soundChecks(looked: Looked): Check[] {
  const { show } = looked;
  const heardOf = show.cues.some(({ on, steps }) => on && steps.some(({ kind }) => kind === 'play' || kind === 'read'));
  if (!heardOf) return [];
  const from = show.outlets.filter(({ sounds }) => sounds);
  const [outlet] = from;
  const first = outlet ?? show.outlets.find(({ whose }) => whose === 'viewers');
  if (!first) return [];
  const only = {
    label: phrase('Sound from “{name}”', { name: first.name }),
    does: { kind: 'soundFrom', outlet: first.id },
  } as const;
  if (!outlet)
    return [
      {
        key: 'sound',
        level: 'first',
        says: phrase('No outlet sounds'),
        why: phrase('Some cues play a sound or read aloud, and nobody would hear it.'),
        offer: only,
      },
    ];
  if (from.length > 1)
    return [
      {
        key: 'sound',
        level: 'first',
        says: phrase('{n, number} outlets sound', { n: from.length }),
        why: phrase('Everything would be heard more than once.'),
        offer: only,
      },
    ];
  return heardThere(outlet, looked);
}

/** Whether the outlet that sounds was heard, where it is open. That it is open nowhere is another check's to say. */
function heardThere({ id, name }: Outlet, { view, now }: Looked): Check[] {
  const pages = view.outletPages[id] ?? [];
  if (pages.length === 0) return [];
  if (pages.every(({ lacks }) => lacks.includes('sound')))
    return [
      {
        key: 'sound',
        level: 'first',
        says: phrase('The browser of “{name}” plays no sound', { name }),
        why: phrase('It is too old for that. Let another outlet sound, in another browser.'),
        offer: { label: phrase('Look at it'), does: { kind: 'go', to: '/outlets' } },
      },
    ];
  if (pages.every(({ blocked }) => blocked))
    return [
      {
        key: 'sound',
        level: 'first',
        says: phrase('The browser of “{name}” is silent', { name }),
        why: phrase('It plays nothing until somebody touches the page there once.'),
        offer: AGAIN,
      },
    ];
  const heard = pages.flatMap(({ heard: last }) => last ?? []).sort((a, b) => b.at - a.at)[0];
  if (!heard)
    return [
      {
        key: 'sound',
        level: 'know',
        says: phrase('Nothing was played from “{name}” yet', { name }),
        why: phrase('Hear it once from your stream before you go live.'),
        offer: AGAIN,
      },
    ];
  if (heard.peakDb < SILENT_DB)
    return [
      {
        key: 'sound',
        level: 'first',
        says: phrase('What “{name}” played last was silent', { name }),
        why: phrase('Its own meter showed nothing.'),
        offer: AGAIN,
      },
    ];
  return [
    {
      key: 'sound',
      level: 'good',
      says: phrase('Sound comes out of “{name}”', { name }),
      why: playedAgo(Math.round((now - heard.at) / 60_000), heard.peakDb),
      offer: AGAIN,
    },
  ];
}

const playedAgo = (min: number, db: number): Phrase =>
  min < 1
    ? phrase('Played there just now, {db, number, ::.0} dBFS at its peak.', { db })
    : phrase('Played there {min, number} min ago, {db, number, ::.0} dBFS at its peak.', { min, db });
