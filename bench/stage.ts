import { build } from 'esbuild';
import { PIECE_KINDS, type Piece } from '@/core/piece';
import { gallerySheet, galleryShow } from '@/core/stage/gallery';
import { Painter } from '@/core/paint/painter';
import type { Show } from '@/core/show/show';
import { arrange } from '@/core/stage/arrange';
import { judge, judgedOf } from '@/core/stage/judge';
import { Film, inputsOfLog } from '@/core/stage/film';
import { Stage } from '@/core/stage/stage';
import { aGift } from '@/core/event/examples';
import { nodeHost, nodeMeasure, nodeSurface } from '@/server/paint/node-host';
import { until, World } from '../e2e/world';
import { frameOf, spread, timeMoving } from './stage-page';

const ms = (value: number): string => value.toFixed(2);

/** Twelve live pieces at 1080 × 1920, all moving, with kept bitmaps against drawing everything anew: in Chromium (software) and in Node. */
export async function benchMoving(): Promise<string[]> {
  const bundle = await build({
    entryPoints: ['bench/stage-page.ts'],
    bundle: true,
    write: false,
    format: 'iife',
    target: 'es2022',
    alias: { zod: './src/outlet/no-schemas.ts' },
    logLevel: 'error',
  });
  const world = await World.open();
  const lines: string[] = [];
  try {
    const page = await (
      await world.person({ viewport: { width: 1080, height: 1920 }, deviceScaleFactor: 1, isMobile: false })
    ).newPage();
    await page.goto('/o/nothing-here-0123456789');
    await page.addScriptTag({ content: bundle.outputFiles[0]?.text ?? '' });
    const { cached, uncached, still } = await page.evaluate<{
      cached: { median: number; p95: number };
      uncached: { median: number; p95: number };
      still: number;
    }>('stageBench()');
    if (still !== 0) throw new Error('Something was painted although nothing had changed.');
    lines.push(
      `12 pieces moving in Chromium, kept bitmaps / all drawn anew: ${(cached.median / uncached.median).toFixed(3)}  (median ${ms(cached.median)}, 95th percentile ${ms(cached.p95)} / ${ms(uncached.median)}, ${ms(uncached.p95)} ms; aim 8 ms median); nothing changing paints ${still} groups`,
    );
  } finally {
    await world.close();
  }
  const { canvas, context } = nodeSurface(1080, 1920);
  const painter = new Painter(context, nodeHost);
  const list = frameOf(new Stage({ measure: nodeMeasure, seen: 'air' }));
  const time = (before: () => void): Promise<{ median: number; p95: number }> =>
    timeMoving(painter, list, {
      look: () => canvas.getContext('2d').getImageData(0, 0, 1, 1),
      pause: () => new Promise((resolve) => setImmediate(resolve)),
      before,
    });
  const cached = await time(() => undefined);
  const uncached = await time(() => painter.forget());
  lines.push(
    `12 pieces moving in Node, kept bitmaps / all drawn anew: ${(cached.median / uncached.median).toFixed(3)}  (median ${ms(cached.median)}, 95th percentile ${ms(cached.p95)} / ${ms(uncached.median)}, ${ms(uncached.p95)} ms)`,
  );
  return lines;
}

/** A layout of twenty pieces judged after one was moved, against judging it with nothing kept; and arranged. */
export function benchLayout(): string[] {
  const base = galleryShow();
  const kinds = Object.values(PIECE_KINDS);
  const show: Show = {
    ...base,
    pieces: Array.from({ length: 20 }, (_, n): Piece => ({
      ...(kinds[n % kinds.length]?.make(`p${n}`, base) ?? base.pieces[0]!),
      id: `p${n}`,
    })),
  };
  const behind = [0, 1, 2, 3].map((n) => ({
    width: 54,
    height: 96,
    rgba: new Uint8ClampedArray(54 * 96 * 4).fill(60 * n),
  }));
  const nudged = (n: number): Show => ({
    ...show,
    pieces: show.pieces.map((piece, at) =>
      at === n % 20 ? { ...piece, place: { ...piece.place, x: piece.place.x + n } } : piece,
    ),
  });
  const median = (work: (n: number) => void): number =>
    spread(
      Array.from({ length: 60 }, (_, n) => {
        const started = performance.now();
        work(n);
        return performance.now() - started;
      }).slice(10),
    ).median;
  judge(show, '', nodeMeasure, behind);
  const kept = median((n) => judge(nudged(n), '', nodeMeasure, behind));
  const anew = median((n) => judge(structuredClone(nudged(n)), '', nodeMeasure, behind));
  const started = performance.now();
  const proposals = arrange({ ...show, pieces: show.pieces.slice(0, 10) }, '', nodeMeasure, { behind });
  const arranging = performance.now() - started;
  return [
    `judging 20 pieces after one moved / with nothing kept: ${(kept / anew).toFixed(2)}  (${ms(kept)} / ${ms(anew)} ms; aim under 16 ms; ${judgedOf(show, '', nodeMeasure, behind).pieces.length} pieces)`,
    `arranging 10 pieces, ${proposals.length} proposals / judging them once: ${(arranging / anew).toFixed(1)}  (${Math.round(arranging)} ms; aim under 2 s)`,
  ];
}

