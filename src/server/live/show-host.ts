import { mayDo, type Right } from '@/core/home/device';
import type { Forgotten } from '@/core/people/forget';
import type { Show } from '@/core/show/show';
import type { Looker, ShowOwner } from '@/server/door/bus';
import { notKeptSays } from '@/server/door/not-kept';
import type { KeptShow, Secrets, Shows, Stored } from '@/server/door/shows';
import { noLog, showHash, type Log } from '@/server/log';
import { Addresses } from './addresses';
import { LeftAside } from './left-aside';
import { LIMITS, type Limits } from './allowance';
import { hashOf } from './key';
import { deviceOf } from './devices';
import type { Found } from './found';
import { foundOutlet, type FoundOutlet } from './found-outlet';
import { forgetWholly } from './forgetting';
import type { LiveShow } from './live-show';
import { run, type Running, type RunningOptions } from './running';
import { ShowFiles } from './show-files';
import { brokenWords, publishChange, publishing, type Published } from './publishing';
import { phrase, type Sayable } from '@/core/words/phrase';
import { SLEPT } from './notices';

/** How often it is looked whether a show may sleep, and how often at most it is noted that one was opened, ms. */
const LOOK_EVERY_MS = 3_600_000;

/** A show of this server; `running` is null while it sleeps. */
interface Entry {
  kept: KeptShow;
  running: Running | null;
  openedAt: number;
}

export interface ShowHostOptions extends Omit<RunningOptions, 'log' | 'mostBytes'> {
  /** With the bus two of the three doors; the journal's is each show's own. */
  shows: Shows;
  log?: Log;
  limits?: Partial<Limits>;
  /** The wall's clock, ms. */
  now?: () => number;
}

/** All shows that this server runs, and who may look at them or act. */
export class ShowHost {
  private readonly entries = new Map<string, Entry>();
  private readonly aside: LeftAside;
  private readonly addresses = new Addresses();
  /** What shows hand over: pictures, sounds, recordings. */
  readonly files: ShowFiles;
  private readonly limits: Limits;
  private readonly log: Log;
  private readonly now: () => number;
  private readonly looking: ReturnType<typeof setInterval>;

  constructor(private readonly options: ShowHostOptions) {
    this.limits = { ...LIMITS, ...options.limits };
    this.log = options.log ?? noLog();
    this.aside = new LeftAside((id) => options.shows.nameOf(id), this.log);
    this.now = options.now ?? Date.now;
    this.files = new ShowFiles(this.limits, (id) => this.entries.get(id)?.kept ?? null);
    for (const found of options.shows.all()) {
      if ('broken' in found) {
        this.aside.add(found.name, found.broken, found.error);
        continue;
      }
      const entry = this.add(found.kept);
      if (!found.kept.asleep) this.wake(entry);
    }
    this.looking = setInterval(() => void this.letSleep(), LOOK_EVERY_MS).unref();
  }

  private add(kept: KeptShow): Entry {
    const entry: Entry = { kept, running: null, openedAt: kept.openedAt };
    const { id } = kept.stored.show;
    this.entries.set(id, entry);
    this.addresses.set(id, kept);
    this.files.recount(id);
    return entry;
  }

  /** Lets a show run, if it does not; null where its files cannot be used. */
  private wake(entry: Entry): Running | null {
    if (entry.running) return entry.running;
    const { kept } = entry;
    const { id } = kept.stored.show;
    try {
      entry.running = run(kept, { ...this.options, log: this.log, mostBytes: this.limits.sessionBytes });
      return entry.running;
    } catch (error) {
      // Whatever is wrong with its sessions: the others run.
      this.entries.delete(id);
      this.aside.add(this.options.shows.nameOf(id), notKeptSays(error) ?? 'its sessions cannot be read', error);
      return null;
    }
  }

  /** Somebody opens it. */
  private open(entry: Entry): Running | null {
    const now = this.now();
    const asleep = entry.running === null;
    if (asleep || now - entry.openedAt > LOOK_EVERY_MS)
      // It runs all the same; after a restart it may sleep again sooner than it should.
      this.tried(entry, 'It could not be noted that a show was opened.', () => entry.kept.markOpened(now));
    entry.openedAt = now;
    const running = this.wake(entry);
    if (asleep && running) running.live.notice(SLEPT);
    return running;
  }

