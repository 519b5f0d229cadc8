import type { Outlet } from '@/core/show/outlet';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { parseArgs } from 'node:util';
import type { Input } from '@/core/session/input';
import { readEventLine } from '@/core/file/events';
import { readInputLine } from '@/core/file/inputs';
import { facesFor, fontFaceRule } from '@/core/paint/font';
import type { DisplayList } from '@/core/paint/display';
import { Painter } from '@/core/paint/painter';
import type { PaintHost } from '@/core/paint/context';
import { sizeOf } from '@/core/paint/draw-op';
import { svgOf } from '@/core/paint/svg';
import { readShow } from '@/core/show/file';
import type { Show } from '@/core/show/show';
import { outletSize } from '@/core/stage/outlet-frame';
import { Film, inputsOfLog } from '@/core/stage/film';
import { Stage } from '@/core/stage/stage';
import { hostWith, type FileHost } from '@/server/paint/file-host';
import { nodeMeasure, nodeSurface, packageFile } from '@/server/paint/node-host';
import { refuse } from './refuse';
import { english } from '@/core/words/phrase';

const USAGE =
  'Usage: ./gavirn render SHOW.json --log FILE (--at T --out F.png|F.svg | --from T --to T --out F.webm|F.mp4) [--fps N] [--scale N] [--outlet ID]. T: seconds, or H:MM:SS, from the beginning of the session.';

/** "90", "1:30" or "0:01:30" as seconds; null when it is no time. */
export function secondsOf(text: string): number | null {
  if (!/^\d+(\.\d+)?$|^(\d+:)?\d{1,2}:\d{2}(\.\d+)?$/.test(text)) return null;
  return text.split(':').reduce((sum, part) => sum * 60 + Number(part), 0);
}

interface Plan {
  show: Show;
  film: Film;
  host: FileHost;
  by: Outlet | 'app';
  scale: number;
  out: string;
}

/**
 * `./gavirn render`: the frame of a session at a moment, as PNG or SVG, or a part of it as WebM or MP4, painted by the same painter as on the
 * air. FILE is an event log (NDJSON of StreamEvents) or a session's journal. Without `--outlet` the whole program is drawn, picture and all;
 * with it, what comes out of that outlet, on a transparent ground. Exit 0, or 1 with one sentence.
 */
export async function render(args: readonly string[]): Promise<number> {
  let values: Record<string, string | undefined>;
  let positionals: string[];
  try {
    const option = { type: 'string' } as const;
    ({ values, positionals } = parseArgs({
      args: [...args],
      allowPositionals: true,
      options: {
        log: option,
        at: option,
        from: option,
        to: option,
        out: option,
        fps: option,
        scale: option,
        outlet: option,
      },
    }));
  } catch {
    return refuse(`That is not understood. ${USAGE}`);
  }
  const [file, more] = positionals;
  if (file === undefined || more !== undefined || values.log === undefined || values.out === undefined)
    return refuse(`A show, a log and a file to write are needed. ${USAGE}`);
  const text = await readFile(file, 'utf8').catch(() => null);
  if (text === null) return refuse(`There is no show file ${file} that could be read.`);
  const read = readShow(text);
  if (!read.ok) return refuse(english(read.reason));
  const { show } = read;
  const log = await readFile(values.log, 'utf8').catch(() => null);
  if (log === null) return refuse(`There is no log ${values.log} that could be read.`);
  const inputs = readInputs(log, show);
  if (inputs.length === 0) return refuse(`${values.log} holds no events and no journal.`);
  const by =
    values.outlet === undefined
      ? 'app'
      : show.outlets.find(({ id, name }) => id === values.outlet || name === values.outlet);
  if (!by) return refuse(`The show has no outlet ${values.outlet}.`);
  const scale = Number(values.scale ?? 1);
  const fps = Number(values.fps ?? 30);
  if (!(scale > 0 && scale <= 4) || !(fps >= 1 && fps <= 60))
    return refuse('--scale is above 0 and up to 4, --fps from 1 to 60.');
  const plan: Plan = {
    show,
    film: new Film(show, inputs),
    host: await hostWith(show.media, filesOf(text)),
    by,
    scale,
    out: values.out,
  };
  for (const name of plan.host.unread)
    process.stderr.write(`“${name}” is not drawn: ffmpeg is not installed, or cannot read it.\n`);
  try {
    return await draw(plan, values, fps);
  } finally {
    plan.host.close();
  }
}

async function draw(plan: Plan, values: Record<string, string | undefined>, fps: number): Promise<number> {
  const [at, from, to] = [values.at, values.from, values.to].map((value) =>
    value === undefined ? undefined : secondsOf(value),
  );
  if (at === null || from === null || to === null) return refuse(`A time is seconds, or H:MM:SS. ${USAGE}`);
  if (/\.(png|svg)$/i.test(plan.out)) {
    if (at === undefined) return refuse(`A still needs --at. ${USAGE}`);
    return still(plan, at);
  }
  if (!/\.(webm|mp4)$/i.test(plan.out)) return refuse(`--out ends in .png, .svg, .webm or .mp4. ${USAGE}`);
  if (from === undefined || to === undefined || to <= from)
    return refuse(`A clip needs --from and --to, and --to lies behind --from. ${USAGE}`);
  return clip(plan, from, to, fps);
}

