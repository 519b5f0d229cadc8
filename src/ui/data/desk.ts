import useSWRSubscription from 'swr/subscription';
import { readStream, RemoteClock } from '@/client/stream';
import type { DeskView } from '@/core/desk/view';

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
const KEPT_MS = 65_000;

/** Follows a show as the server runs it. `onMissing` is called when the server does not have it, so that it can be put back. */
export function useDesk(showId: string | null, key: string | null, onMissing: () => void): Desk {
  const { data } = useSWRSubscription<Desk, Error, [string, string, string] | null>(
    showId && key ? ['desk', showId, key] : null,
    ([, id, deskKey], { next }) => {
      let desk: Desk = { server: 'asking', view: null };
      const say = (now: Desk): void => {
        desk = now;
        next(null, now);
      };
      return readStream(
        `/api/shows/${encodeURIComponent(id)}/desk`,
        {
          onMessage(event, text) {
            // The server's own message: a DeskView, or the sections of one that have changed.
            const message = JSON.parse(text) as { now: number } & Partial<DeskView>;
            engineClock.heard(message.now, event === 'view');
            say({
              server: 'there',
              view: event === 'view' ? (message as unknown as DeskView) : merge(desk.view, message),
            });
          },
          onLost(status) {
            say({
              ...desk,
              server: status === null ? 'away' : status === 404 ? 'missing' : status === 403 ? 'refused' : 'away',
            });
            if (status === 404) onMissing();
          },
        },
        { authorization: `Bearer ${deskKey}` },
      );
    },
  );
  return data ?? { server: 'asking', view: null };
}

/** A view with what has changed in it. Lines with a known id replace the old one (a streak that grew). */
export function merge(
  view: DeskView | null,
  { now, happened, marks, ...changed }: { now: number } & Partial<DeskView>,
): DeskView | null {
  if (!view) return null;
  const fresh = new Set(happened?.map(({ id }) => id));
  // A session that has just begun starts with an empty list.
  const begun = changed.session !== undefined && changed.session?.id !== view.session?.id;
  const kept = begun ? [] : view.happened.filter(({ id }) => !fresh.has(id));
  const latest = new Map(
    [...view.marks, ...(marks ?? [])]
      .filter(({ t }) => t > now - KEPT_MS)
      .map((mark) => [`${mark.t}/${mark.feed}/${mark.kind}`, mark]),
  );
  return {
    ...view,
    ...changed,
    happened: [...kept, ...(happened ?? [])].slice(-KEPT_LINES),
    marks: [...latest.values()],
  };
}
