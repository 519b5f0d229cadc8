import { dequal } from 'dequal';
import { readStream, RemoteClock } from '@/client/stream';
import type { Happened } from '@/core/desk/happened';
import { shownIn, type DeskView } from '@/core/desk/view';
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

const KEPT_LINES = 120;
const KEPT_CHAT = 300;
const KEPT_MS = 65_000;
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

/** A view with what has changed in it. Lines with a known id replace the old one: where it stood (likes that were added), or as the newest (a streak that grew). */
export function merge(
  view: DeskView | null,
  { now, happened, chat, marks, ...changed }: { now: number } & Partial<DeskView>,
): DeskView | null {
  if (!view) return null;
  // A session or a rehearsal that has just begun, or is over, starts with an empty list.
  const begun = shownIn({ ...view, ...changed }) !== shownIn(view);
  const latest = new Map(
    [...(begun ? [] : view.marks), ...(marks ?? [])]
      .filter(({ t }) => t > now - KEPT_MS)
      .map((mark) => [`${mark.t}/${mark.feed}/${mark.kind}`, mark]),
  );
  return {
    ...view,
    ...changed,
    // The same list while nothing is new: who looks at it need not look again.
    happened: begun || happened ? grown(begun ? [] : view.happened, happened ?? []).slice(-KEPT_LINES) : view.happened,
    chat: begun || chat ? [...(begun ? [] : view.chat), ...(chat ?? [])].slice(-KEPT_CHAT) : view.chat,
    marks: [...latest.values()],
  };
}

function grown(lines: readonly Happened[], fresh: readonly Happened[]): Happened[] {
  if (fresh.length === 0) return [...lines];
  const byId = new Map(fresh.map((line) => [line.id, line]));
  const kept = lines.flatMap((line) => {
    const now = byId.get(line.id);
    if (now === undefined) return [line];
    if (now.at !== line.at) return [];
    byId.delete(line.id);
    return [now];
  });
  return [...kept, ...byId.values()];
}
