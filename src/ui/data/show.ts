import type { Show } from '@/core/show/show';
import type { ShowKeys } from './library-schema';
import type { OpenShow } from './open-show';
import { showStore } from './show-store';
import { useSelected, type Source } from './source';

/** The show that is open. Every place is shown only while there is one. */
const opened: Source<OpenShow> = {
  subscribe: showStore.subscribe,
  now: () => {
    const open = showStore.now();
    if (!open) throw new Error('A component needs the show before it is opened.');
    return open;
  },
};
const all = <T>(value: T): T => value;

/** What is known of the show besides itself: the list of shows, what can be undone, what the server said of it. */
export const useOpened = <S>(select: (open: OpenShow) => S): S => useSelected(opened, select);

/** The show that is edited, or a part of it. */
export function useShow(): Show;
export function useShow<S>(select: (show: Show) => S): S;
export function useShow<S>(select: (show: Show) => S | Show = all): S | Show {
  return useSelected(opened, ({ show }) => select(show));
}

/** The keys of the show's desk, outlets and feeds. */
export const useKeys = (): ShowKeys => useSelected(opened, ({ keys }) => keys);
