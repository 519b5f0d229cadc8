import { viewerKey } from '@/core/event/viewer-key';
import { createHash, timingSafeEqual } from 'node:crypto';
import { readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { withoutViewer, type Forgotten } from '@/core/people/forget';
import type { Show } from '@/core/show/show';
import type { PlatformAddresses } from '@/server/feed/connecting';
import type { Outward } from '@/server/feed/outward';
import { noLog, showHash, type Log } from '@/server/log';
import { Allowance, LIMITS, type Limits } from './allowance';
import type { Channel } from './channel';
import { deskChannel, outletChannel } from './channels';
import { diskProblem, makeFolder } from './disk';
import { Journal } from './journal';
import { LiveShow } from './live-show';
import { MediaStore } from './media-store';
import { Recordings } from './recordings';
import { markAsleep, markOpened, readStored, removePartials, writeStored, type Stored } from './stored';
import { Vault, type Secrets } from './vault';

/** Keys are kept as their SHA-256 only: whoever reads the server's files cannot act with them. */
const hashOf = (key: string): string => createHash('sha256').update(key).digest('hex');

/** How often it is looked whether a show may sleep, and how often at most it is noted that one was opened, ms. */
const LOOK_EVERY_MS = 3_600_000;

/** A show that runs. */
interface Running {
  live: LiveShow;
  desk: Channel;
  /** By the hash of the outlet's key. */
  outlets: Map<string, Channel>;
}

interface Entry {
  stored: Stored;
  vault: Vault;
  media: MediaStore;
  recordings: Recordings;
  /** Null while it sleeps. */
  running: Running | null;
  openedAt: number;
}

export interface ShowHostOptions {
  folder: string;
  addresses: PlatformAddresses;
  /** Where this server is reached from outside, without a slash at the end. */
  self: string;
  outward: Outward;
  log?: Log;
  limits?: Partial<Limits>;
  /** The wall's clock, ms. */
  now?: () => number;
}

/** A show that somebody asks for: it, or why not. */
export type Found =
  { found: 'show'; live: LiveShow } | { found: 'none' } | { found: 'notYours' } | { found: 'broken'; says: string };

/** What came of publishing a show. `taken`: keys that belong to another show already; the browser makes new ones. */
export type Published =
  | { ok: true }
  | { ok: false; status: 403 | 409 | 422 | 503 | 507; detail: string; taken?: { outlets: string[]; feeds: string[] } };

/** All shows that this server runs, what it keeps of them on the disk, and who may look at them or act. */
export class ShowHost {
  private readonly entries = new Map<string, Entry>();
  /** Shows whose files cannot be used, by their folder: they stay as they are, and the others run. */
  private readonly broken = new Map<string, string>();
  /** Hash of an outlet's key → which show's which outlet. */
  private readonly byOutletKey = new Map<string, { show: string; outlet: string }>();
  /** A feed's own address → its show. */
  private readonly byInbox = new Map<string, string>();
  private readonly allowance: Allowance;
  private readonly limits: Limits;
  private readonly log: Log;
  private readonly now: () => number;
  private readonly looking: ReturnType<typeof setInterval>;

  /** Throws where the folder cannot be used at all. */
  constructor(private readonly options: ShowHostOptions) {
    this.limits = { ...LIMITS, ...options.limits };
    this.log = options.log ?? noLog();
    this.now = options.now ?? Date.now;
    this.allowance = new Allowance(this.limits);
    makeFolder(this.showsFolder);
    for (const entry of readdirSync(this.showsFolder, { withFileTypes: true }))
      if (entry.isDirectory()) this.bringIn(entry.name);
    this.looking = setInterval(() => this.letSleep(), LOOK_EVERY_MS).unref();
  }

  private get showsFolder(): string {
    return join(this.options.folder, 'shows');
  }

  /** An id comes from outside; as a folder's name it is hashed, so that it can name no other. */
  private nameOf(id: string): string {
    return hashOf(id).slice(0, 32);
  }

  private folderOf(id: string): string {
    return join(this.showsFolder, this.nameOf(id));
  }

  /** One show of an earlier run; whatever is wrong with it costs it alone. */
  private bringIn(name: string): void {
    const folder = join(this.showsFolder, name);
    try {
      const read = readStored(folder);
      if (read.read === 'nothing') return;
      if (read.read === 'broken') return this.leaveAside(name, read.says);
      const { stored, openedAt, asleep } = read;
      if (name !== this.nameOf(stored.show.id)) return this.leaveAside(name, 'its folder belongs to another show');
      removePartials(folder);
      const entry = this.add(stored, openedAt);
      if (!asleep) this.wake(entry);
    } catch (error) {
      // Whatever is wrong with its files: the others run.
      this.leaveAside(name, diskProblem(error) ?? 'its files cannot be used', error);
    }
  }

  private leaveAside(name: string, says: string, error?: unknown): void {
    this.broken.set(name, says);
    this.log.error({ file: `shows/${name}`, err: error }, `A show is left aside: ${says}.`);
  }

  private add(stored: Stored, openedAt: number): Entry {
    const folder = this.folderOf(stored.show.id);
    makeFolder(folder);
    const entry: Entry = {
      stored,
      vault: new Vault(folder),
      media: new MediaStore(folder),
      recordings: new Recordings(folder),
      running: null,
      openedAt,
    };
    this.entries.set(stored.show.id, entry);
    this.index(entry);
    this.tidy(entry);
    return entry;
  }

  /** What no show names is removed, and what is left is counted. */
  private tidy({ stored: { show }, media, recordings }: Entry): void {
    media.only(new Set(show.media.map(({ id }) => id)));
    recordings.only(show);
    this.allowance.set(show.id, media.bytes + recordings.bytes);
  }

  private index({ stored: { show, outlets }, vault }: Entry): void {
    for (const [inbox, id] of this.byInbox) if (id === show.id) this.byInbox.delete(inbox);
    for (const inbox of vault.inboxes) this.byInbox.set(inbox, show.id);
    for (const [hash, at] of this.byOutletKey) if (at.show === show.id) this.byOutletKey.delete(hash);
    for (const [hash, outlet] of Object.entries(outlets)) this.byOutletKey.set(hash, { show: show.id, outlet });
  }

  /** Lets a show run, if it does not; null where its files cannot be used. */
  private wake(entry: Entry): Running | null {
    if (entry.running) return entry.running;
    const {
      stored: { show },
      vault,
      recordings,
    } = entry;
    const { addresses, outward, self } = this.options;
    try {
      const live = new LiveShow(this.folderOf(show.id), show, {
        addresses,
        outward,
        log: this.log,
        mostBytes: this.limits.sessionBytes,
        secrets: (feed) => vault.of(feed),
        inbox: (feed) => `${self}/in/${vault.of(feed).inbox}`,
        asks: () => vault.asks,
        recording: (feed) => recordings.read(feed),
      });
      const outlets = new Map<string, Channel>();
      const watching = (outlet: string): number =>
        Object.entries(entry.stored.outlets)
          .filter(([, id]) => id === outlet)
          .reduce((sum, [hash]) => sum + (outlets.get(hash)?.size ?? 0), 0);
      entry.running = { live, desk: deskChannel(live, watching, this.log), outlets };
      return entry.running;
    } catch (error) {
      this.entries.delete(show.id);
      this.leaveAside(this.nameOf(show.id), diskProblem(error) ?? 'its sessions cannot be read', error);
      return null;
    }
  }

  /** Somebody opens it. */
  private open(entry: Entry): Running | null {
    const now = this.now();
    const asleep = entry.running === null;
    if (asleep || now - entry.openedAt > LOOK_EVERY_MS) {
      try {
        markOpened(this.folderOf(entry.stored.show.id), now);
      } catch (error) {
        // It runs all the same; after a restart it may sleep again sooner than it should.
        this.log.warn(
          { show: showHash(entry.stored.show.id), err: error },
          'It could not be noted that a show was opened.',
        );
      }
    }
    entry.openedAt = now;
    const running = this.wake(entry);
    if (asleep && running)
      running.live.notice(
        'This show had slept on the server, since nobody had opened it for long. Its feeds are connected again; what happened meanwhile was not counted.',
      );
    return running;
  }

  /** Lets those sleep that nobody has opened for long, that nobody looks at, and that are not live. */
  letSleep(): void {
    for (const entry of this.entries.values()) {
      const {
        running,
        openedAt,
        stored: { show },
      } = entry;
      if (
        !running ||
        this.now() - openedAt < this.limits.sleepMs ||
        running.live.isOn ||
        running.desk.size > 0 ||
        [...running.outlets.values()].some(({ size }) => size > 0)
      )
        continue;
      try {
        markAsleep(this.folderOf(show.id));
      } catch (error) {
        // Without the mark it would be awake after a restart: it is tried again in an hour.
        this.log.warn({ show: showHash(show.id), err: error }, 'A show could not be let sleep.');
        continue;
      }
      entry.running = null;
      this.stop(running).catch((error: unknown) =>
        this.log.error({ show: showHash(show.id), err: error }, 'A show that sleeps could not be closed.'),
      );
    }
  }

  private async stop({ live, desk, outlets }: Running): Promise<void> {
    desk.close();
    for (const channel of outlets.values()) channel.close();
    await live.close();
  }

  private mayAct(entry: Entry, key: string): boolean {
    return timingSafeEqual(Buffer.from(hashOf(key)), Buffer.from(entry.stored.deskHash));
  }

  /** Whether a key may publish under an id: before anything that comes with it is read. */
  mayPublish(id: string, key: string): 'owner' | 'new' | 'notYours' | { broken: string } {
    const says = this.broken.get(this.nameOf(id));
    if (says !== undefined) return { broken: says };
    const entry = this.entries.get(id);
    return !entry ? 'new' : this.mayAct(entry, key) ? 'owner' : 'notYours';
  }

  /** The show, if the key is its desk's. It wakes if it slept. */
  desk(id: string, key: string): Found {
    const says = this.broken.get(this.nameOf(id));
    if (says !== undefined) return { found: 'broken', says };
    const entry = this.entries.get(id);
    if (!entry) return { found: 'none' };
    if (!this.mayAct(entry, key)) return { found: 'notYours' };
    const running = this.open(entry);
    return running
      ? { found: 'show', live: running.live }
      : { found: 'broken', says: this.broken.get(this.nameOf(id)) ?? '' };
  }

  /**
   * Takes a show as it now is, with the keys of its outlets. The first to publish an id owns it by the desk key given then.
   */
  publish(show: Show, deskKey: string, outletKeys: Readonly<Record<string, string>>, secrets: Secrets = {}): Published {
    const may = this.mayPublish(show.id, deskKey);
    if (typeof may === 'object') return { ok: false, status: 503, detail: brokenWords(may.broken) };
    if (may === 'notYours')
      return { ok: false, status: 403, detail: 'Another browser published this show with another key.' };
    const known = new Set(show.outlets.map(({ id }) => id));
    const keys = Object.entries(outletKeys)
      .filter(([id]) => known.has(id))
      .map(([id, key]): [string, string] => [hashOf(key), id]);
    const taken = {
      outlets: keys.filter(([hash]) => (this.byOutletKey.get(hash)?.show ?? show.id) !== show.id).map(([, id]) => id),
      feeds: Object.entries(secrets)
        .filter(([, { inbox }]) => inbox !== '' && (this.byInbox.get(inbox) ?? show.id) !== show.id)
        .map(([feed]) => feed),
    };
    if (taken.outlets.length > 0 || taken.feeds.length > 0)
      return {
        ok: false,
        status: 409,
        detail: 'An address of this show belongs to another show on this server already. New ones are needed.',
        taken,
      };
    const stored: Stored = { show, deskHash: hashOf(deskKey), outlets: Object.fromEntries(keys) };
    try {
      return may === 'new' ? this.publishNew(stored, secrets) : this.publishAgain(stored, secrets);
    } catch (error) {
      // A fault of the disk; anything else is one of ours, and is said as such.
      const says = diskProblem(error);
      if (says === null) throw error;
      this.log.error({ show: showHash(show.id), err: error }, 'A show could not be written.');
      return {
        ok: false,
        status: 507,
        detail: `The show cannot be kept on the server: ${says}. It stays in this browser and is sent again by itself.`,
      };
    }
  }

  private publishNew(stored: Stored, secrets: Secrets): Published {
    const { show } = stored;
    if (this.entries.size >= this.limits.shows)
      return {
        ok: false,
        status: 507,
        detail: `This server holds ${this.limits.shows.toLocaleString('en')} shows and takes no more. Ask whoever runs it.`,
      };
    const folder = this.folderOf(show.id);
    writeStored(folder, stored);
    new Vault(folder).keep(secrets);
    const entry = this.add(stored, this.now());
    return this.wake(entry)
      ? { ok: true }
      : { ok: false, status: 503, detail: brokenWords(this.broken.get(this.nameOf(show.id)) ?? '') };
  }

  private publishAgain(stored: Stored, secrets: Secrets): Published {
    const { show } = stored;
    const entry = this.entries.get(show.id);
    const running = entry && this.open(entry);
    if (!entry || !running)
      return { ok: false, status: 503, detail: brokenWords(this.broken.get(this.nameOf(show.id)) ?? '') };
    // Before the feeds are changed: a new one finds its secret there.
    const renewed = entry.vault.keep(secrets);
    const changed = JSON.stringify(entry.stored.show) !== JSON.stringify(show);
    const toRenew = renewed.filter((feed) => running.live.connections.get(feed) !== null);
    if (changed && !running.live.publish(show))
      return {
        ok: false,
        status: 422,
        detail: 'The server cannot run the show as it now is. It goes on as it was before; take the last change back.',
      };
    writeStored(this.folderOf(show.id), stored);
    const revoked = Object.keys(entry.stored.outlets).filter((hash) => !(hash in stored.outlets));
    entry.stored = stored;
    this.index(entry);
    if (changed) this.tidy(entry);
    for (const hash of revoked) {
      running.outlets.get(hash)?.close();
      running.outlets.delete(hash);
    }
    if (!changed) running.desk.soon();
    for (const feed of toRenew) running.live.connections.renew(feed);
    return { ok: true };
  }

  /** Ends a show for good: its feeds, its outlets, its files. */
  async remove(id: string): Promise<void> {
    const entry = this.entries.get(id);
    if (!entry) return;
    this.entries.delete(id);
    for (const hash of Object.keys(entry.stored.outlets)) this.byOutletKey.delete(hash);
    for (const inbox of entry.vault.inboxes) this.byInbox.delete(inbox);
    if (entry.running) await this.stop(entry.running);
    rmSync(this.folderOf(id), { recursive: true, force: true });
    this.allowance.set(id, 0);
  }

  /**
   * Forgets a viewer wholly: every journal is written anew without them, and the show starts from those. What they did stays counted.
   * @returns why it could not be done, in words; null when it was. It can be asked for again
   */
  async forget(id: string, { feed, viewer: who }: Forgotten): Promise<string | null> {
    const entry = this.entries.get(id);
    if (!entry?.running) return null;
    const { live } = entry.running;
    const { viewers, past, ledger } = live.state;
    const name = (viewers.get(feed, who) ?? past.viewers.get(viewerKey(feed, who)) ?? ledger.get(feed, who))?.name;
    const viewer: Forgotten = { feed, viewer: who, ...(name ? { name } : {}) };
    // What waits for the disk would be lost with the show that is closed.
    if (!(await live.flushed())) return 'the disk takes nothing just now';
    const { running } = entry;
    entry.running = null;
    await this.stop(running);
    const folder = this.folderOf(id);
    let trouble: string | null = null;
    try {
      for (const number of Journal.numbers(folder))
        Journal.rewrite(folder, number, (input) => withoutViewer(input, viewer));
    } catch (error) {
      // Those that were not written anew are as they were.
      trouble = diskProblem(error) ?? 'a journal cannot be read';
      this.log.error({ show: showHash(id), err: error }, 'A viewer could not be forgotten.');
    }
    this.wake(entry);
    return trouble;
  }

  /** The desk's channel of a show that runs. */
  deskOf(id: string): Channel | null {
    return this.entries.get(id)?.running?.desk ?? null;
  }

  /** The files of a show that exists. */
  mediaOf(id: string): MediaStore | null {
    return this.entries.get(id)?.media ?? null;
  }

  /** Why so many bytes more are not kept for a show, in a sentence; null where there is room. */
  refuses(id: string, more: number): string | null {
    return this.allowance.refuses(id, more);
  }

  /** A show's own files have changed. */
  recount(id: string): void {
    const entry = this.entries.get(id);
    if (entry) this.allowance.set(id, entry.media.bytes + entry.recordings.bytes);
  }

  /** Keeps a feed's recording and has it ready to be played. */
  async keepRecording(show: string, feed: string, text: string): Promise<void> {
    const entry = this.entries.get(show);
    if (!entry) return;
    await entry.recordings.keep(feed, text);
    this.recount(show);
    entry.running?.live.connections.renew(feed);
  }

  /** The feed that is posted to at this address, or null. A show that slept wakes. */
  inbox(key: string): { live: LiveShow; feed: string } | null {
    const entry = this.entries.get(this.byInbox.get(key) ?? '');
    const feed = entry?.vault.feedOf(key) ?? null;
    const running = entry && feed !== null ? this.open(entry) : null;
    return running && feed !== null ? { live: running.live, feed } : null;
  }

  /** Whether an outlet has this key. */
  hasOutlet(key: string): boolean {
    return this.byOutletKey.has(hashOf(key));
  }

  /** The channel of the outlet with this key, or null. Looking is all it can do. A show that slept wakes. */
  outlet(key: string): { channel: Channel; live: LiveShow; media: MediaStore; changed: () => void } | null {
    const hash = hashOf(key);
    const found = this.byOutletKey.get(hash);
    const entry = found && this.entries.get(found.show);
    const running = entry && this.open(entry);
    if (!entry || !running) return null;
    let channel = running.outlets.get(hash);
    if (!channel) {
      channel = outletChannel(running.live, found.outlet, this.log);
      running.outlets.set(hash, channel);
    }
    // The desk shows how many places are watching.
    return { channel, live: running.live, media: entry.media, changed: () => running.desk.soon() };
  }

  async close(): Promise<void> {
    clearInterval(this.looking);
    for (const { running } of this.entries.values()) if (running) await this.stop(running);
  }
}

/** What is said of a show whose files cannot be used. */
export const brokenWords = (says: string): string =>
  `The server cannot use what it has kept of this show: ${says.replace(/[.\s]+$/, '')}. Nothing of it was changed, and the show itself is safe in this browser. Ask whoever runs the server, or open the show as a copy.`;
