import { fastReader } from '@/core/event/fast-reader';
import { inputSchema, type Input } from '@/core/session/input';
import { readKnownInput } from './known-form';

const reader = fastReader(inputSchema);

/** One line of a journal; null when it cannot be read, or is none. */
export function readInputLine(line: string): Input | null {
  const known = readKnownInput(line);
  if (known) return known;
  try {
    const read = reader.safeParse(JSON.parse(line));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