/** A clip of 30 s painted for a file, against its own length; and an outlet open for eight simulated hours. */
export async function benchFilm(): Promise<string[]> {
  const show = galleryShow();
  const log = Array.from({ length: 600 }, (_, n) =>
    aGift({ id: `g${n}`, by: `viewer-${n % 40}`, count: 1, at: 1000 + n * 500, seenAt: 1000 + n * 500 }),
  );
  const film = new Film(show, inputsOfLog(show, log));
  const { canvas, context } = nodeSurface(1080, 1920);
  const painter = new Painter(context, nodeHost);
  const stage = new Stage({ measure: nodeMeasure, seen: 'program' });
  const started = performance.now();
  for (let n = 0; n < 900; n += 1) {
    const now = 60_000 + Math.round((n * 1000) / 30);
    painter.paint(stage.at(film.at(now, 'app'), now));
    canvas.data();
    await new Promise((resolve) => setImmediate(resolve));
  }
  const took = performance.now() - started;
  // Eight hours at one frame a second, an alert every four: what is kept of an alert must go with it.
  const long = new Stage({ measure: nodeMeasure, seen: 'air' });
  const small = nodeSurface(108, 192);
  const smallPainter = new Painter(small.context, nodeHost, 0.1);
  const { frame, pieces } = gallerySheet('kiln', 'usual', 0);
  const heap = (): number => {
    globalThis.gc?.();
    return process.memoryUsage().heapUsed / 1e6;
  };
  const marks: number[] = [];
  for (let second = 0; second < 8 * 3600; second += 1) {
    const live = gallerySheet('kiln', 'usual', Math.floor(second / 4) * 4000 + 2000).live;
    smallPainter.paint(long.at({ frame, pieces, live }, second * 1000));
    if (second % 200 === 0) await new Promise((resolve) => setImmediate(resolve));
    if (second % 7200 === 3600) marks.push(heap());
  }
  return [
    `30 s of clip painted at 1080×1920 and 30 frames a second / its own length: ${(took / 30_000).toFixed(2)}  (${(took / 1000).toFixed(1)} s; encoding not counted)`,
    `heap of an outlet's stage after 7 hours / after 1: ${((marks.at(-1) ?? 0) / (marks[0] ?? 1)).toFixed(3)}  (${marks.map((mark) => mark.toFixed(1)).join(', ')} MB every two hours)`,
  ];
}

/** From the desk's press to another scene on an outlet, as its page sees it. */
export async function benchScenes(): Promise<string[]> {
  const SWITCHES = 30;
  const world = await World.open();
  try {
    const key = 'bench-key-0123456789';
    const base = galleryShow();
    const scenes = [
      { id: 'a', name: 'A' },
      { id: 'b', name: 'B' },
    ];
    const show = {
      ...base,
      id: 'scenes',
      scenes,
      transition: { kind: 'cut', ms: 0 },
      pieces: base.pieces.map((piece) => (piece.kind === 'goal' ? { ...piece, scenes: ['a'] } : piece)),
    };
    const headers = { authorization: `Bearer ${key}`, 'content-type': 'application/json' };
    await fetch(`${world.address}/api/shows/scenes`, {
      method: 'PUT',
      headers,
      body: JSON.stringify({ show, outletKeys: { main: key } }),
    });
    const page = await (await world.person()).newPage();
    await page.goto(`/o/${key}`);
    await until(
      () => page.evaluate<string>('document.getElementById("words").textContent'),
      (words) => words.includes('Gift goal'),
    );
    await page.evaluate(
      'window.seen = []; new MutationObserver(() => window.seen.push(performance.timeOrigin + performance.now())).observe(document.getElementById("words"), { childList: true })',
    );
    const times: number[] = [];
    for (let n = 0; n < SWITCHES; n += 1) {
      const count = await page.evaluate<number>('window.seen.length');
      const started = performance.timeOrigin + performance.now();
      await fetch(`${world.address}/api/shows/scenes/commands`, {
        method: 'POST',
        headers,
        body: JSON.stringify({ command: 'scene', scene: n % 2 === 0 ? 'b' : 'a' }),
      });
      await until(
        () => page.evaluate<number>('window.seen.length'),
        (now) => now > count,
      );
      times.push((await page.evaluate<number>('window.seen.at(-1)')) - started);
      await page.waitForTimeout(80);
    }
    const { median } = spread(times);
    return [
      `another scene on an outlet / one frame at 60 a second: ${(median / (1000 / 60)).toFixed(1)}  (median ${ms(median)}, most ${ms(Math.max(...times))} ms of ${SWITCHES}; aim under 200 ms)`,
    ];
  } finally {
    await world.close();
  }
}
