import { dequal } from 'dequal';
import { pacedDesk, engineClock, type Desk } from './desk';
import { useSelected, type Source } from './source';

/** Steps of the time: often enough to be seen as moving, seldom enough to cost nothing. */
const STEP_MS = 500;

interface DeskAndTime {
  desk: Desk;
  /** The engine's clock, ms. */
  now: number;
}

/** The desk and the engine's clock together: new whenever the desk has changed, and every half second while the page is seen. */
class DeskTime implements Source<DeskAndTime> {
  private latest: DeskAndTime | null = null;
  private readonly listeners = new Set<() => void>();
  private timer: ReturnType<typeof setInterval> | undefined;
  private stopDesk = (): void => undefined;

  readonly now = (): DeskAndTime => {
    // While nobody listens it stands still, and must not be read again half an hour later.
    if (!this.latest || (this.listeners.size === 0 && engineClock.now() - this.latest.now >= STEP_MS)) this.read();
    return this.latest as DeskAndTime;
  };

  private read(): void {
    this.latest = { desk: pacedDesk.now(), now: engineClock.now() };
  }

  private readonly tell = (): void => {
    this.read();
    for (const listener of this.listeners) listener();
  };

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    if (this.listeners.size === 1) {
      this.stopDesk = pacedDesk.subscribe(this.tell);
      this.timer = setInterval(() => {
        if (!document.hidden) this.tell();
      }, STEP_MS);
    }
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size > 0) return;
      this.stopDesk();
      clearInterval(this.timer);
    };
  };
}

const deskTime = new DeskTime();

/** What follows from what the server last said (null: nothing yet) and the time, ms of the engine's clock. It renders only when that is another than before. */
export const useDeskAt = <S>(select: (view: Desk['view'], now: number) => S): S =>
  useSelected(deskTime, ({ desk, now }) => select(desk.view, now), dequal);

/** What follows from the time alone. */
export const useEngineTime = <S = number>(select: (now: number) => S): S =>
  useSelected(deskTime, ({ now }) => select(now));
