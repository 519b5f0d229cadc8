import { z } from 'zod';

/** What reads by a schema. */
export interface Reader<T> {
  safeParse: (value: unknown) => z.ZodSafeParseResult<T>;
}

/**
 * Reads by generated code what is valid, and by the ordinary parser what is not, since a long log has a million lines. The code is made
 * when the first value comes: that takes some ms for each schema, and most programs meet a few of them.
 */
export function fastReader<T>(schema: z.ZodType<T>): Reader<T> {
  let made: Reader<T> | null = null;
  return { safeParse: (value) => (made ??= z.compile(schema)).safeParse(value) };
}
