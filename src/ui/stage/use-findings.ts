import { KIT } from '@/core/engine/features';
import { dequal } from 'dequal';
import { useEffect, useMemo, useState } from 'react';
import { BrowserHost } from '@/client/canvas-host';
import { Painter } from '@/core/paint/painter';
import { sampleOf } from '@/core/piece';
import { sceneryOps } from '@/core/piece/scenery';
import type { Show } from '@/core/show/show';
import { judge } from '@/core/stage/judge';
import { isPicture, type Behind, type Finding } from '@/core/stage/judge/finding';
import { piecesSeen } from '@/core/stage/seen';
import { Stage } from '@/core/stage/stage';
import { engineClock } from '@/ui/data/desk';
import { mediaUrl } from '@/ui/data/media';
import { useShow } from '@/ui/data/show';

/** The picture is looked at this wide, px: a tenth of a letter is finer than needed. */
const WIDE = 54;
/** How often, and how many of the latest looks count, ms: a picture that moves is light now and dark then. */
const EVERY_MS = 1500;
const LOOKS = 5;
/** Findings follow a change after this, ms: while something is dragged they would only flicker. */
const AFTER_MS = 180;

/** What is wrong with a layout; what was dismissed apart. */
export interface Judged {
  findings: Finding[];
  dismissed: Finding[];
}

/** What is wrong with the layout of a scene, as it changes. */
export function useFindings(scene: string): Judged {
  const show = useShow();
  const host = useMemo(() => new BrowserHost({ address: mediaUrl }, () => undefined), []);
  const [all, setAll] = useState<Finding[]>([]);

  useEffect(() => {
    let behind: Behind[] = [];
    const look = (): void => {
      behind = [...behind, pictureOf(show, scene, host)].slice(-LOOKS);
    };
    const judgeNow = (): void => {
      const next = judge(show, scene, host.measure, behind);
      setAll((known) => (dequal(known, next) ? known : next));
    };
    look();
    const first = setTimeout(judgeNow, AFTER_MS);
    const again = setInterval(() => {
      look();
      judgeNow();
    }, EVERY_MS);
    return () => {
      clearTimeout(first);
      clearInterval(again);
    };
  }, [show, scene, host]);

  return useMemo(
    () => ({
      findings: all.filter(({ key }) => !show.dismissed.includes(key)),
      dismissed: all.filter(({ key }) => show.dismissed.includes(key)),
    }),
    [all, show.dismissed],
  );
}

/** The picture pieces alone as they look now, small. Without any, the made-up picture that the editor shows. */
export function pictureOf(show: Show, scene: string, host: BrowserHost): Behind {
  const scale = WIDE / show.frame.width;
  const [width, height] = [WIDE, Math.max(1, Math.round(show.frame.height * scale))];
  const { context } = host.surface(width, height);
  const pictures = piecesSeen(show, { scene, hidden: new Set(), by: 'app' }).filter(isPicture);
  const now = engineClock.now();
  const stage = new Stage({ measure: host.measure, seen: 'program' });
  const list = stage.at(
    {
      frame: show.frame,
      language: show.language,
      pieces: pictures,
      live: Object.fromEntries(pictures.map((piece) => [piece.id, sampleOf(piece, show, KIT)])),
    },
    now,
  );
  if (pictures.length === 0)
    list.groups.push({
      key: 'made-up',
      box: { x: 0, y: 0, w: show.frame.width, h: show.frame.height },
      ops: sceneryOps('pot', { w: show.frame.width, h: show.frame.height }, now),
      dx: 0,
      dy: 0,
      opacity: 1,
    });
  new Painter(context, host, scale).paint(list);
  const { data } = context.getImageData(0, 0, width, height);
  return { width, height, rgba: data };
}
