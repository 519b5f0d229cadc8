import { createHash, timingSafeEqual } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { readShowDocument } from '@/core/show/file';
import { withoutViewer, type Forgotten } from '@/core/people/forget';
import type { Show } from '@/core/show/show';
import type { PlatformAddresses } from '@/server/feed/connect';
import type { Outward } from '@/server/feed/outward';
import { Changes, NewEntries } from './changes';
import { Channel } from './channel';
import { Journal } from './journal';
import { LiveShow } from './live-show';
import { MediaStore } from './media-store';
import { Vault, type Secrets } from './vault';
import { deskView, outletView } from './views';

/** An outlet's view changes at most this often, and a desk's. */
const OUTLET_EVERY_MS = 1000 / 30;
const DESK_EVERY_MS = 100;

/** Keys are kept as their SHA-256 only: whoever reads the server's files cannot act with them. */
const hashOf = (key: string): string => createHash('sha256').update(key).digest('hex');

interface Stored {
  show: Show;
  deskHash: string;
  /** Hash of an outlet's key → the outlet's id. */
  outlets: Record<string, string>;
}

interface Entry {
  stored: Stored;
  live: LiveShow;
  vault: Vault;
  media: MediaStore;
  desk: Channel;
  outlets: Map<string, Channel>;
}

/** All shows that this server runs, what it keeps of them on the disk, and who may look at them or act. */
export class House {
  private readonly entries = new Map<string, Entry>();
  /** Hash of an outlet's key → which show's which outlet. */
  private readonly byOutletKey = new Map<string, { show: string; outlet: string }>();
  /** A feed's own address → its show. */
  private readonly byInbox = new Map<string, string>();

  /** @param self where this server is reached from outside, without a slash at the end */
  constructor(private readonly folder: string, private readonly addresses: PlatformAddresses, private readonly self: string, private readonly outward: Outward) {
    mkdirSync(this.showsFolder, { recursive: true });
    for (const name of readdirSync(this.showsFolder)) {
      const stored = this.read(name);
      if (stored) this.open(stored);
    }
  }

  private get showsFolder(): string {
    return join(this.folder, 'shows');
  }

  /** An id comes from outside; as a folder's name it is hashed, so that it can name no other. */
  private folderOf(id: string): string {
    return join(this.showsFolder, hashOf(id).slice(0, 32));
  }

  private read(name: string): Stored | null {
    const file = join(this.showsFolder, name, 'show.json');
    if (!existsSync(file)) return null;
    try {
      const stored = JSON.parse(readFileSync(file, 'utf8')) as Stored;
      const show = readShowDocument(stored.show);
      return show.ok ? { ...stored, show: show.show } : null;
    } catch {
      // Cut off by a crash, which the renaming below should prevent: the browser publishes it again.
      return null;
    }
  }

  private write(stored: Stored): void {
    const folder = this.folderOf(stored.show.id);
    mkdirSync(folder, { recursive: true });
    writeFileSync(join(folder, 'show.partial'), JSON.stringify(stored), { flush: true });
    renameSync(join(folder, 'show.partial'), join(folder, 'show.json'));
  }

  private open(stored: Stored, secrets: Secrets | null = null): Entry {
    const folder = this.folderOf(stored.show.id);
    const vault = new Vault(folder);
    if (secrets) vault.keep(secrets);
    const live = new LiveShow(folder, stored.show, {
      addresses: this.addresses, outward: this.outward, secrets: (feed) => vault.of(feed), inbox: (feed) => `${this.self}/in/${vault.of(feed).inbox}`,
      asks: () => vault.asks,
      recording: (feed) => readFile(this.recordingFile(stored.show.id, feed), 'utf8').catch(() => null),
    });
    const entry: Entry = { stored, live, vault, media: new MediaStore(folder), desk: this.deskChannel(live), outlets: new Map() };
    this.entries.set(stored.show.id, entry);
    this.indexOutlets(entry);
    this.indexInboxes(entry);
    return entry;
  }

