import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector } from 'yjs';
import { z } from 'zod';
import { CODE_MS, deviceNameSchema, SHEET_LENGTH, type Right } from '@/core/home/device';
import { readHome, showOn, showsOf } from '@/core/home/home-doc';
import { outletOfKey, readKeysDoc } from '@/core/home/keys-doc';
import { followPlan, mediaOf } from '@/core/home/shows';
import { writeAt } from '@/core/home/client-id';
import type { Media } from '@/core/media/media';
import { SHOW_VERSION, type Show } from '@/core/show/show';
import { phrase, type Sayable } from '@/core/words/phrase';
import { secretsSchema, type Device, type HomeDocs, type Secrets } from '@/server/door/shows';
import { goesOn } from './beginning';
import { addDevice, withSheet, type ChangedDevices } from './devices';
import { Codes, sheetCode } from './codes';
import { DeviceList } from './device-list';
import { notPublished, type Published } from './publishing';
import type { ShowHost } from './show-host';

/** All that a home's documents may take, bytes, and so many shows. */
const MOST_BYTES = 8 << 20;
const MOST_SHOWS = 200;

/** So often it is looked which show should be on, ms. */
const PLANS_MS = 5000;

/** What a device has of one document: its state vector, and what it has that the server may not have (Yjs updates). */
export interface Having {
  vector: Uint8Array;
  update: Uint8Array | null;
}
/** What a device lacks of one document, and what the server has now. */
export interface Lacking {
  update: Uint8Array;
  vector: Uint8Array;
}

export interface StepRequest {
  /** Of the show document that the device knows. */
  version: number;
  home: Having;
  /** Absent where the device may not have them. */
  keys?: Having | undefined;
}
export type StepAnswer =
  | { ok: true; home: Lacking; keys: Lacking | null }
  | (Exclude<Published, { ok: true }> & { older?: true })
  | { ok: false; status: 400 | 404 | 409; detail: Sayable; older?: true };

const outletKeysSchema = z.record(z.string().max(100), z.string().regex(/^[\w-]{16,100}$/));

/** The homes of a server: their documents, in which devices' changes come together, and how devices are added. */
export class Homes {
  readonly codes = new Codes();

  readonly devices: DeviceList;

  /** Of whose plans something could not be done, as was said. */
  private readonly unplanned = new Set<string>();
  private readonly planning: ReturnType<typeof setInterval>;

  constructor(private readonly host: ShowHost) {
    this.devices = new DeviceList(host);
    this.planning = setInterval(() => this.followPlans(Date.now()), PLANS_MS).unref();
  }

  /** Takes what a device has changed, if it may and if it can be used, and says what it lacks. */
  step(id: string, key: string, device: Device | 'new', given: StepRequest): StepAnswer {
    if (given.version !== SHOW_VERSION) return { ok: false, status: 409, detail: OLDER, older: true };
    const kept = this.host.kept(id);
    const before = kept?.docs.read() ?? null;
    const writes = given.home.update !== null || (given.keys?.update ?? null) !== null;
    const may: Right = device === 'new' ? 'everything' : device.right;
    if (!before && !writes)
      return {
        ok: false,
        status: 404,
        detail: phrase('This server does not have the show. The browser that has it publishes it again.'),
      };
    if (!writes) return this.answer(before ?? NOTHING, given, may);
    if (may !== 'everything') return { ok: false, status: 403, detail: phrase('This device may not change the show.') };
    const merged = this.merge(id, before, given);
    if ('status' in merged) return merged;
    const { docs, show, outlets, ...beside } = merged;
    const published = this.host.publish(show, key, outlets, beside);
    if (!published.ok) return published;
    const notKept = this.keep(id, docs);
    if (notKept) return notKept;
    this.host.refreshDesk(id);
    return this.answer(docs, given, may);
  }

  /** @returns what is said where the disk does not take them: the device gives them again */
  private keep(id: string, docs: HomeDocs): Refused | null {
    try {
      this.host.kept(id)?.docs.keep(docs);
      return null;
    } catch (error) {
      // Something that is not kept has its sentence; anything else is thrown on.
      return notPublished(error);
    }
  }

