import { z } from 'zod';
import { linkOf, type Link } from '@/core/uplink/link';
import { AT_ONCE, nextPiece, UPLINK_BYTES, UplinkRun } from '@/core/uplink/run';
import { showStore } from '@/ui/data/show-store';

const answerSchema = z.object({ arrived: z.array(z.tuple([z.number(), z.number()])).max(2000) });
/** How often the way there and back is asked for, ms. */
const ASK_EVERY_MS = 150;
/** The first pieces are small: nothing is known yet. */
const FIRST_BYTES = 16_000;

/** Bytes that cannot be made smaller on the way. */
function noise(): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(UPLINK_BYTES);
  // So many at once is what browsers give.
  for (let from = 0; from < bytes.length; from += 65_536)
    crypto.getRandomValues(bytes.subarray(from, Math.min(bytes.length, from + 65_536)));
  return bytes;
}

/**
 * Measures the way from this browser to the server.
 * @param signal ends it; what was measured until then counts
 * @param onSent how many bytes have been sent, and for how long, ms
 * @returns null where nothing can be said; `failed`: the server does not take it
 */
export async function measureUplink(
  signal: AbortSignal,
  onSent: (bytes: number, ms: number) => void,
): Promise<{ link: Link | null; failed: boolean }> {
  const open = showStore.now();
  if (!open) return { link: null, failed: true };
  const path = `/api/shows/${encodeURIComponent(open.show.id)}/uplink`;
  const headers = { authorization: `Bearer ${open.keys.desk}`, 'content-type': 'application/octet-stream' };
  const post = async (body: Uint8Array<ArrayBuffer>): Promise<number> => {
    const from = performance.now();
    const response = await fetch(path, { method: 'POST', headers, body, cache: 'no-store', signal });
    if (!response.ok) throw new Error(String(response.status));
    run.take(answerSchema.parse(await response.json()));
    return performance.now() - from;
  };
  const run = new UplinkRun();
  const began = performance.now();
  const passed = (): number => performance.now() - began;
  const bytes = noise();
  let failed = false;
  const lane = async (): Promise<void> => {
    let size = FIRST_BYTES;
    while (!signal.aborted && !failed && run.goesOn(passed(), size)) {
      run.sent += size;
      size = nextPiece(size, await post(bytes.subarray(0, size)));
      onSent(run.sent, passed());
    }
  };
  const asking = async (): Promise<void> => {
    while (!signal.aborted && !failed && run.goesOn(passed(), 0)) {
      run.roundTrips.push(await post(bytes.subarray(0, 0)));
      await new Promise((resolve) => setTimeout(resolve, ASK_EVERY_MS));
    }
  };
  const ended = (error: unknown): void => {
    // Stopped by hand it has not failed; anything else ends it.
    if (!signal.aborted && error !== undefined) failed = true;
  };
  await Promise.all([...Array.from({ length: AT_ONCE }, () => lane().catch(ended)), asking().catch(ended)]);
  return { link: linkOf(run.arrived, run.roundTrips), failed };
}
