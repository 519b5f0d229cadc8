import type { OutletReport } from '@/core/desk/outlet-page';
import { lacks, LACKS_SAY } from './lacks';

/** It is said again this often, ms: the server forgets who is silent. */
const AGAIN_MS = 30_000;
/** Changes within this are said together, ms: a window that is drawn larger changes with every frame. */
const GATHER_MS = 800;

/** What this page says of itself to the server, and in the browser's own console: how large it is, what it lacks, whether it is heard. */
export class FrameLog {
  /** Its name for as long as it is open. */
  readonly page = Math.random().toString(36).slice(2, 12).padEnd(10, '0');
  private blocked = false;
  private played: OutletReport['heard'] = null;
  private readonly lacks = lacks();
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly address: string,
    private readonly clock: { now: () => number },
  ) {
    // eslint-disable-next-line no-console -- whoever hosts a compositor looks there
    for (const lack of this.lacks) console.info(LACKS_SAY[lack]);
  }

  /** Something may be another than before. */
  say({ blocked = this.blocked }: { blocked?: boolean }): void {
    this.blocked = blocked;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(), GATHER_MS);
  }

  heard(peakDb: number): void {
    this.played = { at: Math.round(this.clock.now()), peakDb: Math.max(-200, Math.min(20, peakDb)) };
    this.say({});
  }

  private async send(): Promise<void> {
    const report: OutletReport = {
      page: this.page,
      width: window.innerWidth,
      height: window.innerHeight,
      lacks: this.lacks,
      blocked: this.blocked,
      heard: this.played,
    };
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(), AGAIN_MS);
    // No answer, or a refusal: the frame is painted all the same, and it is said again later.
    await fetch(this.address, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(report),
    }).catch(() => undefined);
  }
}