  /** What the documents come to with a device's changes; or why they cannot be taken. */
  private merge(id: string, before: HomeDocs | null, given: StepRequest): Merged | Refused {
    const [home, keys] = [docOf(before?.home), docOf(before?.keys)];
    const touched = new Set<string>();
    home.getMap('shows').observeDeep((events) => {
      for (const { path, changes } of events)
        for (const show of path.length > 0 ? [path[0]] : changes.keys.keys()) touched.add(String(show));
    });
    for (const [doc, having] of [
      [home, given.home],
      [keys, given.keys],
    ] as const) {
      if (!having?.update) continue;
      try {
        applyUpdate(doc, having.update);
      } catch {
        // Whatever it is, it is no update of Yjs.
        return { ok: false, status: 400, detail: phrase('What was sent cannot be read.') };
      }
      // It builds on what this server has not got: a server put back from an older copy. Everything is asked for.
      if (doc.store.pendingStructs !== null || doc.store.pendingDs !== null)
        return { ok: false, status: 404, detail: phrase('This server lacks earlier changes of the show.') };
    }
    try {
      return validated(id, home, keys, touched);
    } catch (error) {
      // Nested deeper than anything of ours: there is no room for it on the stack.
      if (!(error instanceof RangeError)) throw error;
      return { ok: false, status: 400, detail: phrase('What was sent cannot be read.') };
    }
  }

  private answer(docs: HomeDocs, given: StepRequest, may: Right): StepAnswer {
    const lacking = (bytes: Uint8Array, having: Having): Lacking => {
      const doc = docOf(bytes);
      return { update: encodeStateAsUpdate(doc, having.vector), vector: encodeStateVector(doc) };
    };
    try {
      return {
        ok: true,
        home: lacking(docs.home, given.home),
        keys: may === 'everything' && given.keys ? lacking(docs.keys, given.keys) : null,
      };
    } catch {
      // A state vector that is none.
      return { ok: false, status: 400, detail: phrase('What was sent cannot be read.') };
    }
  }

  /** Puts on the shows whose time has come, where nobody is live: an interrupted broadcast keeps its show. */
  followPlans(now: number): void {
    for (const id of this.host.ids()) {
      const live = this.host.running(id);
      const { plan } = live?.state.show ?? {};
      if (live && plan && plan.slots.length > 0 && !live.isOn && !goesOn(live.state, live.clock.now()))
        this.followPlan(id, live.state.show, now);
    }
  }

  private followPlan(id: string, show: Show, now: number): void {
    const before = this.host.kept(id)?.docs.read();
    const home = docOf(before?.home);
    writeAt(home, now, Math.random);
    if (!before || !followPlan(home, show, now)) return;
    const merged = validated(id, home, docOf(before.keys), new Set());
    if ('status' in merged) return this.notPlanned(id, merged.detail);
    const { docs, show: next, outlets, ...beside } = merged;
    const published = this.host.publish(next, null, outlets, beside);
    const refused = published.ok ? this.keep(id, docs) : published;
    if (refused) return this.notPlanned(id, refused.detail);
    this.unplanned.delete(id);
    this.host.refreshDesk(id);
  }

  /** It is tried again the next time, and said once. */
  private notPlanned(id: string, why: Sayable): void {
    if (this.unplanned.has(id)) return;
    this.unplanned.add(id);
    this.host.running(id)?.notice(phrase('The planned show could not be put on: {why}', { why }));
  }

  close(): void {
    clearInterval(this.planning);
  }

  /** A file that any show of a home uses. */
  media(id: string, file: string): Media | null {
    const docs = this.host.kept(id)?.docs.read();
    return (docs && mediaOf(docOf(docs.home)).find((one) => one.id === file)) ?? null;
  }

  /** A code for one more device. */
  invite(id: string, right: Right): { code: string; until: number; ms: number } {
    return { ...this.codes.make(id, right, Date.now()), ms: CODE_MS };
  }

