/** What really happened in a room, kept by Brindle itself: what a client should have counted if nothing was lost or counted twice. */
export interface Ledger {
  follow: number;
  share: number;
  chat: number;
  join: number;
  subscribe: number;
  gift: { count: number; coins: number };
  /** `room`: all likes; `viewers`: those whose batch was sent. */
  like: { room: number; viewers: number };
  viewers: Record<string, { coins: number; likes: number }>;
  /** What faults were made. */
  sent: {
    messages: number;
    repeated: number;
    malformed: number;
    reordered: number;
    likeBatchesDropped: number;
    streakEndsLost: number;
  };
}

export const newLedger = (): Ledger => ({
  follow: 0,
  share: 0,
  chat: 0,
  join: 0,
  subscribe: 0,
  gift: { count: 0, coins: 0 },
  like: { room: 0, viewers: 0 },
  viewers: {},
  sent: { messages: 0, repeated: 0, malformed: 0, reordered: 0, likeBatchesDropped: 0, streakEndsLost: 0 },
});

export function creditViewer(ledger: Ledger, uid: string, coins: number, likes: number): void {
  const viewer = (ledger.viewers[uid] ??= { coins: 0, likes: 0 });
  viewer.coins += coins;
  viewer.likes += likes;
}
