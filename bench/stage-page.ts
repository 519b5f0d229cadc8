import { BrowserHost } from '@/client/canvas-host';
import { gallerySheet } from '@/core/stage/gallery';
import type { DisplayList } from '@/core/paint/display';
import { Painter } from '@/core/paint/painter';
import { Stage } from '@/core/stage/stage';

/* Runs in Chromium: twelve live pieces on a frame of 1080 × 1920, all of them moving. */

const FRAMES = 120;
const NOW = 10_000;

export function frameOf(stage: Stage): DisplayList {
  const sheet = gallerySheet('slip', 'usual', NOW);
  const pieces = sheet.pieces.slice(0, 12).map((piece, n) => ({
    ...piece,
    place: {
      ...piece.place,
      x: (n % 2) * 540 + 10,
      y: Math.floor(n / 2) * 315 + 10,
      w: Math.min(520, piece.place.w),
      h: Math.min(300, piece.place.h),
    },
  }));
  return stage.at({ frame: { width: 1080, height: 1920 }, pieces, live: sheet.live }, NOW);
}

/** The list at the n-th frame: every group is somewhere else. */
const moved = (list: DisplayList, n: number): DisplayList => ({
  ...list,
  groups: list.groups.map((group, k) => ({ ...group, dx: Math.sin(n / 9 + k) * 12, dy: Math.cos(n / 7 + k) * 12 })),
});

export const spread = (times: number[]): { median: number; p95: number } => {
  const sorted = [...times].sort((a, b) => a - b);
  return { median: sorted[Math.floor(sorted.length / 2)] ?? 0, p95: sorted[Math.floor(sorted.length * 0.95)] ?? 0 };
};

/** How long the list takes to be painted somewhere else, many times over, ms. `look` reads a pixel: drawing may be put off until somebody looks. */
export async function timeMoving(
  painter: Painter,
  list: DisplayList,
  { look, pause, before }: { look: () => void; pause: () => Promise<unknown>; before: () => void },
): Promise<{ median: number; p95: number }> {
  const times: number[] = [];
  for (let n = 0; n < FRAMES; n += 1) {
    before();
    const started = performance.now();
    painter.paint(moved(list, n));
    look();
    times.push(performance.now() - started);
    await pause();
  }
  // The first few make bitmaps and load code.
  return spread(times.slice(10));
}

async function run(): Promise<{
  cached: { median: number; p95: number };
  uncached: { median: number; p95: number };
  still: number;
}> {
  const canvas = Object.assign(document.createElement('canvas'), { width: 1080, height: 1920 });
  document.body.replaceChildren(canvas);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('No canvas.');
  const host = new BrowserHost({ address: () => Promise.resolve(null) }, () => undefined);
  const stage = new Stage({ measure: host.measure, seen: 'air' });
  frameOf(stage);
  await document.fonts.ready;
  stage.forget();
  const list = frameOf(stage);
  const painter = new Painter(context, host);
  const time = (before: () => void): Promise<{ median: number; p95: number }> =>
    timeMoving(painter, list, {
      look: () => context.getImageData(0, 0, 1, 1),
      pause: () => new Promise((resolve) => requestAnimationFrame(resolve)),
      before,
    });
  const cached = await time(() => undefined);
  const uncached = await time(() => painter.forget());
  painter.paint(list);
  return { cached, uncached, still: painter.paint(list) };
}

Object.assign(globalThis, { stageBench: run });
