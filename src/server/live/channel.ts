import { noLog, type Log } from '@/server/log';
import type { Stream } from './stream';

/** What a channel needs of a show. */
interface Source {
  onChange: (listener: () => void) => () => void;
  clock: { now: () => number };
}

/** What a channel makes of a show: all of it for one who has just come, and what has changed for those who are there. */
export interface ChannelView {
  whole: () => Record<string, unknown>;
  changed: () => Record<string, unknown> | null;
}

/**
 * One view of one show, sent to many: computed once for all of them, no oftener than every `everyMs`, however many events come in.
 * The first change after a rest goes out at once.
 */
export class Channel {
  private readonly streams = new Set<Stream>();
  /** Those that could not keep up: they get the whole view once they can. */
  private readonly behind = new Set<Stream>();
  private revision = 0;
  private lastSent = 0;
  private timer: ReturnType<typeof setTimeout> | null = null;
  /** Of its own: those who are behind must not make the others wait. */
  private catchUpTimer: ReturnType<typeof setTimeout> | null = null;
  private readonly stopListening: () => void;

  constructor(
    private readonly show: Source,
    private readonly view: ChannelView,
    private readonly everyMs: number,
    private readonly log: Log = noLog(),
  ) {
    this.stopListening = show.onChange(() => this.soon());
    this.changed();
  }

  /** What has changed. A view that cannot be made is a fault of ours: those who look see what they saw before, and nothing else ends. */
  private changed(): Record<string, unknown> | null {
    try {
      return this.view.changed();
    } catch (error) {
      this.log.error({ err: error }, 'A view could not be made.');
      return null;
    }
  }

  get size(): number {
    return this.streams.size;
  }

  add(stream: Stream): void {
    // Those already here get what has changed first, so that "changed" means the same for all from now on.
    this.flush();
    this.streams.add(stream);
    this.sendWhole(stream);
  }

  remove(stream: Stream): void {
    this.streams.delete(stream);
    this.behind.delete(stream);
  }

  /** Something has changed, or may have. */
  soon(): void {
    if (this.timer || this.streams.size === 0) return;
    const wait = this.lastSent + this.everyMs - performance.now();
    if (wait <= 0) this.flush();
    else this.timer = setTimeout(() => this.flush(), wait);
  }

  close(): void {
    this.stopListening();
    if (this.timer) clearTimeout(this.timer);
    if (this.catchUpTimer) clearTimeout(this.catchUpTimer);
    for (const stream of this.streams) stream.end();
    this.streams.clear();
  }

  private sendWhole(stream: Stream): void {
    let whole: Record<string, unknown>;
    try {
      whole = this.view.whole();
    } catch (error) {
      // As above: whoever has just come is let go, and asks again.
      this.log.error({ err: error }, 'A view could not be made.');
      this.remove(stream);
      stream.end();
      return;
    }
    stream.send('view', this.revision, JSON.stringify({ now: this.show.clock.now(), ...whole }));
  }

  private flush(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    const changed = this.changed();
    if (changed) {
      this.revision += 1;
      this.lastSent = performance.now();
      const data = JSON.stringify({ now: this.show.clock.now(), ...changed });
      for (const stream of this.streams) {
        if (stream.full) this.behind.add(stream);
        else if (this.behind.delete(stream)) this.sendWhole(stream);
        else stream.send('change', this.revision, data);
      }
    }
    // Whoever is behind must be looked at again even if nothing more happens.
    if (this.behind.size > 0) this.catchUpTimer ??= setTimeout(() => this.catchUp(), this.everyMs * 4);
  }

  private catchUp(): void {
    this.catchUpTimer = null;
    for (const stream of [...this.behind]) {
      if (stream.full) continue;
      this.behind.delete(stream);
      this.sendWhole(stream);
    }
    this.flush();
  }
}
