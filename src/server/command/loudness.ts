import { execFile } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { promisify } from 'node:util';
import { WaveFile } from 'wavefile';
import { levelling, measureLoudness } from '@/core/sound/loudness';
import { refuse } from './refuse';

const run = promisify(execFile);
/** The largest file that is measured, bytes: as samples it takes up to four times as much. */
const MOST_BYTES = 1 << 29;

/**
 * `./gavirn loudness FILE…`: one line of JSON for each file: `{"file","lufs","truePeakDb","range","gainDb"}`, `gainDb` being by how much it
 * is levelled. Read by ffmpeg where it is installed; without it WAV alone, and slowly. Exit 0, or 1 when a file could not be read.
 */
export async function loudness(files: readonly string[]): Promise<number> {
  if (files.length === 0) return refuse('Which files? Usage: ./gavirn loudness FILE…');
  let code = 0;
  for (const file of files) {
    const sound = await decode(file);
    if (!sound.ok) {
      code = refuse(sound.reason);
      continue;
    }
    const measured = measureLoudness(sound.channels, sound.rate);
    const round = (value: number): number | null => (Number.isFinite(value) ? Math.round(value * 100) / 100 : null);
    process.stdout.write(
      `${JSON.stringify({ file, lufs: round(measured.lufs), truePeakDb: round(measured.truePeakDb), range: round(measured.range), gainDb: round(levelling(measured)) })}\n`,
    );
  }
  return code;
}

type Decoded = { ok: true; channels: Float32Array[]; rate: number } | { ok: false; reason: string };

async function decode(file: string): Promise<Decoded> {
  let bytes: Buffer;
  try {
    bytes = await readFile(file);
  } catch {
    return { ok: false, reason: `There is no file ${file} that could be read.` };
  }
  const read = await byFfmpeg(file);
  if (read !== 'missing') return read;
  // By what it is, not by what it is called.
  if (bytes.subarray(0, 4).toString('latin1') === 'RIFF' && bytes.subarray(8, 12).toString('latin1') === 'WAVE')
    return readWave(file, bytes);
  return {
    ok: false,
    reason: `${file} is no WAV file, and reading any other needs ffmpeg (Debian's package of that name), which is not installed.`,
  };
}

function readWave(file: string, bytes: Uint8Array): Decoded {
  try {
    const wave = new WaveFile(bytes);
    wave.toBitDepth('32f');
    const samples = wave.getSamples(false, Float32Array) as unknown as Float32Array | Float32Array[];
    const { sampleRate } = wave.fmt as { sampleRate: number };
    const channels = Array.isArray(samples) ? samples : [samples];
    if ((channels[0]?.length ?? 0) === 0)
      return { ok: false, reason: `${file} is a WAV file without any sound in it.` };
    return { ok: true, channels, rate: sampleRate };
  } catch {
    return {
      ok: false,
      reason: `${file} looks like a WAV file and cannot be read: it is broken, or of a kind that is not known here.`,
    };
  }
}

async function byFfmpeg(file: string): Promise<Decoded | 'missing'> {
  try {
    const { stdout: about } = await run('ffprobe', [
      '-v',
      'error',
      '-select_streams',
      'a:0',
      '-show_entries',
      'stream=sample_rate,channels',
      '-of',
      'json',
      '--',
      file,
    ]);
    const [stream] = (JSON.parse(about) as { streams?: { sample_rate: string; channels: number }[] }).streams ?? [];
    if (!stream) return { ok: false, reason: `${file} has no sound in it.` };
    const { stdout } = await run('ffmpeg', ['-v', 'error', '-i', file, '-map', 'a:0', '-f', 'f32le', '-'], {
      encoding: 'buffer',
      maxBuffer: MOST_BYTES,
    });
    const all = new Float32Array(stdout.buffer.slice(stdout.byteOffset, stdout.byteOffset + (stdout.byteLength & ~3)));
    const channels = Array.from(
      { length: stream.channels },
      () => new Float32Array(Math.floor(all.length / stream.channels)),
    );
    channels.forEach((samples, channel) => {
      for (let n = 0; n < samples.length; n += 1) samples[n] = all[n * stream.channels + channel] ?? 0;
    });
    return { ok: true, channels, rate: Number(stream.sample_rate) };
  } catch (error) {
    if (error instanceof Error && 'code' in error && error.code === 'ENOENT') return 'missing';
    return { ok: false, reason: `${file} is no sound that could be read.` };
  }
}
