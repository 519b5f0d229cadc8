import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import type { Draft } from 'immer';
import useSWR from 'swr';
import type { Show } from '@/core/show/show';
import { ask, fetchJson, type ServerConfig } from './api';
import { useDesk } from './desk';
import { firstVisit } from './first-visit';
import { doEdit, noHistory, redoEdit, undoEdit, type Changed, type History } from './history';
import { readIndex, readKeys, readStoredShow, renameInIndex, storeShow, addStarter, type LibraryIndex, type ShowKeys } from './library';
import { ShowContext } from './show-context';
import { useTakenSessions } from './sessions';

/** Edits are gathered for this long before they are published: a thumb that drags makes many. */
const PUBLISH_MS = 150;
const AGAIN_MS = 2000;

interface Open {
  index: LibraryIndex;
  show: Show;
  keys: ShowKeys;
  demo: boolean;
}

/** Another tab of this browser that edits the same show says so here. */
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('gavirn.shows');

// One at a time: two that find an empty browser at once would each make a show.
let opening: Promise<Open> | null = null;
const openLibrary = (): Promise<Open> => (opening ??= load().finally(() => (opening = null)));

async function load(): Promise<Open> {
  const config = await fetchJson<ServerConfig>('/api/config').catch((): ServerConfig => ({ demo: false, standins: false }));
  let index = (await readIndex()) ?? (await firstVisit(config.demo));
  let show = await readStoredShow(index.current);
  if (!show) {
    // What was kept cannot be read: it stays where it is, and there is a show to work with.
    index = await addStarter();
    show = await readStoredShow(index.current);
  }
  if (!show) throw new Error('This browser keeps no data for this page, so that there is no show to open. Allow it to store data, then reload.');
  return { index, show, keys: await readKeys(show), demo: config.demo };
}

/** Opens the current show, keeps it in this browser and on the server, and follows it as the server runs it. */
export function ShowProvider({ children, waiting, failed }: { children: ReactNode; waiting: ReactNode; failed: (sentence: string) => ReactNode }) {
  const { data, error, mutate } = useSWR<Open, Error>('library', openLibrary, { revalidateOnFocus: false, revalidateIfStale: false, revalidateOnReconnect: false });
  const [history, setHistory] = useState<History>(noHistory);
  const [refused, setRefused] = useState<string | null>(null);
  // What is shown now, for callbacks that come between two renderings.
  const now = useRef<{ open: Open | undefined; history: History }>({ open: data, history });
  useEffect(() => {
    now.current.open = data;
  }, [data]);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);

  const publish = useCallback(async (): Promise<void> => {
    if (timer.current) clearTimeout(timer.current);
    timer.current = null;
    const { open } = now.current;
    if (!open) return;
    const answer = await ask('PUT', `/api/shows/${encodeURIComponent(open.show.id)}`, { key: open.keys.desk, body: { show: open.show, outletKeys: open.keys.outlets } });
    setRefused(answer.ok || answer.status === null ? null : answer.reason);
    if (!answer.ok && (answer.status === null || answer.status >= 500 || answer.status === 429)) timer.current ??= setTimeout(() => void publish(), AGAIN_MS);
  }, []);

  const take = useCallback((changed: Changed | null): void => {
    const { open } = now.current;
    if (!changed || !open) return;
    now.current = { open: { ...open, show: changed.show }, history: changed.history };
    setHistory(changed.history);
    void mutate(now.current.open, { revalidate: false });
    void storeShow(changed.show).then(() => channel?.postMessage(changed.show.id));
    if (changed.show.name !== open.show.name) void renameInIndex(changed.show.id, changed.show.name);
    if (timer.current) clearTimeout(timer.current);
    timer.current = setTimeout(() => void publish(), PUBLISH_MS);
  }, [mutate, publish]);

  const reload = useCallback(async (index?: LibraryIndex): Promise<void> => {
    if (index) {
      now.current.history = noHistory;
      setHistory(noHistory);
    }
    now.current.open = await openLibrary();
    await mutate(now.current.open, { revalidate: false });
    await publish();
  }, [mutate, publish]);

  const id = data?.show.id ?? null;
  useEffect(() => {
    if (!id) return undefined;
    void publish();
    if (!channel) return undefined;
    const heard = (message: MessageEvent<unknown>): void => {
      // The other tab has kept and published it; here it only has to be seen.
      if (message.data === id) void openLibrary().then((open) => mutate(open, { revalidate: false }));
    };
    channel.addEventListener('message', heard);
    return () => channel.removeEventListener('message', heard);
  }, [id, mutate, publish]);

  const desk = useDesk(id, data?.keys.desk ?? null, () => void publish());
  useTakenSessions(data ? { id: data.show.id, key: data.keys.desk } : null, desk.view?.session ?? null);

  const value = useMemo(() => data && {
    ...data, desk, refused, reload,
    edit: (recipe: (draft: Draft<Show>) => void) => take(now.current.open ? doEdit(now.current.open.show, now.current.history, recipe) : null),
    undo: () => take(now.current.open ? undoEdit(now.current.open.show, now.current.history) : null),
    redo: () => take(now.current.open ? redoEdit(now.current.open.show, now.current.history) : null),
    canUndo: history.done.length > 0, canRedo: history.undone.length > 0,
  }, [data, desk, refused, reload, take, history]);

  if (error) return failed(error.message);
  if (!value) return waiting;
  return <ShowContext.Provider value={value}>{children}</ShowContext.Provider>;
}
