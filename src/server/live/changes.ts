/**
 * Finds what has changed since it was last asked: a section is compared by its JSON, and a list that mostly grows by its entries.
 * What comes out is sent as it is.
 */
export class Changes {
  private sections = new Map<string, string>();

  /** The entries of `now` whose JSON is not what it was; those that are gone are null. */
  of(now: Readonly<Record<string, unknown>>): Record<string, unknown> | null {
    let changed: Record<string, unknown> | null = null;
    for (const [name, value] of Object.entries(now)) {
      const json = JSON.stringify(value);
      if (this.sections.get(name) === json) continue;
      this.sections.set(name, json);
      (changed ??= {})[name] = value;
    }
    for (const name of this.sections.keys()) {
      if (name in now) continue;
      this.sections.delete(name);
      (changed ??= {})[name] = null;
    }
    return changed;
  }
}

/** The same for a list of things that are replaced rather than changed: what is in it now and was not before. */
export class NewEntries<T extends object> {
  private seen = new WeakSet<T>();

  of(now: readonly T[]): T[] {
    const fresh = now.filter((entry) => !this.seen.has(entry));
    for (const entry of fresh) this.seen.add(entry);
    return fresh;
  }
}
