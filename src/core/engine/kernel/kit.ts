import type { CommandKind, Feature, InputKind, Kit, ListKind, OwnMeasure, StepKind } from './feature';
import type { WhenKind } from './when';

/** Puts features together. @throws where two bring something of the same name */
export function kitOf(features: readonly Feature[]): Kit {
  const numbers = features.flatMap((feature) => (feature.number ? [{ feature, number: feature.number }] : []));
  return {
    features,
    byName: named(features.map((feature): [string, Feature] => [feature.name, feature])),
    whens: named(features.flatMap(({ whens = [] }) => whens.map((each): [string, WhenKind] => [each.kind, each]))),
    steps: named(features.flatMap(({ steps = [] }) => steps.map((each): [string, StepKind] => [each.kind, each]))),
    commands: named(
      features.flatMap(({ commands = [] }) => commands.map((each): [string, CommandKind] => [each.command, each])),
    ),
    inputs: named(features.flatMap(({ inputs = [] }) => inputs.map((each): [string, InputKind] => [each.input, each]))),
    measures: named(
      features.flatMap(({ measures = [] }) => measures.map((each): [string, OwnMeasure] => [each.measure, each])),
    ),
    lists: named(features.flatMap(({ list }): [string, ListKind][] => (list ? [[list.list, list]] : []))),
    numbers: numbers.sort((a, b) => a.number.offered - b.number.offered),
  };
}

function named<T>(entries: readonly [string, T][]): ReadonlyMap<string, T> {
  const found = new Map<string, T>();
  for (const [name, each] of entries) {
    if (found.has(name)) throw new Error(`Two features bring “${name}”.`);
    found.set(name, each);
  }
  return found;
}
