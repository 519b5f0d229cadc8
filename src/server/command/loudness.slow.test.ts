import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SOUNDS } from '@/core/sound/library';
import { synthesize } from '@/core/sound/synth';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'gavirn-loudness-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

// Looked up once: in a test's own realm each look takes longer than a sine.
const { abs, sin, PI } = Math;
/** A WAV file of 32-bit floats (RIFF; WAVE_FORMAT_IEEE_FLOAT, 3). */
const write = (name: string, rate: number, channels: Float32Array[]): string => {
  const count = channels.length;
  const length = channels[0]?.length ?? 0;
  const bytes = Buffer.alloc(44 + length * count * 4);
  bytes.write('RIFF', 0, 'latin1');
  bytes.writeUInt32LE(bytes.length - 8, 4);
  bytes.write('WAVEfmt ', 8, 'latin1');
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(3, 20);
  bytes.writeUInt16LE(count, 22);
  bytes.writeUInt32LE(rate, 24);
  bytes.writeUInt32LE(rate * count * 4, 28);
  bytes.writeUInt16LE(count * 4, 32);
  bytes.writeUInt16LE(32, 34);
  bytes.write('data', 36, 'latin1');
  bytes.writeUInt32LE(length * count * 4, 40);
  channels.forEach((samples, channel) => {
    for (let n = 0; n < length; n += 1) bytes.writeFloatLE(samples[n] ?? 0, 44 + (n * count + channel) * 4);
  });
  const file = join(folder, name);
  writeFileSync(file, bytes);
  return file;
};
interface Line {
  file: string;
  lufs: number | null;
  truePeakDb: number | null;
  range: number;
  gainDb: number;
}
const measure = (files: string[]): { lines: Line[]; stderr: string; status: number | null } => {
  const { stdout, stderr, status } = spawnSync('./gavirn', ['loudness', ...files], { encoding: 'utf8' });
  return {
    lines: stdout
      .split('\n')
      .filter(Boolean)
      .map((line) => JSON.parse(line) as Line),
    stderr,
    status,
  };
};

/** What ffmpeg's own meter says (libavfilter's ebur128, which follows EBU R 128): the last summary on its standard error. */
function oracle(file: string): { lufs: number; peak: number } {
  const { stderr } = spawnSync(
    'ffmpeg',
    ['-nostats', '-i', file, '-filter_complex', 'ebur128=peak=true', '-f', 'null', '-'],
    { encoding: 'utf8' },
  );
  const summary = stderr.slice(stderr.lastIndexOf('Summary:'));
  return {
    lufs: Number(/I:\s+(-?[\d.]+) LUFS/.exec(summary)?.[1]),
    peak: Number(/Peak:\s+(-?[\d.]+) dBFS/.exec(summary)?.[1]),
  };
}

/** Twenty sounds that differ in what matters: our own, repeated until they fill the gate's blocks, tones, noise, rates and channels. */
function twenty(): string[] {
  const files = SOUNDS.slice(0, 10).map(({ id, recipe }) => {
    const one = synthesize(recipe);
    const long = new Float32Array(48_000 * 4);
    for (let n = 0; n < long.length; n += 1) long[n] = one[n % one.length] ?? 0;
    return write(`${id}.wav`, 48_000, [long]);
  });
  let state = 1;
  const white = (): number => (state = (state * 16_807) % 2_147_483_647) / 1_073_741_823.5 - 1;
  // Dulled, since at the very top of the band any two interpolating filters differ.
  let last = 0;
  const noise = (): number => {
    last += 0.3 * (white() - last);
    return 2 * last;
  };
  for (let n = 0; n < 10; n += 1) {
    const rate = [44_100, 48_000, 32_000, 96_000, 22_050][n % 5] ?? 48_000;
    const channels = Array.from({ length: 1 + (n % 2) }, (_, channel) => {
      const out = new Float32Array(rate * 4);
      for (let at = 0; at < out.length; at += 1) {
        const t = at / rate;
        const swell = 0.2 + 0.6 * abs(sin(PI * 0.3 * t * (1 + channel)));
        out[at] = n < 5 ? swell * 0.7 * sin(2 * PI * (110 * (n + 1) + 40 * channel) * t) : swell * 0.5 * noise();
      }
      return out;
    });
    files.push(write(`made-${n}.wav`, rate, channels));
  }
  return files;
}

test('within 0.1 LU of ffmpeg’s ebur128 on twenty files, and its true peak within the 0.4 dB that EBU Tech 3341 leaves', () => {
  const files = twenty();
  const { lines } = measure(files);
  expect(lines.map(({ file }) => file)).toEqual(files);
  for (const { file, lufs, truePeakDb } of lines) {
    const said = oracle(file);
    // ffmpeg says one digit: half of its last place belongs to it.
    expect(abs((lufs ?? NaN) - said.lufs)).toBeLessThanOrEqual(0.1 + 0.05);
    expect(abs((truePeakDb ?? NaN) - said.peak)).toBeLessThanOrEqual(0.4 + 0.05);
  }
});

test('another format is read by ffmpeg and measures the same', () => {
  const file = write('tone.wav', 48_000, [
    Float32Array.from({ length: 48_000 * 2 }, (_, n) => 0.3 * sin((2 * PI * 997 * n) / 48_000)),
  ]);
  const flac = join(folder, 'tone.flac');
  execFileSync('ffmpeg', ['-v', 'error', '-i', file, flac]);
  const { lines } = measure([file, flac]);
  expect(abs((lines[0]?.lufs ?? NaN) - (lines[1]?.lufs ?? NaN))).toBeLessThanOrEqual(0.02);
});

test('what cannot be read gets a sentence, the rest is measured, and the exit says so', () => {
  const good = write('good.wav', 48_000, [new Float32Array(48_000)]);
  writeFileSync(join(folder, 'text.wav'), 'no sound');
  writeFileSync(join(folder, 'half.wav'), 'RIFF\u0000\u0000\u0000\u0000WAVEfmt ');
  const { lines, stderr, status } = measure([
    good,
    join(folder, 'text.wav'),
    join(folder, 'half.wav'),
    join(folder, 'none.wav'),
  ]);
  // Silence has no loudness: null, since JSON has no −Infinity.
  expect(lines).toEqual([{ file: good, lufs: null, truePeakDb: null, range: 0, gainDb: 0 }]);
  expect(stderr.trim().split('\n')).toHaveLength(3);
  expect(status).toBe(1);
});
