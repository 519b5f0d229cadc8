import { dequal } from 'dequal';
import type { Show } from '@/core/show/show';

/**
 * A show as `next` has it, of the objects of `before` wherever they are equal: a component that looks at one part does not render for
 * another.
 */
export function withSameParts(before: Show, next: Show): Show {
  const parts = Object.entries(next).map(([part, value]): [string, unknown] => {
    const was: unknown = before[part as keyof Show];
    if (dequal(was, value)) return [part, was];
    if (!Array.isArray(value) || !Array.isArray(was)) return [part, value];
    return [part, value.map((entry: unknown) => was.find((old) => dequal(old, entry)) ?? entry)];
  });
  return Object.fromEntries(parts) as unknown as Show;
}