  /** A device comes with a code and a key of its own. Throws NotKept. */
  join(
    code: string,
    key: string,
    name: string,
  ): { ok: true; home: string; device: Device } | { ok: false; reason: Sayable | null } {
    const invited = code.length === SHEET_LENGTH ? this.bySheet(code) : this.codes.read(code, Date.now());
    const kept = invited && this.host.kept(invited.home);
    if (!invited || !kept) return { ok: false, reason: null };
    const added = addDevice(kept.stored.devices, key, deviceNameSchema.parse(name), {
      right: invited.right,
      at: Date.now(),
    });
    if (!added.ok || !added.device) return { ok: false, reason: added.ok ? null : added.reason };
    this.devices.keep(invited.home, added.devices);
    this.codes.use(code);
    return { ok: true, home: invited.home, device: added.device };
  }

  private bySheet(code: string): { home: string; right: Right } | null {
    const home = this.devices.homeOfSheet(code);
    return home === null ? null : { home, right: 'everything' };
  }

  /** A new recovery sheet, in place of the one before: its code is kept as its SHA-256, and told this once. Throws NotKept. */
  makeSheet(id: string): string {
    const code = sheetCode();
    this.devices.keep(id, withSheet(this.devices.of(id), code, Date.now()));
    return code;
  }

  /** Changes the list of devices; @returns why not, or null. Throws NotKept. */
  changeDevices(id: string, change: (devices: readonly Device[]) => ChangedDevices): Sayable | null {
    const changed = change(this.devices.of(id));
    if (!changed.ok) return changed.reason;
    this.devices.keep(id, changed.devices);
    return null;
  }
}

/** What devices' documents come to, and what is published of them. */
interface Merged {
  docs: HomeDocs;
  show: Show;
  outlets: Record<string, string>;
  secrets: Secrets;
  alsoMedia: string[];
}

type Refused = Exclude<StepAnswer, { ok: true }>;

const NOTHING: HomeDocs = { home: encodeStateAsUpdate(new Doc()), keys: encodeStateAsUpdate(new Doc()) };
const OLDER = phrase(
  'This page is of another version of Gavirn than the server: it shows the show, and cannot change it. Reload it; your changes are kept in this browser, and go out then.',
);

function docOf(bytes?: Uint8Array): Doc {
  const doc = new Doc();
  if (bytes) applyUpdate(doc, bytes);
  return doc;
}

const refused = (status: 422, why: Sayable): Refused => ({
  ok: false,
  status,
  detail: phrase('Your latest changes are not on the server, since the show cannot be used with them: {why}', { why }),
});

/** Documents as they are kept, and what is published of them, if all of it can be used. */
function validated(id: string, home: Doc, keys: Doc, touched: ReadonlySet<string>): Merged | Refused {
  const docs = { home: encodeStateAsUpdate(home), keys: encodeStateAsUpdate(keys) };
  const shows = showsOf(home);
  if (docs.home.length + docs.keys.length > MOST_BYTES || shows.length > MOST_SHOWS)
    return refused(422, phrase('It is more than a show can hold.'));
  const on = readHome(home, id);
  if (!on.ok) return refused(422, on.reason);
  for (const { id: show } of shows) {
    if (show === showOn(home) || !touched.has(show)) continue;
    const read = readHome(home, id, show);
    if (!read.ok) return refused(422, read.reason);
  }
  const given = readKeysDoc(keys);
  const known = new Set(on.show.outlets.map((outlet) => outlet.id));
  const outlets = outletKeysSchema.safeParse(
    Object.fromEntries(Object.entries(given.outlets).filter(([name]) => known.has(outletOfKey(name, known)))),
  );
  const feeds = secretsSchema.safeParse(given.feeds);
  if (!outlets.success || !feeds.success) return refused(422, phrase('an address in it cannot be used.'));
  return {
    docs,
    show: on.show,
    outlets: outlets.data,
    secrets: feeds.data,
    alsoMedia: mediaOf(home).map((file) => file.id),
  };
}
