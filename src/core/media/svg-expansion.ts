/** A drawing in which each part uses others twice doubles with every level: so many elements are drawn at most. */
const MOST_DRAWN = 100_000;

interface Part {
  id: string;
  /** Elements in it that have no id, itself among them; parts in it; and the ids of those that it uses. */
  own: number;
  parts: Part[];
  uses: string[];
}

/** How many elements a drawing comes to once every use of a part of it is drawn out. */
export class Expansion {
  private readonly root: Part = { id: '', own: 0, parts: [], uses: [] };
  private readonly byId = new Map<string, Part>();
  private readonly open_: Part[] = [];

  private get present(): Part {
    return this.open_[this.open_.length - 1] ?? this.root;
  }

  open(id: string, uses: readonly string[]): void {
    let part = this.present;
    if (id !== '') {
      part = { id, own: 0, parts: [], uses: [] };
      this.present.parts.push(part);
      if (!this.byId.has(id)) this.byId.set(id, part);
    }
    part.own += 1;
    part.uses.push(...uses);
    this.open_.push(part);
  }

  close(): void {
    this.open_.pop();
  }

  /** Parts that a style sheet names: each element may use them. */
  use(ids: readonly string[]): void {
    this.root.uses.push(...ids);
  }

  isTooMuch(): boolean {
    const drawn = new Map<Part, number>();
    const underway = new Set<Part>();
    const count = (part: Part, depth: number): number => {
      const known = drawn.get(part);
      if (known !== undefined) return known;
      // What uses itself is not drawn (SVG 2, section 5.6), and a chain of uses longer than this is none that a person drew.
      if (underway.has(part)) return 0;
      if (depth > MOST_CHAIN) return Infinity;
      underway.add(part);
      let sum = part.own;
      for (const each of part.parts) sum += count(each, depth + 1);
      for (const id of part.uses) {
        const used = this.byId.get(id);
        if (used) sum += count(used, depth + 1);
        if (sum > MOST_DRAWN) break;
      }
      underway.delete(part);
      drawn.set(part, sum);
      return sum;
    };
    return count(this.root, 0) > MOST_DRAWN;
  }
}
const MOST_CHAIN = 1000;