  /** Has a door take note of something; false, and said in the log, where it could not. */
  private tried({ kept }: Entry, otherwise: string, note: () => void): boolean {
    try {
      note();
      return true;
    } catch (error) {
      if (notKeptSays(error) === null) throw error;
      this.log.warn({ show: showHash(kept.stored.show.id), err: error }, otherwise);
      return false;
    }
  }

  /** Lets those sleep that nobody has opened for long, that nobody looks at, and that are not live. */
  async letSleep(): Promise<void> {
    for (const entry of [...this.entries.values()]) {
      const { running, kept } = entry;
      if (!running || !this.maySleep(entry)) continue;
      // Whoever asks for the show once it is closed reads all of it: nothing of it may wait for the disk then. Somebody may ask meanwhile.
      if (!(await running.live.settled()) || entry.running !== running || !this.maySleep(entry)) continue;
      // Without the mark it would be awake after a restart: it is tried again in an hour.
      if (!this.tried(entry, 'A show could not be let sleep.', () => kept.markAsleep())) continue;
      entry.running = null;
      await this.stop(running).catch((error: unknown) =>
        this.log.error({ show: showHash(kept.stored.show.id), err: error }, 'A show that sleeps could not be closed.'),
      );
    }
  }

  private maySleep({ running, openedAt, kept }: Entry): boolean {
    if (!running || running.live.isOn || this.now() - openedAt < this.limits.sleepMs) return false;
    return this.options.bus.looking(kept.stored.show.id) === 0;
  }

  private async stop({ live, giveUp }: Running): Promise<void> {
    giveUp();
    await live.close();
  }

  /** Whether a key (null: this server itself) may publish under an id: before anything that comes with it is read. */
  mayPublish(id: string, key: string | null): 'owner' | 'new' | 'notYours' | { broken: Sayable } {
    const says = this.aside.because(id);
    if (says !== undefined) return { broken: says };
    const { devices } = this.kept(id)?.stored ?? {};
    return !devices ? 'new' : key === null || deviceOf(devices, key)?.right === 'everything' ? 'owner' : 'notYours';
  }

  /** The show, if the key is a device's of it that may do this. It wakes if it slept. */
  desk(id: string, key: string, needs: Right = 'everything'): Found {
    const says = this.aside.because(id);
    if (says !== undefined) return { found: 'broken', says };
    const entry = this.entries.get(id);
    if (!entry) return { found: 'none' };
    const device = deviceOf(entry.kept.stored.devices, key);
    if (!device) return { found: 'notYours' };
    if (!mayDo(device.right, needs)) return { found: 'less' };
    const owner = this.open(entry) && this.options.bus.ownerOf(id);
    return owner ? { found: 'show', owner, device } : { found: 'broken', says: this.aside.because(id) ?? '' };
  }

  /** A show's owner, whoever asks; null where there is none. It wakes if it slept. */
  ownerOf(id: string): ShowOwner | null {
    const entry = this.entries.get(id);
    return entry && this.open(entry) ? this.options.bus.ownerOf(id) : null;
  }

  ids = (): string[] => [...this.entries.keys()];
  /** What is kept of a show; null where there is none. */
  kept = (id: string): KeptShow | null => this.entries.get(id)?.kept ?? null;

  /** Takes a show as it now is, with the keys of its outlets. The first to publish an id owns it by the desk key given then. */
  publish(
    show: Show,
    deskKey: string | null,
    outletKeys: Readonly<Record<string, string>>,
    { secrets = {}, alsoMedia = [] }: { secrets?: Secrets; alsoMedia?: string[] } = {},
  ): Published {
    return publishing(
      { may: this.mayPublish(show.id, deskKey), addresses: this.addresses, log: this.log },
      { show, deskKey, outletKeys, secrets, alsoMedia, before: this.kept(show.id)?.stored ?? null, at: this.now() },
      {
        anew: (stored) => this.publishNew(stored, secrets),
        again: (stored) => this.publishAgain(stored, secrets),
      },
    );
  }

