import { SOUND, type SoundPlan } from '@/core/sound/plan';
import type { Ready } from './sound-maker';
import { Voices } from './voices';

/* Against an audio context that only writes down what is asked of it: what comes out of a real one is measured in the browser tests. */

type Param = { value: number; log: [string, number, number][] };
class Context {
  currentTime = 10;
  destination = {};
  readonly gains: { gain: Param }[] = [];
  readonly sources: { started: number; stopped: boolean; onended: (() => void) | null }[] = [];
  createBuffer(channels: number, length: number, rate: number) {
    return { duration: length / rate, channels, copyToChannel: () => undefined };
  }
  createGain() {
    const log: Param['log'] = [];
    const write =
      (what: string) =>
      (to: number, at: number): void =>
        void log.push([what, to, at]);
    const node = {
      gain: {
        value: 1,
        log,
        setValueAtTime: write('set'),
        linearRampToValueAtTime: write('ramp'),
        setTargetAtTime: write('target'),
      },
      connect: (to: unknown) => to,
    };
    this.gains.push(node);
    return node;
  }
  createBufferSource() {
    const source = {
      started: -1,
      stopped: false,
      onended: null as (() => void) | null,
      buffer: null,
      connect: (to: unknown) => to,
      start: (at: number) => void (source.started = at),
      stop: () => void (source.stopped = true),
    };
    this.sources.push(source);
    return source;
  }
}
const sound = (more: Partial<Ready> = {}): Ready => ({
  channels: [new Float32Array(48_000)],
  rate: 48_000,
  lufs: -18,
  truePeakDb: -6,
  cut: null,
  ...more,
});
function playing(plan: Partial<SoundPlan> = {}) {
  const context = new Context();
  const voices = new Voices(context as unknown as AudioContext);
  const play = (more: Partial<Ready> = {}, volume = 1): void => voices.play(sound(more), volume, { ...SOUND, ...plan });
  /** The first gain of each sound is its level, the second what makes way. */
  const level = (n: number): Param['log'] => context.gains[2 * n]?.gain.log ?? [];
  const duck = (n: number): Param['log'] => context.gains[2 * n + 1]?.gain.log ?? [];
  return { context, voices, play, level, duck };
}

test('a sound is brought to the target, and no further than its peak lets it', () => {
  const { play, level } = playing();
  play({ lufs: -24, truePeakDb: -20 });
  play({ lufs: -24, truePeakDb: -3 });
  play({ lufs: -12, truePeakDb: -1 }, 0.5);
  expect(level(0)[0]?.[1]).toBeCloseTo(10 ** (6 / 20), 5);
  expect(level(1)[0]?.[1]).toBeCloseTo(10 ** (2 / 20), 5);
  expect(level(2)[0]?.[1]).toBeCloseTo(0.5 * 10 ** (-6 / 20), 5);
});

test('several at once: what plays makes way, and comes back when what came after it has ended', () => {
  const { play, duck, context } = playing();
  play();
  play();
  expect(context.sources.map(({ started }) => started)).toEqual([10, 10]);
  expect(duck(0).map(([, to]) => to)).toEqual([0.35]);
  expect(duck(1)).toEqual([]);
  context.sources[1]?.onended?.();
  expect(duck(0).map(([, to]) => to)).toEqual([0.35, 1]);
});

test('or stays as it is', () => {
  const { play, duck } = playing({ duck: false });
  play();
  play();
  expect(duck(0)).toEqual([]);
});

test('one after another: the next begins when the last has ended', () => {
  const { play, context } = playing({ together: 'queue' });
  for (let n = 0; n < 3; n += 1) play();
  expect(context.sources.map(({ started }) => started)).toEqual([10, 11, 12]);
});

test('fades lie inside the sound, also where they are longer than it', () => {
  const cut = { from: 0, until: null, fadeIn: 0.25, fadeOut: 0.5 };
  const { play, level } = playing();
  play({ cut });
  expect(level(0)).toEqual([
    ['set', 0, 10],
    ['ramp', 1, 10.25],
    ['set', 1, 10.5],
    ['ramp', 0, 11],
  ]);
  play({ cut: { ...cut, fadeIn: 5, fadeOut: 5 } });
  expect(level(1)).toEqual([
    ['set', 0, 10],
    ['ramp', 1, 11],
  ]);
});

test('all ends at a word, and the line begins anew', () => {
  const { play, voices, context } = playing({ together: 'queue' });
  play();
  play();
  voices.stop();
  play();
  expect(context.sources.map(({ stopped }) => stopped)).toEqual([true, true, false]);
  expect(context.sources[2]?.started).toBe(10);
});
