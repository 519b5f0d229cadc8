/*
 * A polled room may be asked every so often, whoever asks. Several shows of this server that follow one room take turns: by themselves the
 * one that was answered first would always be first again, and the others never.
 */

const rooms = new Map<string, Promise<void>>();

/**
 * Waits for this one's turn to ask a room.
 * @returns to be called with how long nobody else may ask, ms
 */
export async function takeTurn(room: string): Promise<(ms: number) => void> {
  const before = rooms.get(room) ?? Promise.resolve();
  let next: () => void = () => undefined;
  const turn = new Promise<void>((resolve) => {
    next = resolve;
  });
  const mine = before.then(() => turn);
  rooms.set(room, mine);
  // The last one in the row leaves nothing behind.
  void mine.then(() => {
    if (rooms.get(room) === mine) rooms.delete(room);
  });
  await before;
  return (ms) => void setTimeout(next, Math.min(ms, LONGEST_MS)).unref();
}

/** However long a platform asks to be left alone: the next one asks for itself. */
const LONGEST_MS = 60_000;
