import { useMemo, useSyncExternalStore } from 'react';

/*
 * What is open in a place stands in the address behind `#`: a sheet, a dialog, a chosen piece. So Back closes it, Forward brings it again, and a
 * reload finds it open. Parts are separated by `/`. The place itself is the router's.
 */

/** What our entries in the browser's history hold besides what the router keeps there: what was open below each, bottom first. */
interface Entry {
  below?: readonly string[];
}

const readHash = (): string => window.location.hash.slice(1);
const readBelow = (): readonly string[] => (window.history.state as Entry | null)?.below ?? [];
const placeNow = (): string => window.location.pathname;
/** The page's address without what is open in it. */
const bare = (): string => window.location.pathname + window.location.search;

/** Browsers answer a step back within this, or do not make it. */
const STEP_MS = 400;

class OpenInPlace {
  private what = typeof window === 'undefined' ? '' : readHash();
  private place = typeof window === 'undefined' ? '' : placeNow();
  /** What lies below it, bottom first. The browser follows: it makes its steps later than they are said. */
  private below: readonly string[] = typeof window === 'undefined' ? [] : readBelow();
  private readonly listeners = new Set<() => void>();
  /** A step back that the browser has not made yet: whatever is opened meanwhile comes after it. */
  private leaving: Promise<void> = Promise.resolve();
  /** Called when the browser has made it. */
  private stepped: (() => void) | null = null;

  constructor() {
    if (typeof window === 'undefined') return;
    // Before the router hears of it: within one place nothing is its business.
    window.addEventListener(
      'popstate',
      (event) => {
        if (placeNow() === this.place) event.stopImmediatePropagation();
        this.place = placeNow();
        // On its way back it says already where it is going.
        if (this.stepped) this.stepped();
        else this.read();
      },
      { capture: true },
    );
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly now = (): string => this.what;

  /** The router has gone to another place. It changes the address itself, and sometimes only after this. */
  readonly at = (place: string): void => {
    if (place === this.place) return;
    this.place = place;
    if (placeNow() === place) this.read();
    else {
      this.below = [];
      this.say('');
    }
  };

  private read(): void {
    this.below = readBelow();
    this.say(readHash());
  }

  /** Opens something; whatever was open is a step back. */
  readonly open = (what: string): void => {
    const before = this.what;
    if (what === before) return;
    if (what === '') return this.close();
    const below = [...this.below, before];
    this.below = below;
    this.say(what);
    void this.leaving.then(() => {
      window.history.pushState({ ...(window.history.state as object | null), below }, '', `${bare()}#${what}`);
    });
  };

  /** Shows something else in place of what is open: no step of its own. */
  readonly turn = (what: string): void => {
    if (this.what === '') return this.open(what);
    this.say(what);
    void this.leaving.then(() => window.history.replaceState(window.history.state, '', `${bare()}#${what}`));
  };

  /** Closes what is open: what was open before it is again. */
  readonly back = (): void => {
    if (this.what === '') return;
    const steps = Math.min(1, this.below.length);
    const before = this.below.at(-1) ?? '';
    this.below = this.below.slice(0, -1);
    this.say(before);
    this.leaving = this.leaving.then(() => this.step(steps));
  };

  /** Closes all that is open in the place. */
  readonly close = (): void => {
    if (this.what === '') return;
    const steps = this.below.length;
    this.below = [];
    this.say('');
    this.leaving = this.leaving.then(() => this.step(steps)).then(() => this.bareAddress());
  };

  /** Closes all, and then does this: goes to another place, for instance. */
  readonly closeThen = (then: () => void): void => {
    this.close();
    void this.leaving.then(then);
  };

  /** Goes so many steps back; where something was opened by its address there is none, and the address loses it. */
  private step(steps: number): Promise<void> {
    if (steps === 0) {
      this.bareAddress();
      return Promise.resolve();
    }
    return new Promise((resolve) => {
      const done = (): void => {
        clearTimeout(timer);
        this.stepped = null;
        resolve();
      };
      const timer = setTimeout(done, STEP_MS);
      this.stepped = done;
      window.history.go(-steps);
    });
  }

  private bareAddress(): void {
    if (readHash() !== '' && this.what === '') window.history.replaceState(window.history.state, '', bare());
  }

  private say(what: string): void {
    if (what === this.what) return;
    this.what = what;
    for (const listener of this.listeners) listener();
  }
}

export const inPlace = new OpenInPlace();

/** Parts of an address, each free to hold any sign. */
export const partsOf = (...parts: readonly string[]): string => parts.map(encodeURIComponent).join('/');

/** What begins a part that says only that something is asked above what is open: "~remove". */
const ASKED = '~';

const useAddress = (): string => useSyncExternalStore(inPlace.subscribe, inPlace.now, () => '');

/** What is open in the place, in its parts, without what is asked above it; none: nothing is. */
export function useOpenParts(): readonly string[] {
  const what = useAddress();
  return useMemo(
    () =>
      what
        .split('/')
        .filter((part) => part !== '' && !part.startsWith(ASKED))
        .map(decoded),
    [what],
  );
}

/** What is asked above what is open, and about which thing: a choice, a warning. It has a step of its own. Null: nothing of this name. */
export function useAskedWhich(name: string): [string | null, (which: string | null) => void] {
  const begin = `${ASKED}${name}`;
  const part = useAddress()
    .split('/')
    .find((each) => each === begin || each.startsWith(`${begin}:`));
  const which = part === undefined ? null : decoded(part.slice(begin.length + 1));
  return [
    which,
    (next) => {
      if (next === null) return which === null ? undefined : inPlace.back();
      const asked = next === '' ? begin : `${begin}:${encodeURIComponent(next)}`;
      inPlace.open([inPlace.now(), asked].filter((each) => each !== '').join('/'));
    },
  ];
}

/** The same where it is about nothing in particular. */
export function useAsked(name: string): [boolean, (on: boolean) => void] {
  const [which, ask] = useAskedWhich(name);
  return [which !== null, (on) => ask(on ? '' : null)];
}

/** Which one of a kind is open, by its id; null: none. */
export function useOpenOne(kind: string): [string | null, (id: string | null) => void] {
  const { at, open, close } = useOpen(kind);
  return [at?.[0] ?? null, (id) => (id === null ? close() : open(id))];
}

/**
 * What is open of one kind of thing in a place.
 * @param prefix what its addresses begin with: `cue` for `cue/k3j/0.words`
 * @returns `at`: the parts behind the prefix; null while nothing of its kind is open
 */
export function useOpen(prefix: string): {
  at: readonly string[] | null;
  open: (...parts: string[]) => void;
  /** The same without a step of its own, where something is open already. */
  turn: (...parts: string[]) => void;
  /** Closes it: what was open before it is again. */
  close: () => void;
} {
  const [head, ...rest] = useOpenParts();
  return {
    at: head === prefix ? rest : null,
    open: (...parts) => inPlace.open(partsOf(prefix, ...parts)),
    turn: (...parts) => inPlace.turn(partsOf(prefix, ...parts)),
    close: inPlace.back,
  };
}

/** An address that was typed may be no address at all. */
function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}
