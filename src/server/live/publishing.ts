import type { Show } from '@/core/show/show';
import { notKeptSays } from '@/server/door/not-kept';
import type { Bus } from '@/server/door/bus';
import type { KeptShow, Secrets, Stored } from '@/server/door/shows';
import { outletOfKey } from '@/core/home/keys-doc';
import { showHash, type Log } from '@/server/log';
import type { Addresses } from './addresses';
import { newDevice } from './devices';
import { hashOf } from './key';
import type { LiveShow } from './live-show';
import { phrase, type Sayable, type Phrase } from '@/core/words/phrase';

/** What came of publishing a show. `taken`: keys that belong to another show already; the browser makes new ones. */
export type Published =
  | { ok: true }
  | { ok: false; status: 403 | 409 | 422 | 503 | 507; detail: Sayable; taken?: { outlets: string[]; feeds: string[] } };

/** What is said of a show whose files cannot be used. */
export const brokenWords = (says: Sayable): Phrase =>
  phrase(
    'The server cannot use what it has kept of this show ({why}). Nothing of it was changed, and the show itself is safe in this browser. Ask whoever runs the server, or open the show as a copy.',
    { why: says },
  );

/** A show as a browser publishes it. */
interface Given {
  show: Show;
  deskKey: string | null;
  /** By outlet (`outletOfKey`). */
  outletKeys: Readonly<Record<string, string>>;
  secrets: Secrets;
  /** Files that its home's other shows use. */
  alsoMedia: string[];
  /** As it was; null: it is new. */
  before: Stored | null;
  /** ms UTC. */
  at: number;
}

interface Around {
  may: 'owner' | 'new' | 'notYours' | { broken: Sayable };
  addresses: Addresses;
  log: Log;
}

/** Looks whether a show may be published as it is given, and has it published: a new one, or one that is known. */
export function publishing(
  { may, addresses, log }: Around,
  { show, deskKey, outletKeys, secrets, alsoMedia, before, at }: Given,
  publish: { anew: (stored: Stored) => Published; again: (stored: Stored) => Published },
): Published {
  if (typeof may === 'object') return { ok: false, status: 503, detail: brokenWords(may.broken) };
  if (may === 'notYours')
    return { ok: false, status: 403, detail: phrase('The key is not this show’s, or its device may not change it.') };
  const known = new Set(show.outlets.map(({ id }) => id));
  const keys = Object.entries(outletKeys)
    .map(([name, key]): [string, string] => [hashOf(key), outletOfKey(name, known)])
    .filter(([, id]) => known.has(id));
  const taken = {
    outlets: keys.filter(([hash]) => (addresses.outletOf(hash) ?? show.id) !== show.id).map(([, id]) => id),
    feeds: Object.entries(secrets)
      .filter(([, { inbox }]) => inbox !== '' && (addresses.showOfInbox(inbox) ?? show.id) !== show.id)
      .map(([feed]) => feed),
  };
  if (taken.outlets.length > 0 || taken.feeds.length > 0)
    return {
      ok: false,
      status: 409,
      detail: phrase('An address of this show belongs to another show on this server already. New ones are needed.'),
      taken,
    };
  // An outlet of which no key is given keeps its own: an earlier version has handed over what is known of it.
  const without = Object.entries(before?.outlets ?? {}).filter(([, id]) => known.has(id) && !(id in outletKeys));
  const stored: Stored = {
    show,
    devices: before?.devices ?? [newDevice([], deskKey ?? '', '', { right: 'everything', at })],
    outlets: Object.fromEntries([...without, ...keys]),
    ...(alsoMedia.length > 0 ? { alsoMedia } : {}),
    ...(before?.taken ? { taken: before.taken } : {}),
    ...(before?.buttons ? { buttons: before.buttons } : {}),
  };
  try {
    return may === 'new' ? publish.anew(stored) : publish.again(stored);
  } catch (error) {
    // Something that is not kept has its sentence; anything else is thrown on.
    const refused = notPublished(error);
    log.error({ show: showHash(show.id), err: error }, 'A show could not be written.');
    return refused;
  }
}

/** What is said of a show that the disk does not take. Anything else is a fault of ours, and is thrown again. */
export function notPublished(error: unknown): Extract<Published, { ok: false }> {
  const says = notKeptSays(error);
  if (says === null) throw error;
  return {
    ok: false,
    status: 507,
    detail: phrase(
      'The show cannot be kept on the server: {says}. It stays in this browser and is sent again by itself.',
      { says },
    ),
  };
}

/** A known show takes a change: its secrets, then its feeds, then its document; who may not look any more is let go. */
export function publishChange(
  { kept, live, bus }: { kept: KeptShow; live: LiveShow; bus: Bus },
  stored: Stored,
  secrets: Secrets,
): Published {
  const { show } = stored;
  const before = kept.stored;
  // Before the feeds are changed: a new one finds its secret there.
  const renewed = kept.secrets.keep(secrets);
  const changed = JSON.stringify(before.show) !== JSON.stringify(show);
  const toRenew = renewed.filter((feed) => live.connections.get(feed) !== null);
  if (changed && !live.publish(show))
    return {
      ok: false,
      status: 422,
      detail: phrase(
        'The server cannot run the show as it now is. It goes on as it was before; take the last change back.',
      ),
    };
  kept.keep(stored);
  if (changed) kept.tidy();
  for (const hash of Object.keys(before.outlets)) if (!(hash in stored.outlets)) bus.endView(show.id, `outlet/${hash}`);
  if (!changed) bus.refresh(show.id, 'desk');
  for (const feed of toRenew) live.connections.renew(feed);
  return { ok: true };
}
