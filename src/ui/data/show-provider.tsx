import { useEffect, type ReactNode } from 'react';
import useSWR from 'swr';
import { bringIn } from './bring-in';
import { deskStore, useDeskView } from './desk';
import { giveBackLasting } from './lasting';
import { forgetSentMedia } from './media';
import { forgetSent } from './recordings';
import { useSharedSessions } from './shared-sessions';
import { useTakenSessions } from './sessions';
import { useFollowedMedia } from './use-followed-media';
import { useKeys, useShow } from './show';
import type { OpenShow } from './open-show';
import { showStore } from './show-store';
import { useSelected } from './source';

const putBack = (): void => {
  forgetSent();
  forgetSentMedia();
  void showStore.publish().then(async () => {
    const open = showStore.now();
    if (open) await giveBackLasting(open.show.id, open.keys.desk);
  });
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
  const isOpen = useSelected(showStore, (open) => open !== null);
  if (error && !isOpen) return failed(error.message);
  if (!isOpen) return waiting;
  return (
    <>
      <Follow />
      {children}
    </>
  );
}

/** Follows the open show, and takes its finished sessions over. A component of its own, so that none of the places renders for it. */
function Follow() {
  const show = useShow();
  const { desk: key } = useKeys();
  useEffect(() => deskStore.follow(show.id, key, putBack), [show.id, key]);
  useEffect(() => void bringIn(), [show.id]);
  useFollowedMedia();
  useSharedSessions();
  // Not with the components' pace: what another device has changed is to be seen at once.
  useEffect(() => {
    let last = deskStore.now().server;
    return deskStore.subscribe(() => {
      const { server, view } = deskStore.now();
      const other = server !== last;
      last = server;
      // Back again, or let go: what this device may is asked anew.
      if (other && (server === 'there' || server === 'refused')) void showStore.publish();
      else if (server === 'there' && view) void showStore.catchUp(view.step);
    });
  }, []);
  useTakenSessions(
    show,
    key,
    useDeskView(({ session }) => session, null),
    useDeskView(({ finished }) => finished, 0),
  );
  return null;
}
