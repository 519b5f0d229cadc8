import { readFileSync } from 'node:fs';
import { readShow } from '@/core/show/file';
import type { Show } from '@/core/show/show';

/** A show of the demo. */
export function demoShow(name: 'kiln-hours' | 'salvage-sunday'): Show {
  const read = readShow(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!read.ok) throw new Error(JSON.stringify(read.reason));
  return read.show;
}
