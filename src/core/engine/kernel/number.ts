import type { Kit, KernelState, NamedNumber, NumberKind, NumberName } from './feature';
import type { KernelShow } from './show';

/* Numbers that a cue or the streamer's hand can change. Each kind belongs to a feature; here they are found by name. */

/** All numbers of a show, in the order in which they are offered. */
export const numbersOf = (show: KernelShow, kit: Kit): NamedNumber[] =>
  kit.numbers.flatMap(({ number }) => number.list(show));

function found({ kit }: KernelState, name: NumberName): { kind: NumberKind; id: string } | null {
  const at = name.indexOf('/');
  const kind = kit.numbers.find(({ number }) => number.kind === name.slice(0, at))?.number;
  return kind ? { kind, id: name.slice(at + 1) } : null;
}

/** What a number stands at; null: there is no such number. */
export function valueOf(state: KernelState, name: NumberName): number | null {
  const number = found(state, name);
  return number && number.kind.value(state, number.id);
}

/** Adds to a number, in place; @returns what it then stands at; null: there is no such number */
export function addToNumber(
  state: KernelState,
  name: NumberName,
  by: number,
  why: 'cue' | 'hand' = 'cue',
): number | null {
  const number = found(state, name);
  return number && number.kind.add(state, number.id, by, why);
}
