import { randomUUID } from 'node:crypto';
import type { Notice } from '@/core/desk/notice';
import { faultWords } from '@/core/engine/kernel/fault';
import { pushKept } from '@/core/event/kept';
import type { SessionState } from '@/core/session/state';
import { type Sayable, phrase } from '@/core/words/phrase';

const KEPT = 10;

export const SLEPT = phrase(
  'This show had slept on the server, since nobody had opened it for long. Its feeds are connected again; what happened meanwhile was not counted.',
);

/** What the streamer should know of a running show. */
export class Notices {
  private readonly kept: Notice[] = [];

  /** @param at ms, the engine's clock */
  add(at: number, says: Sayable): void {
    pushKept(this.kept, { id: randomUUID(), at, says }, KEPT);
  }

  /** These, the faults that the state tells of, and others, newest last. */
  with({ faults, show }: SessionState, others: readonly Notice[]): Notice[] {
    const ofFaults = faults.map((fault): Notice => ({
      id: `fault/${fault.at}/${fault.cue ?? fault.feed ?? ''}`,
      at: fault.at,
      says:
        fault.count > 1
          ? phrase('{fault} ({n} times)', { fault: faultWords(fault, show), n: fault.count })
          : faultWords(fault, show),
    }));
    return [...ofFaults, ...this.kept, ...others].sort((a, b) => a.at - b.at);
  }
}