  private indexInboxes({ stored: { show }, vault }: Entry): void {
    for (const [inbox, id] of this.byInbox) if (id === show.id) this.byInbox.delete(inbox);
    for (const inbox of vault.inboxes) this.byInbox.set(inbox, show.id);
  }

  private recordingFile(show: string, feed: string): string {
    return join(this.folderOf(show), `${hashOf(feed).slice(0, 32)}.recording`);
  }

  /** Keeps a feed's recording and has it ready to be played. */
  async keepRecording(show: string, feed: string, text: string): Promise<void> {
    await writeFile(this.recordingFile(show, feed), text);
    this.entries.get(show)?.live.connections.renew(feed);
  }

  /** The feed that is posted to at this address, or null. */
  inbox(key: string): { live: LiveShow; feed: string } | null {
    const entry = this.entries.get(this.byInbox.get(key) ?? '');
    const feed = entry?.vault.feedOf(key) ?? null;
    return entry && feed !== null ? { live: entry.live, feed } : null;
  }

  private indexOutlets(entry: Entry): void {
    const { id } = entry.stored.show;
    for (const [hash, { show }] of this.byOutletKey) if (show === id) this.byOutletKey.delete(hash);
    for (const [hash, outlet] of Object.entries(entry.stored.outlets)) this.byOutletKey.set(hash, { show: id, outlet });
  }

  /** The show, if the key is its desk's; null when there is none, false when the key is another. */
  desk(id: string, key: string): LiveShow | null | false {
    const entry = this.entries.get(id);
    if (!entry) return null;
    return this.mayAct(entry, key) ? entry.live : false;
  }

  private mayAct(entry: Entry, key: string): boolean {
    return timingSafeEqual(Buffer.from(hashOf(key)), Buffer.from(entry.stored.deskHash));
  }

  /**
   * Takes a show as it now is, with the keys of its outlets. The first to publish an id owns it by the desk key given then.
   * @returns false when the key is not the owner's
   */
  publish(show: Show, deskKey: string, outletKeys: Readonly<Record<string, string>>, secrets: Secrets = {}): boolean {
    const entry = this.entries.get(show.id);
    if (entry && !this.mayAct(entry, deskKey)) return false;
    const known = new Set(show.outlets.map(({ id }) => id));
    const outlets = Object.fromEntries(Object.entries(outletKeys).filter(([id]) => known.has(id)).map(([id, key]) => [hashOf(key), id]));
    const stored: Stored = { show, deskHash: hashOf(deskKey), outlets };
    this.write(stored);
    if (!entry) {
      this.open(stored, secrets);
      return true;
    }
    // Before the feeds are changed: a new one finds its secret there.
    const renewed = entry.vault.keep(secrets);
    this.indexInboxes(entry);
    const revoked = Object.keys(entry.stored.outlets).filter((hash) => !(hash in outlets));
    const changed = JSON.stringify(entry.stored.show) !== JSON.stringify(show);
    entry.stored = stored;
    if (changed) entry.media.only(new Set(show.media.map(({ id }) => id)));
    this.indexOutlets(entry);
    for (const hash of revoked) {
      entry.outlets.get(hash)?.close();
      entry.outlets.delete(hash);
    }
    const toRenew = renewed.filter((feed) => entry.live.connections.get(feed) !== null);
    if (changed) entry.live.publish(show);
    else entry.desk.soon();
    for (const feed of toRenew) entry.live.connections.renew(feed);
    return true;
  }

  /** Ends a show for good: its feeds, its outlets, its files. */
  async remove(id: string): Promise<void> {
    const entry = this.entries.get(id);
    if (!entry) return;
    this.entries.delete(id);
    for (const hash of Object.keys(entry.stored.outlets)) this.byOutletKey.delete(hash);
    for (const inbox of entry.vault.inboxes) this.byInbox.delete(inbox);
    entry.desk.close();
    for (const channel of entry.outlets.values()) channel.close();
    await entry.live.close();
    rmSync(this.folderOf(id), { recursive: true, force: true });
  }

