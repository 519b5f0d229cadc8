import { useEffect, useMemo, useState } from 'react';
import useSWR from 'swr';
import { dequal } from 'dequal';
import { BrowserHost } from '@/client/canvas-host';
import { readyChecks } from '@/core/ready';
import type { Check, Looked } from '@/core/ready/check';
import type { Show } from '@/core/show/show';
import { judge } from '@/core/stage/judge';
import { useDesk } from '@/ui/data/desk';
import { useDeskAt } from '@/ui/data/desk-time';
import { checkSteps } from '@/ui/data/feed-api';
import { mediaUrl } from '@/ui/data/media';
import { useShow } from '@/ui/data/show';
import { useDeviceState } from '@/ui/desk/device-state';
import { useMissing } from '@/ui/media/missing';
import { lastRehearsal } from '@/ui/rehearsal/rehearsed';
import { pictureOf } from '@/ui/stage/use-findings';

/** What is looked at anew by itself, ms: platforms are asked, and a browser’s room is. */
const AGAIN_MS = 8000;
/** The layout is judged this long after a change, ms. */
const AFTER_MS = 200;
/** Times are shown by the minute. */
const STEP_MS = 10_000;

/** Every check as things are now; null while the server has not said how they are, and the layout was not looked at yet. */
export function useChecks(): Check[] | null {
  const show = useShow();
  const scenes = useScenes(show);
  const steps = useSteps(show);
  const missing = useMissing();
  const { battery } = useDeviceState();
  const free = useFree();
  const [rehearsed] = useState(() => lastRehearsal(show.id));
  const view = useDesk(({ server, view: said }) => (server === 'there' ? said : null));
  const now = useDeskAt((_view, at) => Math.floor(at / STEP_MS) * STEP_MS);
  return useMemo(
    () =>
      view && scenes
        ? readyChecks({ show, view, now, scenes, steps, missing, rehearsed, device: { battery, free } })
        : null,
    [show, view, now, scenes, steps, missing, rehearsed, battery, free],
  );
}

/** What is wrong with the layout, in all scenes. */
function useScenes(show: Show): Looked['scenes'] | null {
  const host = useMemo(() => new BrowserHost({ address: mediaUrl }, () => undefined), []);
  const [scenes, setScenes] = useState<Looked['scenes'] | null>(null);
  useEffect(() => {
    const later = setTimeout(() => {
      const all = show.scenes.length > 0 ? show.scenes : [{ id: '', name: null }];
      const next = all.map(({ id, name }) => ({
        name,
        findings: judge(show, id, host.measure, [pictureOf(show, id, host)]).filter(
          ({ key }) => !show.dismissed.includes(key),
        ),
      }));
      setScenes((known) => (dequal(known, next) ? known : next));
    }, AFTER_MS);
    return () => clearTimeout(later);
  }, [show, host]);
  return scenes;
}

const NO_STEPS: Looked['steps'] = {};
/** What each feed's platform asks for. */
function useSteps({ id, feeds }: Show): Looked['steps'] {
  const on = feeds.filter((feed) => feed.on).map((feed) => feed.id);
  const { data = NO_STEPS } = useSWR(
    ['ready', id, ...on],
    async () => Object.fromEntries(await Promise.all(on.map(async (feed) => [feed, await checkSteps(feed)] as const))),
    { refreshInterval: AGAIN_MS, keepPreviousData: true },
  );
  return data;
}

/** How much room this browser still gives, bytes (W3C Storage: an estimate); null: it does not say. */
function useFree(): number | null {
  const { data = null } = useSWR(
    'ready/room',
    async () => {
      // Over http in a network a browser has no such call.
      const told = await (navigator.storage as StorageManager | undefined)?.estimate().catch(() => null);
      return told?.quota === undefined || told.usage === undefined ? null : told.quota - told.usage;
    },
    { refreshInterval: AGAIN_MS },
  );
  return data;
}
