import type { AudibleAt } from '@/core/engine/alert/audible';

/** How long a sound is, s, by its id. */
export type SecondsOf = (sound: string) => number;

/** Words are read aloud at some 14 letters a second (common practice, no source). */
const LETTERS_A_SECOND = 14;

/** What is heard over time: when several sounds lie over each other, and how loud that is. */
export class Listening {
  private readonly known = new Set<string>();
  private last: string | null = null;
  /** Beginnings and ends, ms. */
  private readonly edges: [at: number, by: 1 | -1][] = [];

  constructor(private readonly secondsOf: SecondsOf) {}

  /** @param heard the latest things to be heard, the newest last */
  hear(heard: readonly AudibleAt[]): void {
    const newest = heard.at(-1)?.id ?? null;
    if (newest === this.last) return;
    this.last = newest;
    for (const each of heard) {
      if (this.known.has(each.id) || each.kind === 'hush') continue;
      this.known.add(each.id);
      const seconds = each.kind === 'sound' ? this.secondsOf(each.sound) : each.text.length / LETTERS_A_SECOND;
      this.edges.push([each.at, 1], [each.at + seconds * 1000, -1]);
    }
  }

  /**
   * Sounds are played at one level each (docs/sound.md), so that two of them, alike and unrelated, are 3 dB louder than one: levels of unrelated
   * sounds add as powers (common practice, no source). `loudestDb`: the most at once, over a single one; at least 0.4 s of it, which is the window
   * of momentary loudness (ITU-R BS.1771-1; from memory).
   */
  sum(): { overlapS: number; loudestDb: number } {
    this.edges.sort(([a, one], [b, other]) => a - b || one - other);
    let open = 0;
    let since = 0;
    let overlapMs = 0;
    const lasting = new Map<number, number>();
    for (const [at, by] of this.edges) {
      if (open > 1) overlapMs += at - since;
      if (open > 0) lasting.set(open, Math.max(lasting.get(open) ?? 0, at - since));
      open += by;
      since = at;
    }
    const most = Math.max(1, ...[...lasting].filter(([, ms]) => ms >= MOMENT_MS).map(([count]) => count));
    return { overlapS: overlapMs / 1000, loudestDb: 10 * Math.log10(most) };
  }
}

const MOMENT_MS = 400;