  /** Forgets a viewer wholly: every journal is written anew without them, and the show starts from those. What they did stays counted. */
  async forget(id: string, { feed, viewer: who }: Forgotten): Promise<void> {
    const entry = this.entries.get(id);
    if (!entry) return;
    const { viewers, past, ledger } = entry.live.state;
    const name = (viewers.get(feed, who) ?? past.viewers.get(`${feed}/${who}`) ?? ledger.get(feed, who))?.name;
    const viewer: Forgotten = { feed, viewer: who, ...(name ? { name } : {}) };
    await entry.live.close();
    const folder = this.folderOf(id);
    for (const number of Journal.numbers(folder)) Journal.rewrite(folder, number, (input) => withoutViewer(input, viewer));
    entry.desk.close();
    for (const channel of entry.outlets.values()) channel.close();
    this.open(entry.stored);
  }

  /** The desk's channel of a show that exists. */
  deskOf(id: string): Channel | null {
    return this.entries.get(id)?.desk ?? null;
  }

  /** The files of a show that exists. */
  mediaOf(id: string): MediaStore | null {
    return this.entries.get(id)?.media ?? null;
  }

  /** Whether an outlet has this key. */
  hasOutlet(key: string): boolean {
    return this.byOutletKey.has(hashOf(key));
  }

  /** The channel of the outlet with this key, or null. Looking is all it can do. */
  outlet(key: string): { channel: Channel; live: LiveShow; media: MediaStore; changed: () => void } | null {
    const hash = hashOf(key);
    const found = this.byOutletKey.get(hash);
    const entry = found && this.entries.get(found.show);
    if (!entry) return null;
    let channel = entry.outlets.get(hash);
    if (!channel) {
      channel = outletChannel(entry.live, found.outlet);
      entry.outlets.set(hash, channel);
    }
    // The desk shows how many places are watching.
    return { channel, live: entry.live, media: entry.media, changed: () => entry.desk.soon() };
  }

  async close(): Promise<void> {
    for (const { live, desk, outlets } of this.entries.values()) {
      desk.close();
      for (const channel of outlets.values()) channel.close();
      await live.close();
    }
  }

  private deskChannel(live: LiveShow): Channel {
    const sections = new Changes();
    const lines = new NewEntries();
    const marks = new NewEntries();
    const seen = new Map<string, number>();
    const now = () => {
      const entry = this.entries.get(live.state.show.id);
      const watching = (outlet: string): number =>
        Object.entries(entry?.stored.outlets ?? {}).filter(([, id]) => id === outlet).reduce((sum, [hash]) => sum + (entry?.outlets.get(hash)?.size ?? 0), 0);
      // By the minute: a section that changed with every message would be sent with every message.
      for (const { id } of live.state.show.outlets) if (watching(id) > 0) seen.set(id, Math.floor(Date.now() / 60_000) * 60_000);
      return deskView(live, watching, seen);
    };
    return new Channel(live, {
      whole: () => ({ ...now() }),
      changed: () => {
        const { happened, marks: allMarks, ...rest } = now();
        const changed = sections.of(rest);
        const newLines = lines.of(happened);
        const newMarks = marks.of(allMarks);
        if (!changed && newLines.length === 0 && newMarks.length === 0) return null;
        return { ...changed, ...(newLines.length ? { happened: newLines } : {}), ...(newMarks.length ? { marks: newMarks } : {}) };
      },
    }, DESK_EVERY_MS);
  }
}

function outletChannel(live: LiveShow, outlet: string): Channel {
  const setup = new Changes();
  const shown = new Changes();
  return new Channel(live, {
    whole: () => ({ ...outletView(live, outlet) }),
    changed: () => {
      const { live: nowLive, ...rest } = outletView(live, outlet);
      const changedSetup = setup.of(rest);
      const changedLive = shown.of(nowLive);
      return changedSetup || changedLive ? { ...changedSetup, ...(changedLive ? { live: changedLive } : {}) } : null;
    },
  }, OUTLET_EVERY_MS);
}
