import type { Sayable } from '@/core/words/phrase';
import type { ShowOwner } from '@/server/door/bus';
import type { Device } from '@/server/door/shows';

/** A show that somebody asks for: its owner, and the device that asks; or why not. `less`: the device may not do this. */
export type Found =
  | { found: 'show'; owner: ShowOwner; device: Device }
  | { found: 'none' }
  | { found: 'notYours' }
  | { found: 'less' }
  | { found: 'broken'; says: Sayable };
