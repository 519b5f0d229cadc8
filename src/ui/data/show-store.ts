import type { Draft } from 'immer';
import { z } from 'zod';
import type { Show } from '@/core/show/show';
import { ask, fetchJson, type ServerConfig } from './api';
import { firstVisit } from './first-visit';
import { giveOwedLasting } from './lasting';
import { sendMedia } from './media';
import { sendRecordings } from './recordings';
import { doEdit, redoEdit, undoEdit, type Changed, type History } from './history';
import { readHistory, storeHistory } from './history-store';
import {
  addStarter,
  readIndex,
  readKeys,
  readStoredShow,
  renameInIndex,
  replaceKeys,
  storeShow,
  type LibraryIndex,
  type ShowKeys,
} from './library';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

/** Edits are gathered for this long before they are published: a thumb that drags makes many. */
const PUBLISH_MS = 150;
const AGAIN_MS = 2000;

export interface OpenShow {
  index: LibraryIndex;
  show: Show;
  keys: ShowKeys;
  demo: boolean;
  history: History;
  /** A sentence when the server refused the show. */
  refused: string | null;
  /** A sentence when addresses had to be made anew; null otherwise, and once it has been read. */
  readdressed: string | null;
}

const takenSchema = z.object({ taken: z.object({ outlets: z.array(z.string()), feeds: z.array(z.string()) }) });

function readdressedWords(
  show: Show,
  { outlets, feeds }: { outlets: readonly string[]; feeds: readonly string[] },
): string {
  const names = [
    ...show.outlets.filter(({ id }) => outlets.includes(id)).map(({ name }) => name),
    ...show.feeds.filter(({ id }) => feeds.includes(id)).map(({ handle }) => handle),
  ];
  return say(
    'Another show on this server has the same address, so this one was given new ones: {names}. Copy them again where you had pasted the old ones.',
    { names: { and: names.map((name) => phrase('“{name}”', { name })) } },
  );
}

/** Another tab of this browser that edits the same show says so here. */
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('gavirn.shows');

/**
 * The show that is open: changed here first, kept in this browser at once, on the server within a second. It lives as long as the
 * page, apart from any component.
 */
class ShowStore {
  private open: OpenShow | null = null;
  private readonly listeners = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | null = null;
  private loading: Promise<OpenShow> | null = null;

  constructor() {
    // The other tab has kept and published its edit; here it only has to be seen.
    channel?.addEventListener('message', (message: MessageEvent<unknown>) => {
      if (message.data === this.open?.show.id) void this.seeOther();
    });
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly now = (): OpenShow | null => this.open;

  /** Opens the current show. One at a time: two that find an empty browser at once would each make one. */
  readonly load = (): Promise<OpenShow> => (this.loading ??= this.read().finally(() => (this.loading = null)));

  private async read(): Promise<OpenShow> {
    const config = await fetchJson<ServerConfig>('/api/config').catch((): ServerConfig => ({
      demo: false,
      standins: false,
    }));
    let index = (await readIndex()) ?? (await firstVisit(config.demo));
    let show = await readStoredShow(index.current);
    if (!show) {
      // What was kept cannot be read: it stays where it is, and there is a show to work with.
      index = await addStarter();
      show = await readStoredShow(index.current);
    }
    if (!show)
      throw new Error(
        'This browser keeps no data for this page, so that there is no show to open. Allow it to store data, then reload.',
      );
    // A browser knows where it is; a server does not.
    if (show.zone === '') show = { ...show, zone: Intl.DateTimeFormat().resolvedOptions().timeZone };
    const opened: OpenShow = {
      index,
      show,
      keys: await readKeys(show),
      demo: config.demo,
      history: await readHistory(show.id),
      refused: null,
      readdressed: null,
    };
    this.set(opened);
    void this.publish();
    return opened;
  }

  private set(open: OpenShow): void {
    this.open = open;
    for (const listener of this.listeners) listener();
  }

  readonly edit = (recipe: (draft: Draft<Show>) => void): void =>
    this.take(this.open && doEdit(this.open.show, this.open.history, recipe));
  readonly undo = (): void => this.take(this.open && undoEdit(this.open.show, this.open.history));
  readonly redo = (): void => this.take(this.open && redoEdit(this.open.show, this.open.history));

  private take(changed: Changed | null): void {
    if (!changed || !this.open) return;
    const { show } = changed;
    if (show.name !== this.open.show.name) void renameInIndex(show.id, show.name);
    this.set({ ...this.open, ...changed });
    void storeShow(show).then(() => channel?.postMessage(show.id));
    void storeHistory(show.id, changed.history);
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.publish(), PUBLISH_MS);
  }

  /** The sentence about new addresses has been read. */
  readonly seen = (): void => {
    if (this.open) this.set({ ...this.open, readdressed: null });
  };

  private async seeOther(): Promise<void> {
    if (!this.open) return;
    const show = await readStoredShow(this.open.show.id);
    if (show) this.set({ ...this.open, show });
  }

  /** Puts the show on the server as it now is; goes on trying while there is no answer. */
  readonly publish = async (): Promise<void> => {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    if (!this.open) return;
    const { show } = this.open;
    // A new feed gets its address and secret here, before anyone connects it.
    const keys = await readKeys(show);
    if (this.open.show.id !== show.id) return;
    if (JSON.stringify(keys) !== JSON.stringify(this.open.keys)) this.set({ ...this.open, keys });
    const answer = await ask('PUT', `/api/shows/${encodeURIComponent(show.id)}`, {
      key: keys.desk,
      body: { show, outletKeys: keys.outlets, secrets: keys.feeds },
    });
    if (answer.ok) {
      await sendRecordings(show, keys.desk);
      await sendMedia(show, keys.desk);
      await giveOwedLasting(show.id, keys.desk);
    }
    const taken = answer.ok ? null : (takenSchema.safeParse(answer.problem).data?.taken ?? null);
    const refused = answer.ok || answer.status === null || taken ? null : answer.reason;
    // Two shows cannot have one address: this one gets others, and whoever pasted the old ones has to be told.
    const readdressed = taken ? readdressedWords(show, taken) : this.open.readdressed;
    if (this.open.show.id === show.id && (this.open.refused !== refused || this.open.readdressed !== readdressed))
      this.set({ ...this.open, refused, readdressed });
    if (taken) {
      await replaceKeys(show, taken);
      this.timer ??= setTimeout(() => void this.publish(), PUBLISH_MS);
      return;
    }
    if (!answer.ok && (answer.status === null || answer.status >= 500 || answer.status === 429))
      this.timer ??= setTimeout(() => void this.publish(), AGAIN_MS);
  };
}

export const showStore = new ShowStore();

/** Change the show: in this browser at once, on the server within a second. */
export const { edit, undo, redo, seen } = showStore;

/** Opens what the library now says is current: another show, or the same with other keys. */
export const reload = async (): Promise<void> => {
  await showStore.load();
};
