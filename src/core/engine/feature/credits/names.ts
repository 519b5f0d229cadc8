import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import type { PastViewer } from '@/core/engine/count/past';
import { inRow } from '@/core/engine/count/row';

/* Whom credits name: a list for each kind of credits that the show has, in the order of the alphabet. */

export const CREDIT_KINDS = ['followers', 'subscribers', 'supporters', 'everybody'] as const;
export type CreditKind = (typeof CREDIT_KINDS)[number];
export type CreditSpan = 'session' | 'ever';

/** So many are named; a list of more would run for hours. */
export const MOST_CREDITS = 2000;

type Given = Pick<ViewerTally, 'follows' | 'subscriptions' | 'coins' | 'worth' | 'gifts'> & {
  giftSubs: number;
  tips: number;
};

/** Whether somebody who has done so much belongs on a list. */
function belongs(kind: CreditKind, { follows, subscriptions, giftSubs, coins, worth, gifts, tips }: Given): boolean {
  switch (kind) {
    case 'followers':
      return follows > 0;
    case 'subscribers':
      return subscriptions > 0;
    case 'supporters':
      return giftSubs > 0 || coins > 0 || worth > 0 || gifts > 0 || tips > 0;
    case 'everybody':
      return true;
  }
}

export const belongsNow = (kind: CreditKind, tally: ViewerTally): boolean =>
  belongs(kind, { ...tally, giftSubs: tally.giftSubs ?? 0, tips: tally.tips ?? 0 });

/** The same of somebody of earlier sessions. */
export function belongedBefore(kind: CreditKind, { days }: PastViewer): boolean {
  const sum = (measure: Parameters<typeof inRow>[1]): number =>
    days.reduce((all, [, ...row]) => all + inRow(row, measure), 0);
  return belongs(kind, {
    follows: sum('follows'),
    subscriptions: sum('subscriptions'),
    giftSubs: sum('giftSubs'),
    coins: sum('coins'),
    worth: sum('worth'),
    gifts: sum('gifts'),
    tips: sum('tips'),
  });
}

// By letters alone, whatever the machine's language: the same session gives the same list everywhere.
const order = new Intl.Collator('en', { sensitivity: 'base', numeric: true });
const before = (a: string, b: string): number => order.compare(a, b) || (a < b ? -1 : a > b ? 1 : 0);

/** Names, each viewer once. */
export class CreditList {
  private readonly keys = new Set<string>();
  names: readonly string[] = [];

  /** All at once. */
  fill(all: readonly { key: string; name: string }[]): void {
    const names: string[] = [];
    for (const { key, name } of all) {
      if (this.keys.has(key) || names.length >= MOST_CREDITS) continue;
      this.keys.add(key);
      names.push(name);
    }
    this.names = names.sort(before);
  }

  add(key: string, name: string): void {
    if (this.keys.has(key) || this.names.length >= MOST_CREDITS) return;
    this.keys.add(key);
    this.names = [...this.names, name].sort(before);
  }
}
