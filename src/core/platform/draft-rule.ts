import { pathTo } from './json-path';
import { KIND_FIELDS, type MappedField, type MappedKind, type Rule } from './mapping';

/* A rule as it is tapped together from a sample. */

/** What the next tap on a value means. */
export type Target = MappedField | 'when' | 'each';

export const newRule = (kind: MappedKind): Rule => ({ kind, when: null, each: null, fields: {}, fixed: {} });

/** The fields of a rule's kind, in the order in which they are asked for: what it needs first. */
export const fieldsOf = (rule: Rule): readonly MappedField[] => [
  ...KIND_FIELDS[rule.kind].needs,
  ...KIND_FIELDS[rule.kind].may,
];

/** The first needed field that the rule does not have; null when it has all. */
export const nextNeeded = (rule: Rule): MappedField | null =>
  KIND_FIELDS[rule.kind].needs.find((field) => rule.fields[field] === undefined && rule.fixed[field] === undefined) ??
  null;

/**
 * A rule with a tapped value put in.
 * @param steps where the value stands in the sample
 * @param value what it is there: a condition asks for just this
 */
export function withTapped(rule: Rule, target: Target, steps: readonly (string | number)[], value: unknown): Rule {
  if (target === 'when') return { ...rule, when: { path: pathTo(steps), is: String(value) } };
  if (target === 'each') {
    // Any value inside a list stands for the list.
    const list = steps.findLastIndex((step) => typeof step === 'number');
    return { ...rule, each: `${pathTo(list < 0 ? steps : steps.slice(0, list))}[*]` };
  }
  return { ...rule, fields: { ...rule.fields, [target]: pathTo(within(rule, steps)) } };
}

/** The steps from where the rule reads: inside the list, if it reads each entry of one. */
function within({ each }: Rule, steps: readonly (string | number)[]): readonly (string | number)[] {
  if (each === null) return steps;
  for (let n = 0; n < steps.length; n += 1)
    if (typeof steps[n] === 'number' && `${pathTo(steps.slice(0, n))}[*]` === each) return steps.slice(n + 1);
  return steps;
}

/** What was set goes; what was fixed goes too. */
export function withoutTarget(rule: Rule, field: Target): Rule {
  if (field === 'when' || field === 'each') return { ...rule, [field]: null };
  const { [field]: _path, ...fields } = rule.fields;
  const { [field]: _value, ...fixed } = rule.fixed;
  return { ...rule, fields, fixed };
}