  private publishNew(stored: Stored, secrets: Secrets): Published {
    const { id } = stored.show;
    if (this.entries.size >= this.limits.shows)
      return {
        ok: false,
        status: 507,
        detail: phrase('This server holds {n, number} shows and takes no more. Ask whoever runs it.', {
          n: this.limits.shows,
        }),
      };
    const entry = this.add(this.options.shows.create(stored, secrets, this.now()));
    return this.wake(entry)
      ? { ok: true }
      : { ok: false, status: 503, detail: brokenWords(this.aside.because(id) ?? '') };
  }

  private publishAgain(stored: Stored, secrets: Secrets): Published {
    const { show } = stored;
    const entry = this.entries.get(show.id);
    const running = entry && this.open(entry);
    if (!running) return { ok: false, status: 503, detail: brokenWords(this.aside.because(show.id) ?? '') };
    const published = publishChange({ kept: entry.kept, live: running.live, bus: this.options.bus }, stored, secrets);
    this.addresses.set(show.id, entry.kept);
    this.files.recount(show.id);
    return published;
  }

  /** Ends a show for good: its feeds, its outlets, its files. */
  async remove(id: string): Promise<void> {
    const entry = this.entries.get(id);
    if (!entry) return;
    this.entries.delete(id);
    this.addresses.remove(id);
    // Until its files are gone nobody may begin it anew in their place.
    await this.aside.during(id, 'it is just being removed', async () => {
      if (entry.running) await this.stop(entry.running);
      entry.kept.remove();
    });
    this.files.recount(id);
  }

  /**
   * Forgets a viewer wholly: every journal is written anew without them, and the show starts from those. What they did stays counted.
   * @returns why it could not be done, in words; null when it was. It can be asked for again
   */
  async forget(id: string, who: Forgotten): Promise<Sayable | null> {
    const entry = this.entries.get(id);
    if (!entry?.running) return null;
    return forgetWholly(entry, who, {
      stop: (running) => this.stop(running),
      wake: () => this.wake(entry),
      failed: (error) => this.log.error({ show: showHash(id), err: error }, 'A viewer could not be forgotten.'),
    });
  }

  /** Looks at the desk of a show that runs; @returns how to stop */
  lookAtDesk(id: string, looker: Looker): (() => void) | null {
    return this.options.bus.look(id, 'desk', looker);
  }

  /** What the desk shows besides the show may be another now. */
  refreshDesk(id: string): void {
    this.options.bus.refresh(id, 'desk');
  }

  /** Keeps a feed's recording and has it ready to be played. Throws NotKept. */
  async keepRecording(show: string, feed: string, text: string): Promise<void> {
    if (await this.files.keepRecording(show, feed, text)) await this.options.bus.ownerOf(show)?.feeds.renew(feed);
  }

  /** The feed that is posted to at this address, or null. A show that slept wakes. */
  inbox(key: string): { show: string; owner: ShowOwner; feed: string } | null {
    const show = this.addresses.showOfInbox(key);
    const entry = show === null ? undefined : this.entries.get(show);
    const feed = entry?.kept.secrets.feedOf(key) ?? null;
    const owner = entry && feed !== null && this.open(entry) && this.options.bus.ownerOf(entry.kept.stored.show.id);
    return owner && feed !== null && show !== null ? { show, owner, feed } : null;
  }

  /** Whether an outlet has this key. */
  hasOutlet(key: string): boolean {
    return this.addresses.outletOf(hashOf(key)) !== null;
  }

  /** The outlet with this key, or null. Looking is all it can do. A show that slept wakes. */
  outlet(key: string): FoundOutlet | null {
    const { bus } = this.options;
    const hash = hashOf(key);
    const show = this.addresses.outletOf(hash);
    const entry = show === null ? undefined : this.entries.get(show);
    const owner = entry && this.open(entry) && bus.ownerOf(entry.kept.stored.show.id);
    if (!entry || !owner || show === null) return null;
    const outlet = entry.kept.stored.outlets[hash] ?? '';
    return foundOutlet(bus, { show, outlet, owner, media: entry.kept.media }, hash);
  }

  /** The running show itself, where it runs here. */
  running(id: string): LiveShow | null {
    return this.entries.get(id)?.running?.live ?? null;
  }

  async close(): Promise<void> {
    clearInterval(this.looking);
    for (const { running } of this.entries.values()) if (running) await this.stop(running);
  }
}
