import { randomUUID } from 'node:crypto';
import type { Notice } from '@/core/desk/notice';
import { faultWords } from '@/core/engine/kernel/fault';
import { pushKept } from '@/core/event/kept';
import type { SessionState } from '@/core/session/state';

const KEPT = 10;

/** What the streamer should know of a running show. */
export class Notices {
  private readonly kept: Notice[] = [];

  /** @param at ms, the engine's clock */
  add(at: number, says: string): void {
    pushKept(this.kept, { id: randomUUID(), at, says }, KEPT);
  }

  /** These, the faults that the state tells of, and others, newest last. */
  with({ faults, show }: SessionState, others: readonly Notice[]): Notice[] {
    const ofFaults = faults.map((fault): Notice => ({
      id: `fault/${fault.at}/${fault.cue ?? fault.feed ?? ''}`,
      at: fault.at,
      says: `${faultWords(fault, show)}${fault.count > 1 ? ` (${fault.count} times)` : ''}`,
    }));
    return [...ofFaults, ...this.kept, ...others].sort((a, b) => a.at - b.at);
  }
}
