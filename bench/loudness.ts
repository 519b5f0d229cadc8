import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { integratedLoudness } from '@/core/sound/loudness';

const SECONDS = 600;
const RATE = 48_000;

/** The integrated loudness of ten minutes of stereo, against ffmpeg's ebur128 on the same samples (raw, so that it decodes nothing). */
export function benchLoudness(): string[] {
  const folder = mkdtempSync(join(tmpdir(), 'gavirn-bench-'));
  try {
    const channels = [0, 1].map((channel) => {
      const samples = new Float32Array(SECONDS * RATE);
      for (let n = 0; n < samples.length; n += 1)
        samples[n] = 0.3 * Math.sin(n * 0.02 * (1 + channel)) * (0.5 + 0.5 * Math.sin(n / RATE));
      return samples;
    });
    const both = new Float32Array(SECONDS * RATE * 2);
    for (let n = 0; n < SECONDS * RATE; n += 1)
      for (const [at, samples] of channels.entries()) both[n * 2 + at] = samples[n] ?? 0;
    const file = join(folder, 'raw.f32');
    writeFileSync(file, new Uint8Array(both.buffer));
    const own = [1, 2, 3].map(() => {
      const started = performance.now();
      integratedLoudness(channels, RATE);
      return performance.now() - started;
    });
    const theirs = [1, 2, 3].map(() => {
      const started = performance.now();
      const { status } = spawnSync('ffmpeg', [
        '-v',
        'error',
        '-f',
        'f32le',
        '-ar',
        String(RATE),
        '-ac',
        '2',
        '-i',
        file,
        '-filter_complex',
        'ebur128',
        '-f',
        'null',
        '-',
      ]);
      if (status !== 0) throw new Error('ffmpeg is needed for this measurement.');
      return performance.now() - started;
    });
    const ours = Math.min(...own);
    const other = Math.min(...theirs);
    return [
      `integrated loudness of ${SECONDS} s of stereo: ffmpeg / ours ${(other / ours).toFixed(2)}  (${Math.round(other)} ms / ${Math.round(ours)} ms; aim 4 or more)`,
    ];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
