/** So many ids one generation holds; the last one to two generations are remembered. */
export const SEEN_GENERATION = 1 << 20;

const FIRST_SLOTS = 1 << 10;

// Looked up once: twice a character is often enough to be seen.
const { imul } = Math;

/**
 * The ids that a feed has let in. Each is kept as a fingerprint of 64 bits in open addressing, at most half full, in two generations:
 * when the newer holds SEEN_GENERATION ids, the older goes. So at least the last 1,048,576 ids are remembered, in at most 32 MiB, and
 * the chance that any of a million messages is taken for another one is under 1 in 8 million (birthday bound, 2·10⁶ · 10⁶ / 2⁶⁴).
 */
export class SeenIds {
  private newer = new Generation(FIRST_SLOTS);
  private older: Generation | null = null;

  constructor(private readonly generation = SEEN_GENERATION) {}

  /** Takes note of an id; false when it was known already. */
  add(id: string): boolean {
    // Two hashes in one pass: multiply and shift over UTF-16 units.
    let a = 0x9e3779b1 | 0;
    let b = 0xc2b2ae3d | 0;
    for (let n = 0; n < id.length; n += 1) {
      const unit = id.charCodeAt(n);
      a = imul(a ^ unit, 0x85ebca77) ^ (a >>> 13);
      b = imul(b ^ unit, 0x27d4eb2f) ^ (b >>> 15);
    }
    const high = mixed(a);
    // 0 marks a free slot.
    const low = mixed(b ^ id.length) || 1;
    if (this.older?.has(high, low)) return false;
    if (!this.newer.add(high, low)) return false;
    if (this.newer.size >= this.generation) {
      this.older = this.newer;
      this.newer = new Generation(FIRST_SLOTS);
    }
    return true;
  }

  get size(): number {
    return this.newer.size + (this.older?.size ?? 0);
  }

  /** As plain JSON: fingerprints of 8 bytes each in base64 (a snapshot of a busy session has a million of them). */
  freeze(): { older: string | null; newer: string } {
    return { older: this.older?.words() ?? null, newer: this.newer.words() };
  }

  static thaw(frozen: { older: string | null; newer: string }): SeenIds {
    const seen = new SeenIds();
    seen.older = frozen.older === null ? null : Generation.of(frozen.older);
    seen.newer = Generation.of(frozen.newer);
    return seen;
  }
}

class Generation {
  private slots: Uint32Array;
  size = 0;

  constructor(slots: number) {
    this.slots = new Uint32Array(slots * 2);
  }

  has(high: number, low: number): boolean {
    return this.slots[this.find(high, low) + 1] !== 0;
  }

  add(high: number, low: number): boolean {
    const at = this.find(high, low);
    if (this.slots[at + 1] !== 0) return false;
    this.slots[at] = high;
    this.slots[at + 1] = low;
    this.size += 1;
    if (this.size * 4 > this.slots.length) this.grow();
    return true;
  }

  words(): string {
    const words = new Uint32Array(this.size * 2);
    let next = 0;
    for (let at = 0; at < this.slots.length; at += 2) {
      if (this.slots[at + 1] === 0) continue;
      words[next] = this.slots[at] ?? 0;
      words[next + 1] = this.slots[at + 1] ?? 0;
      next += 2;
    }
    return toBase64(new Uint8Array(words.buffer));
  }

  static of(base64: string): Generation {
    const bytes = atob(base64);
    const words = new Uint32Array(bytes.length >> 2);
    const view = new Uint8Array(words.buffer);
    // A loop: through the string's iterator a million ids take seconds.
    for (let at = 0; at < view.length; at += 1) view[at] = bytes.charCodeAt(at);
    let slots = FIRST_SLOTS;
    while (slots < words.length) slots *= 2;
    const made = new Generation(slots);
    for (let at = 0; at < words.length; at += 2) made.add(words[at] ?? 0, words[at + 1] ?? 0);
    return made;
  }

  /** Where this fingerprint is, or the free slot where it belongs. */
  private find(high: number, low: number): number {
    const { slots } = this;
    const mask = slots.length - 1;
    let at = (low * 2) & mask;
    while (slots[at + 1] !== 0 && (slots[at + 1] !== low || slots[at] !== high)) at = (at + 2) & mask;
    return at;
  }

  private grow(): void {
    const words = this.slots;
    this.slots = new Uint32Array(words.length * 2);
    this.size = 0;
    for (let at = 0; at < words.length; at += 2) if (words[at + 1] !== 0) this.add(words[at] ?? 0, words[at + 1] ?? 0);
  }
}

const DIGITS = Array.from('ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/', (char) =>
  char.charCodeAt(0),
);
const ascii = new TextDecoder();

/** Base64 (RFC 4648, section 4). Through a table: by way of a string of bytes it takes twenty times as long, and a busy feed has millions of them. */
function toBase64(bytes: Uint8Array): string {
  const out = new Uint8Array(Math.ceil(bytes.length / 3) * 4).fill(0x3d);
  for (let at = 0, to = 0; at < bytes.length; at += 3, to += 4) {
    const left = bytes.length - at;
    const three = ((bytes[at] ?? 0) << 16) | ((bytes[at + 1] ?? 0) << 8) | (bytes[at + 2] ?? 0);
    out[to] = DIGITS[three >>> 18] ?? 0;
    out[to + 1] = DIGITS[(three >>> 12) & 63] ?? 0;
    if (left > 1) out[to + 2] = DIGITS[(three >>> 6) & 63] ?? 0;
    if (left > 2) out[to + 3] = DIGITS[three & 63] ?? 0;
  }
  return ascii.decode(out);
}

/** The finalizer of a well-known public-domain hash (constants from memory): every bit of what goes in moves every bit that comes out. */
function mixed(h: number): number {
  h = imul(h ^ (h >>> 16), 0x85ebca6b);
  h = imul(h ^ (h >>> 13), 0xc2b2ae35);
  return (h ^ (h >>> 16)) >>> 0;
}
