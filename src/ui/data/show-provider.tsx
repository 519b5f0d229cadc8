import { useMemo, useSyncExternalStore, type ReactNode } from 'react';
import useSWR from 'swr';
import { useDesk } from './desk';
import { giveBackLasting } from './lasting';
import { forgetSentMedia } from './media';
import { forgetSent } from './recordings';
import { useTakenSessions } from './sessions';
import { ShowContext } from './show-context';
import { showStore, type OpenShow } from './show-store';

const putBack = (): void => {
  forgetSent();
  forgetSentMedia();
  void showStore.publish().then(async () => {
    const open = showStore.now();
    if (open) await giveBackLasting(open.show.id, open.keys.desk);
  });
};
const reload = async (): Promise<void> => {
  await showStore.load();
};

/** Opens the current show and follows it as the server runs it. */
export function ShowProvider({
  children,
  waiting,
  failed,
}: {
  children: ReactNode;
  waiting: ReactNode;
  failed: (sentence: string) => ReactNode;
}) {
  const { error } = useSWR<OpenShow, Error>('library', showStore.load, {
    revalidateOnFocus: false,
    revalidateIfStale: false,
    revalidateOnReconnect: false,
  });
  const open = useSyncExternalStore(showStore.subscribe, showStore.now);
  const desk = useDesk(open?.show.id ?? null, open?.keys.desk ?? null, putBack);
  useTakenSessions(open ? { show: open.show, key: open.keys.desk } : null, desk.view?.session ?? null);

  const value = useMemo(
    () =>
      open && {
        ...open,
        desk,
        reload,
        edit: showStore.edit,
        undo: showStore.undo,
        redo: showStore.redo,
        seen: showStore.seen,
        canUndo: open.history.done.length > 0,
        canRedo: open.history.undone.length > 0,
      },
    [open, desk],
  );

  if (error && !open) return failed(error.message);
  if (!value) return waiting;
  return <ShowContext.Provider value={value}>{children}</ShowContext.Provider>;
}
