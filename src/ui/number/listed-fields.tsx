import type { ComponentType } from 'react';
import { DrawFields, LanternFields } from '@/ui/stage/draw-fields';
import { GoalFields } from '@/ui/stage/goal-fields';
import { CountdownFields, CounterFields } from '@/ui/stage/number-fields';

/** The settings of one thing of a list, by the list's field of the show. */
const FIELDS: Readonly<Record<string, ComponentType<{ id: string }>>> = {
  goals: GoalFields,
  countdowns: CountdownFields,
  counters: CounterFields,
  lanterns: LanternFields,
  draws: DrawFields,
};

export function ListedFields({ list, id }: { list: string; id: string }) {
  const Fields = FIELDS[list];
  return Fields ? <Fields id={id} /> : null;
}
