import { readFileSync } from 'node:fs';
import { Painter } from '@/core/paint/painter';
import { Stage, type PaintInput } from '@/core/stage/stage';
import type { Live } from '@/core/piece';
import { readShow } from '@/core/show/file';
import { nodeHost, nodeMeasure, nodeSurface } from '@/server/paint/node-host';
import { english } from '@/core/words/phrase';

const FRAMES = 60;

/** Painting the demo frame at 1080×1920: all of it changing, one piece moving, nothing changing; against drawing everything each time. */
export async function benchPaint(): Promise<string[]> {
  const read = readShow(readFileSync('demo/kiln-hours.json', 'utf8'));
  if (!read.ok) throw new Error(english(read.reason));
  const { show } = read;
  const { canvas, context } = nodeSurface(show.frame.width, show.frame.height);
  const painter = new Painter(context, nodeHost);
  const stage = new Stage({ measure: nodeMeasure, seen: 'air' });
  const scene = (n: number): PaintInput => ({
    frame: show.frame,
    pieces: show.pieces,
    live: {
      'kiln-goal': { kind: 'goal', goal: { name: 'Open the kiln', value: 1000 + n, target: 2000, hidden: false } },
      glazers: {
        kind: 'leaderboard',
        rows: ['Inês', '山田 はな', 'Đorđe', 'ليلى'].map((name, at) => ({ name, value: 900 - at * 100 + n })),
      },
      top: {
        kind: 'spotlight',
        alerts: [{ id: `a${n}`, from: 0, until: 10_000, text: `Inês sent ${n} Slip Splash`, names: [], place: 0 }],
      },
    } satisfies Record<string, Live>,
  });
  const frame = async (paint: () => number): Promise<number> => {
    const started = performance.now();
    paint();
    // Drawing is put off until somebody looks: one pixel read makes it happen.
    canvas.getContext('2d').getImageData(0, 0, 1, 1);
    const took = performance.now() - started;
    await new Promise((resolve) => setImmediate(resolve));
    return took;
  };
  const median = async (paint: (n: number) => number): Promise<number> => {
    const times: number[] = [];
    for (let n = 0; n < FRAMES; n += 1) times.push(await frame(() => paint(n)));
    return times.sort((a, b) => a - b)[FRAMES / 2] ?? 0;
  };
  const still = scene(0);
  await median(() => painter.paint(stage.at(still, 1000)));
  const uncached = await median((n) => {
    painter.forget();
    stage.forget();
    return painter.paint(stage.at(scene(n), 1000));
  });
  const changing = await median((n) => painter.paint(stage.at(scene(n), 1000)));
  const moving = await median((n) => painter.paint(stage.at(still, n * 5)));
  let copied = 0;
  painter.paint(stage.at(still, 1000));
  const nothing = await median(() => {
    copied += painter.paint(stage.at(still, 1000));
    return 0;
  });
  if (copied !== 0) throw new Error('Something was painted although nothing had changed.');
  const line = (what: string, took: number): string =>
    `painting the demo frame, ${what} / drawing everything anew: ${(took / uncached).toFixed(3)}  (${took.toFixed(2)} ms / ${uncached.toFixed(2)} ms)`;
  return [
    line('every piece changing', changing),
    line('an alert coming in', moving),
    `${line('nothing changing', nothing)}; groups painted: 0`,
  ];
}