/** A journal's lines, or an event log's as inputs. Lines that are neither are left out, and told. */
function readInputs(log: string, show: Show): Input[] {
  const lines = log.split('\n').filter((line) => line.trim() !== '');
  if (lines[0]?.includes('"input":')) {
    return lines.flatMap((line, n) => {
      const input = readInputLine(line);
      if (!input) process.stderr.write(`line ${n + 1}: It cannot be read as a journal's.\n`);
      return input ? [input] : [];
    });
  }
  const events = lines.flatMap((line, n) => {
    const event = readEventLine(line);
    if (!event.ok) process.stderr.write(`line ${n + 1}: ${english(event.reason)}\n`);
    return event.ok ? [event.event] : [];
  });
  return events.length === 0 ? [] : inputsOfLog(show, events);
}

/** The files that a saved show brings along (docs/show-document.md). */
function filesOf(text: string): Map<string, Uint8Array> {
  const { files } = JSON.parse(text) as { files?: Record<string, string> };
  return new Map(Object.entries(files ?? {}).map(([id, base64]) => [id, Buffer.from(base64, 'base64')]));
}

const stageOf = ({ by }: Plan): Stage => new Stage({ measure: nodeMeasure, seen: by === 'app' ? 'program' : 'air' });

async function still(plan: Plan, seconds: number): Promise<number> {
  const { film, by, host, scale, out } = plan;
  const now = film.from + Math.round(seconds * 1000);
  const list = stageOf(plan).at(film.at(now, by), now);
  if (/\.svg$/i.test(out)) {
    await writeFile(out, svgOf(list, addressIn(host), fontsOf(list)));
    return 0;
  }
  const surface = nodeSurface(Math.round(list.width * scale), Math.round(list.height * scale));
  new Painter(surface.context, host, scale).paint(list);
  await writeFile(out, await surface.canvas.encode('png'));
  return 0;
}

/** What ffmpeg is told: raw frames in, one file out. What comes out of an outlet is transparent where nothing is; VP9 keeps that. */
function ffmpegOptions(of: { width: number; height: number; fps: number; out: string; solid: boolean }): string[] {
  const vp9 = `-c:v libvpx-vp9 -pix_fmt ${of.solid ? 'yuv420p' : 'yuva420p'} -deadline realtime -cpu-used 6 -b:v 0 -crf 30`;
  const h264 = '-c:v libx264 -preset veryfast -crf 20 -pix_fmt yuv420p -movflags +faststart';
  const frames = `-f rawvideo -pix_fmt rgba -s ${of.width}x${of.height} -r ${of.fps} -i -`;
  const codec = /\.webm$/i.test(of.out) ? vp9 : h264;
  return [...`-hide_banner -loglevel error -y ${frames} ${codec}`.split(' '), of.out];
}

/** Frames as they are painted go to ffmpeg, which makes the file of them. Only there is the file whole when this returns 0. */
async function clip(plan: Plan, from: number, to: number, fps: number): Promise<number> {
  const { film, show, by, host, scale, out } = plan;
  const even = (px: number): number => Math.max(2, Math.round((px * scale) / 2) * 2);
  const size = by === 'app' ? show.frame : outletSize(show, by);
  const [width, height] = [even(size.width), even(size.height)];
  const ffmpeg = spawn('ffmpeg', ffmpegOptions({ width, height, fps, out, solid: by === 'app' }), {
    stdio: ['pipe', 'ignore', 'pipe'],
  });
  let problem = '';
  ffmpeg.stderr.on('data', (part: Buffer) => (problem += part.toString()));
  const ended = new Promise<number | null>((resolve) => {
    ffmpeg.on('error', () => resolve(null));
    ffmpeg.on('close', (code) => resolve(code ?? 1));
  });
  // One that ends early closes its input; how it ended is told below.
  ffmpeg.stdin.on('error', () => undefined);
  const stage = stageOf(plan);
  const surface = nodeSurface(width, height);
  const painter = new Painter(surface.context, host, scale);
  const frames = Math.max(1, Math.round((to - from) * fps));
  for (let n = 0; n < frames && ffmpeg.exitCode === null && ffmpeg.stdin.writable; n += 1) {
    const now = film.from + Math.round((from + n / fps) * 1000);
    painter.paint(stage.at(film.at(now, by), now));
    const pixels = surface.canvas.data();
    // Whichever comes first: it has room again, or it has ended.
    if (!ffmpeg.stdin.write(Buffer.from(pixels)))
      await Promise.race([once(ffmpeg.stdin, 'drain'), ended]).catch(() => undefined);
    // Drawing is deferred: without a pause the canvas's memory grows.
    await new Promise((resolve) => setImmediate(resolve));
    if (process.stderr.isTTY && n % fps === 0) process.stderr.write(`\r${Math.round((n / frames) * 100)} %`);
  }
  ffmpeg.stdin.end();
  const code = await ended;
  if (code === null)
    return refuse('ffmpeg is not installed: it makes the clip out of the frames. On Debian: apt-get install ffmpeg.');
  return code === 0
    ? 0
    : refuse(`ffmpeg could not make ${out}: ${problem.trim().split('\n').at(-1) ?? 'it gives no reason'}.`);
}

/** Pictures as data URLs, drawn anew as PNG. */
const addressIn =
  (host: PaintHost) =>
  (src: string, at?: number): string | undefined => {
    const image = host.image(src, at);
    if (!image) return undefined;
    const { w, h } = sizeOf(image);
    const { canvas, context } = nodeSurface(Math.round(w) || 144, Math.round(h) || 144);
    context.drawImage(image, 0, 0, canvas.width, canvas.height);
    return `data:image/png;base64,${canvas.toBuffer('image/png').toString('base64')}`;
  };

/** The fonts of a frame's text, held by the file. */
const fontsOf = (list: DisplayList): string =>
  facesFor(list)
    .map((face) =>
      fontFaceRule(face, `data:font/ttf;base64,${readFileSync(packageFile(face.file)).toString('base64')}`),
    )
    .join('\n');
