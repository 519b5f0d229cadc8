import type { Doc } from 'yjs';
import { noteSessions, type SessionEntry } from '@/core/home/session-list';
import { addShow, putOn, removeShow } from '@/core/home/shows';
import type { Show } from '@/core/show/show';
import { randomKey } from './random-key';

/** What is done with a home as a whole, and not with the show that is on. */
export type HomeAct =
  | { act: 'putOn'; id: string }
  | { act: 'add'; id: string; show: Show; on: boolean }
  | { act: 'remove'; id: string }
  /** Finished sessions that this device has. */
  | { act: 'note'; sessions: readonly SessionEntry[] };

/** @returns false where it cannot be done, or there is nothing to do */
export function doAct(doc: Doc, home: string, act: HomeAct): boolean {
  switch (act.act) {
    case 'putOn':
      return putOn(doc, act.id);
    case 'remove':
      return removeShow(doc, act.id);
    case 'note':
      return noteSessions(doc, act.sessions);
    case 'add': {
      const added = addShow(doc, act.show, act.id, { home, newId: randomKey });
      return added && (!act.on || putOn(doc, act.id));
    }
  }
}
