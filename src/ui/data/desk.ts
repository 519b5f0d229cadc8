import { dequal } from 'dequal';
import { readStream, RemoteClock } from '@/client/stream';
import { merge } from '@/core/desk/merge';
import type { DeskView } from '@/core/desk/view';
import { paced, useSelected, type Source } from './source';

/** The server's engine clock, as this page knows it. */
export const engineClock = new RemoteClock();

/** How the page stands with the server. `missing`: the server is there and does not have the show. */
export type ServerState = 'asking' | 'there' | 'away' | 'missing' | 'refused';

export interface Desk {
  server: ServerState;
  /** The last that was heard; it stays while the server is away. */
  view: DeskView | null;
}

/** Components are told of changes no oftener than this, ms: nobody reads faster. */
const TOLD_EVERY_MS = 250;
const UNKNOWN: Desk = { server: 'asking', view: null };

/** The show as the server runs it: every message, for what paints them rather than renders. */
class DeskStore implements Source<Desk> {
  private desk = UNKNOWN;
  private readonly listeners = new Set<() => void>();

  readonly now = (): Desk => this.desk;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private set(desk: Desk): void {
    this.desk = desk;
    for (const listener of this.listeners) listener();
  }

  /**
   * Follows a show until it is told to stop.
   * @param onMissing called when the server does not have it, so that it can be put back
   */
  follow(show: string, key: string, onMissing: () => void): () => void {
    this.set(UNKNOWN);
    const stop = readStream(
      `/api/shows/${encodeURIComponent(show)}/desk`,
      {
        onMessage: (event, text) => {
          // The server's own message: a DeskView, or the sections of one that have changed.
          const message = JSON.parse(text) as { now: number } & Partial<DeskView>;
          engineClock.heard(message.now, event === 'view');
          const view = event === 'view' ? (message as unknown as DeskView) : merge(this.desk.view, message);
          this.set({ server: 'there', view });
        },
        onLost: (status) => {
          this.set({ ...this.desk, server: status === 404 ? 'missing' : status === 403 ? 'refused' : 'away' });
          if (status === 404) onMissing();
        },
      },
      { authorization: `Bearer ${key}` },
    );
    return () => {
      stop();
      this.set(UNKNOWN);
    };
  }
}

export const deskStore = new DeskStore();

/** The same for components. */
export const pacedDesk = paced(deskStore, TOLD_EVERY_MS);

/** What a component needs of the show as the server runs it; it renders only when that is another than before, by its contents. */
export const useDesk = <S>(select: (desk: Desk) => S): S => useSelected(pacedDesk, select, dequal);

/** The same of what the server last said; `otherwise` until it has said anything. */
export const useDeskView = <S>(select: (view: DeskView) => S, otherwise: S): S =>
  useDesk(({ view }) => (view ? select(view) : otherwise));
