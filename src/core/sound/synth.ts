import type { Recipe } from './recipe';

/** Hertz of everything that is made here. */
export const RATE = 48_000;
const { PI, abs, imul, exp, sin, cos, pow, floor, max, min } = Math;

/** Makes a sound from its recipe: one channel at 48 kHz, no sample beyond ±1, the same for the same recipe. */
export function synthesize(recipe: Recipe): Float32Array {
  const made = make(recipe);
  let peak = 0;
  for (const sample of made) peak = max(peak, abs(sample));
  // Ends in silence, so that no sound ends with a click.
  const fade = min(made.length, floor(0.01 * RATE));
  for (let n = 0; n < made.length; n += 1)
    made[n] = ((made[n] ?? 0) / (peak || 1)) * 0.9 * min(1, (made.length - n) / fade);
  return made;
}

function make(recipe: Recipe): Float32Array {
  switch (recipe.make) {
    case 'struck':
      return struck(recipe);
    case 'tune': {
      const strokes = recipe.hz.map((hz) => struck({ ...recipe.of, hz: hz * recipe.of.hz }));
      return mixed(strokes.map((samples, n) => ({ at: n * recipe.every, samples })));
    }
    case 'drops':
      return mixed(recipe.drops.map(({ at, hz, seconds }) => ({ at, samples: drop(hz, seconds) })));
    case 'noise':
      return noise(recipe);
    case 'grains':
      return grains(recipe);
    case 'plucked':
      return mixed(recipe.hz.map((hz, n) => ({ at: n * recipe.every, samples: plucked(hz, recipe.seconds) })));
    case 'voice':
      return voice(recipe);
  }
}

/** Even noise from −1 to 1, the same each time: a linear congruential generator (Numerical Recipes' constants, from memory). */
function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 0x8000_0000 - 1;
  };
}

const silence = (seconds: number): Float32Array => new Float32Array(floor(seconds * RATE));

function mixed(parts: { at: number; samples: Float32Array }[]): Float32Array {
  const out = new Float32Array(max(...parts.map(({ at, samples }) => floor(at * RATE) + samples.length)));
  for (const { at, samples } of parts) {
    const from = floor(at * RATE);
    for (let n = 0; n < samples.length; n += 1) out[from + n] = (out[from + n] ?? 0) + (samples[n] ?? 0);
  }
  return out;
}

function struck({ hz, partials, knock, times }: Extract<Recipe, { make: 'struck' }>): Float32Array {
  const longest = max(...partials.map(([, , seconds]) => seconds));
  const one = silence(longest * 2.2);
  for (const [ratio, level, seconds] of partials) {
    const step = (2 * PI * hz * ratio) / RATE;
    // A partial above what can be heard is left out: it would come back as another one.
    if (step > PI * 0.8) continue;
    for (let n = 0; n < one.length; n += 1)
      one[n] = (one[n] ?? 0) + level * sin(step * n) * exp((-3 * n) / (seconds * RATE));
  }
  const random = chance(floor(hz * 7));
  for (let n = 0; n < 0.012 * RATE; n += 1) one[n] = (one[n] ?? 0) + knock * random() * exp(-n / (0.003 * RATE));
  return mixed(times.map((at, n) => ({ at, samples: n % 2 === 0 ? one : one.map((sample) => sample * 0.8) })));
}

/** A bubble's pitch rises as it closes. */
function drop(hz: number, seconds: number): Float32Array {
  const out = silence(seconds);
  let phase = 0;
  for (let n = 0; n < out.length; n += 1) {
    const t = n / out.length;
    phase += (2 * PI * hz * (1 + 0.9 * t * t)) / RATE;
    out[n] = sin(phase) * min(1, t * 30) * exp(-5 * t);
  }
  return out;
}

/** A two-pole filter that lets one band through (state variable form), whose middle may move. */
function band(): (sample: number, hz: number, octaves: number) => number {
  let low = 0;
  let middle = 0;
  return (sample, hz, octaves) => {
    const f = 2 * sin((PI * min(hz, RATE / 6)) / RATE);
    const q = min(1.9, pow(2, octaves / 2) - pow(2, -octaves / 2));
    low += f * middle;
    const high = sample - low - q * middle;
    middle += f * high;
    return middle;
  };
}

function noise({ from, to, width, seconds, attack }: Extract<Recipe, { make: 'noise' }>): Float32Array {
  const out = silence(seconds);
  const random = chance(from + to);
  const filter = band();
  for (let n = 0; n < out.length; n += 1) {
    const t = n / out.length;
    const level = min(1, n / (attack * RATE)) * pow(1 - t, 1.6);
    out[n] = filter(random(), from * pow(to / from, t), width) * level;
  }
  return out;
}

function grains({ hz, grains: count, seconds }: Extract<Recipe, { make: 'grains' }>): Float32Array {
  const random = chance(hz);
  return mixed(
    Array.from({ length: count }, (_, n) => {
      const at = (seconds * (n + 0.5 + random() * 0.5)) / count;
      const filter = band();
      const level = 0.4 + 0.6 * abs(random());
      const grain = silence(0.012).map(
        (_sample, m) => filter(random(), hz * (1 + random() * 0.05), 1) * level * exp(-m / (0.003 * RATE)),
      );
      return { at, samples: grain };
    }),
  );
}

/** A string: a burst of noise that goes round in a line as long as its period and is dulled at each turn (Karplus and Strong, 1983). */
function plucked(hz: number, seconds: number): Float32Array {
  const period = floor(RATE / hz);
  const random = chance(period);
  const line = Float32Array.from({ length: period }, () => random());
  const out = silence(seconds);
  for (let n = 0; n < out.length; n += 1) {
    const at = n % period;
    const now = line[at] ?? 0;
    out[n] = now * exp((-2.4 * n) / out.length);
    line[at] = 0.498 * (now + (line[(at + 1) % period] ?? 0));
  }
  return out;
}

function voice({ hz: [from, to], formants, seconds }: Extract<Recipe, { make: 'voice' }>): Float32Array {
  const out = silence(seconds);
  const filters = formants.map(([hz, level]) => ({ hz, level, filter: band() }));
  let phase = 0;
  for (let n = 0; n < out.length; n += 1) {
    const t = n / out.length;
    const hz = (from + (to - from) * min(1, t * 2.5)) * (1 + 0.006 * sin(2 * PI * 5.2 * (n / RATE)));
    phase = (phase + hz / RATE) % 1;
    // A throat's pulse: open for a part of each period.
    const pulse = phase < 0.6 ? 0.5 - 0.5 * cos((2 * PI * phase) / 0.6) - 0.3 : -0.3;
    let sum = 0;
    for (const { hz: middle, level, filter } of filters) sum += level * filter(pulse, middle, 0.3);
    out[n] = sum * min(1, t * 12) * min(1, (1 - t) * 5);
  }
  return out;
}
