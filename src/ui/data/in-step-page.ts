import { dequal } from 'dequal';
import type { Show } from '@/core/show/show';
import { noHistory } from './history';
import { readHistory, storeHistory } from './history-store';
import type { Page } from './in-step';
import { cacheShow, renameInIndex, takeKeys } from './library';
import { keysSchema } from './library-schema';
import type { OpenShow } from './open-show';

/** The show that is open on this page, and how it is set. */
interface Opened {
  now: () => OpenShow | null;
  set: (open: OpenShow) => void;
}

/** How what others have changed comes to the page. A copy of a home that is not open any more changes nothing on it. */
export function pageOf(id: string, { now, set }: Opened): Page {
  let last = now();
  const isOpen = (): OpenShow | null => {
    const open = now();
    return open?.show.id === id ? open : null;
  };
  const open = (): OpenShow => {
    last = isOpen() ?? last;
    if (!last) throw new Error('A show is brought in step before it is opened.');
    return last;
  };
  /** What can be undone of a show that was put on. */
  const undoable = async (show: Show): Promise<void> => {
    const history = await readHistory(show);
    const opened = isOpen();
    // Whatever was changed meanwhile can be undone, and no more: what came before it was not known then.
    if (opened && opened.show.setup === show.setup && opened.history === noHistory) set({ ...opened, history });
  };
  return {
    show: () => open().show,
    keys: () => ({ outlets: open().keys.outlets, feeds: open().keys.feeds }),
    merged: (show, keys) => {
      const before = open();
      const all = keys ? (keysSchema.safeParse({ desk: before.keys.desk, ...keys }).data ?? before.keys) : before.keys;
      const another = before.show.setup !== undefined && before.show.setup !== show.setup;
      const opened = isOpen();
      if (opened) set({ ...opened, show, keys: all, ...(another ? { history: noHistory } : {}) });
      if (another) void undoable(show);
      else if (before.show.setup === undefined) void storeHistory(show, before.history);
      void cacheShow(show);
      if (keys) void takeKeys(id, all);
      if (show.name !== before.show.name) void renameInIndex(id, show.name);
    },
    listed: (shows) => {
      const opened = isOpen();
      if (opened && !dequal(opened.shows, shows)) set({ ...opened, shows });
    },
  };
}
