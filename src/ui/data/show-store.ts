import type { Draft } from 'immer';
import type { SessionEntry } from '@/core/home/session-list';
import type { Show } from '@/core/show/show';
import { dequal } from 'dequal';
import { readConfig } from './server-config';
import { firstVisit } from './first-visit';
import { giveOwedLasting } from './lasting';
import { sendMedia } from './media';
import { mayNotChange, nameOwnDevice, problemSchema, readdressedWords, refusedWords, takenSchema } from './published';
import { sendRecordings } from './recordings';
import { doEdit, redoEdit, undoEdit, type Changed } from './history';
import { readHistory, storeHistory } from './history-store';
import { mayEverything, readOwnDevice } from './home-docs';
import type { HomeAct } from './home-acts';
import type { InStep } from './in-step';
import { pageOf } from './in-step-page';
import type { OpenShow } from './open-show';
import { readSessions } from './session-store';
import { addStarter, readIndex, readKeys, readStoredShow, renameInIndex, replaceKeys, storeShow } from './library';

/** Edits are gathered for this long before they are published: a thumb that drags makes many. */
const PUBLISH_MS = 150;
const AGAIN_MS = 2000;

/** What merges is not needed for the first screen: it is asked for here alone. */
const inStepPart = () => import('./in-step');

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
    const config = await readConfig();
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
    if (show.zone === '' && mayEverything(await readOwnDevice(show.id))) {
      show = { ...show, zone: Intl.DateTimeFormat().resolvedOptions().timeZone };
      await storeShow(show);
    }
    const opened: OpenShow = {
      index,
      shows: this.open?.show.id === show.id ? this.open.shows : [{ id: show.setup ?? '', name: show.name }],
      show,
      keys: await readKeys(show),
      demo: config.demo,
      history: await readHistory(show),
      refused: null,
      readdressed: null,
      device: await readOwnDevice(show.id),
      older: false,
    };
    this.set(opened);
    this.asked = null;
    void this.publish();
    return opened;
  }

  readonly set = (open: OpenShow): void => {
    this.open = open;
    for (const listener of this.listeners) listener();
  };

  readonly edit = (recipe: (draft: Draft<Show>) => void): void =>
    this.take(this.open && doEdit(this.open.show, this.open.history, recipe));
  readonly undo = (): void => this.take(this.open && undoEdit(this.open.show, this.open.history));
  readonly redo = (): void => this.take(this.open && redoEdit(this.open.show, this.open.history));

  private take(changed: Changed | null): void {
    if (!changed || !this.open) return;
    if (!mayEverything(this.open.device)) {
      this.set({ ...this.open, refused: mayNotChange() });
      return;
    }
    const { show } = changed;
    if (show.name !== this.open.show.name) void renameInIndex(show.id, show.name);
    this.set({ ...this.open, ...changed });
    void storeShow(show).then(() => channel?.postMessage(show.id));
    void storeHistory(show, changed.history);
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.publish(), PUBLISH_MS);
  }

  /** The sentence about new addresses has been read. */
  readonly seen = (): void => {
    if (this.open) this.set({ ...this.open, readdressed: null });
  };

  private async seeOther(): Promise<void> {
    const { open } = this;
    if (!open) return;
    const copy = this.copy?.id === open.show.id ? await this.copy.inStep : null;
    if (copy && !copy.empty) return copy.takeKept();
    const show = await readStoredShow(open.show.id);
    if (show && this.open) this.set({ ...this.open, show });
  }

  private copy: { id: string; inStep: Promise<InStep> } | null = null;

  /** This browser's copy of the documents. */
  private copyOf(id: string): Promise<InStep> {
    if (this.copy?.id !== id)
      this.copy = { id, inStep: inStepPart().then(({ InStep }) => InStep.open(id, pageOf(id, this))) };
    return this.copy.inStep;
  }

  /** Changes which shows the home has, or which is on; @returns false where that cannot be done */
  readonly changeShows = async (act: HomeAct): Promise<boolean> => {
    if (!this.open) return false;
    if (!mayEverything(this.open.device)) {
      this.set({ ...this.open, refused: mayNotChange() });
      return false;
    }
    const copy = await this.copyOf(this.open.show.id);
    // The server may have the home already, from before this browser was wiped.
    if (copy.empty) await this.publish();
    const done = await copy.changeShows(act);
    if (done) void this.publish();
    return done;
  };

  /** The list of homes in this browser is another. */
  readonly relist = async (): Promise<void> => {
    const index = await readIndex();
    if (index && this.open) this.set({ ...this.open, index });
  };

  /** Finished sessions of the home, oldest first. */
  readonly homeSessions = async (): Promise<SessionEntry[]> =>
    this.open ? (await this.copyOf(this.open.show.id)).sessions() : [];

  /** Has the home know of the finished sessions that are here. */
  readonly noteSessions = async (): Promise<void> => {
    if (!this.open || (await this.copyOf(this.open.show.id)).empty) return;
    await this.changeShows({ act: 'note', sessions: await readSessions(this.open.show.id) });
  };

  /** All shows of the home. */
  readonly allShows = async (): Promise<Show[]> => {
    if (!this.open) return [];
    const shows = (await this.copyOf(this.open.show.id)).shows();
    return shows.length > 0 ? shows : [this.open.show];
  };

  private publishing: Promise<void> | null = null;
  /** The server's documents that were asked for last, by its own count. */
  private asked: number | null = null;
  private again = false;

  /** Puts the show on the server as it now is, and takes what others have changed; goes on trying while there is no answer. */
  readonly publish = async (): Promise<void> => {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    // One at a time: two answers out of order would be taken for changes.
    if (this.publishing) {
      this.again = true;
      return this.publishing;
    }
    this.publishing = this.publishOnce().finally(() => {
      this.publishing = null;
    });
    await this.publishing;
    if (!this.again) return;
    this.again = false;
    await this.publish();
  };

  /** The server's documents are others than those that were fetched last. */
  readonly catchUp = async (step: number): Promise<void> => {
    const copy = await this.copy?.inStep;
    // What is just being fetched may be that.
    await this.publishing;
    // What was refused once is not asked for with every message of the desk.
    if (!copy || copy.revision === step || this.asked === step) return;
    this.asked = step;
    await this.publish();
  };

  private async publishOnce(): Promise<void> {
    if (!this.open) return;
    const { show, device } = this.open;
    // A new feed gets its address and secret here, before anyone connects it.
    const keys = await readKeys(show);
    if (this.open.show.id !== show.id) return;
    if (JSON.stringify(keys) !== JSON.stringify(this.open.keys)) this.set({ ...this.open, keys });
    const mayWrite = mayEverything(device);
    const copy = await this.copyOf(show.id);
    if (mayWrite) await copy.note();
    channel?.postMessage(show.id);
    const answer = await copy.send(keys.desk, mayWrite);
    if (answer.ok && answer.device?.name === '') await nameOwnDevice(show.id, answer.device.id, keys.desk);
    if (answer.ok && mayWrite) {
      await sendRecordings(show, keys.desk);
      await sendMedia(show.id, copy.media(), keys.desk);
      await giveOwedLasting(show.id, keys.desk);
    }
    await this.answered(show, answer);
  }

  private async answered(show: Show, answer: Awaited<ReturnType<InStep['send']>>): Promise<void> {
    if (this.open?.show.id !== show.id) return;
    const taken = answer.ok ? null : (takenSchema.safeParse(answer.problem).data?.taken ?? null);
    const refused = answer.ok || answer.status === null || taken ? null : refusedWords(answer);
    const older = !answer.ok && problemSchema.safeParse(answer.problem).data?.older === true;
    // Two shows cannot have one address: this one gets others, and whoever pasted the old ones has to be told.
    const readdressed = taken ? readdressedWords(show, taken) : this.open.readdressed;
    const device = answer.ok ? answer.device : this.open.device;
    const { open } = this;
    if (
      open.refused !== refused ||
      open.readdressed !== readdressed ||
      open.older !== older ||
      !dequal(open.device, device)
    )
      this.set({ ...open, refused, readdressed, older, device });
    if (taken) {
      await replaceKeys(show, taken);
      this.timer ??= setTimeout(() => void this.publish(), PUBLISH_MS);
      return;
    }
    if (!answer.ok && (answer.status === null || answer.status >= 500 || answer.status === 429))
      this.timer ??= setTimeout(() => void this.publish(), AGAIN_MS);
  }
}

export const showStore = new ShowStore();

/** Change the show: in this browser at once, on the server within a second. */
export const { edit, undo, redo, seen } = showStore;

/** A home that this browser does not have yet. */
export const fetchHome = async (...asked: Parameters<typeof InStep.fetch>): ReturnType<typeof InStep.fetch> =>
  (await inStepPart()).InStep.fetch(...asked);

/** Opens what the library now says is current: another show, or the same with other keys. */
export const reload = async (): Promise<void> => {
  await showStore.load();
};
