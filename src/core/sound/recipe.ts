/** How a sound comes up, seconds. */
export const ATTACKS = { soft: 0.03, slow: 0.35 } as const;

/** How a sound is made: see synth.ts. Frequencies in Hz, times in seconds, levels as factors. */
export type Recipe =
  /** Something hard is struck: partials that die away, each at its own rate, and the knock itself. */
  | {
      make: 'struck';
      hz: number;
      partials: readonly (readonly [ratio: number, level: number, seconds: number])[];
      knock: number;
      times: readonly number[];
    }
  /** The same thing struck at several pitches, one after another. */
  | { make: 'tune'; of: Extract<Recipe, { make: 'struck' }>; hz: readonly number[]; every: number }
  /** A bubble that rises and closes. */
  | { make: 'drops'; drops: readonly { at: number; hz: number; seconds: number }[] }
  /** Noise through a band that moves. `width`: of the band, octaves. */
  | { make: 'noise'; from: number; to: number; width: number; seconds: number; attack: number }
  /** Short grains of noise at uneven times. */
  | { make: 'grains'; hz: number; grains: number; seconds: number }
  | { make: 'plucked'; hz: readonly number[]; every: number; seconds: number }
  /** A train of pulses from one pitch to another, through resonances. */
  | {
      make: 'voice';
      hz: readonly [number, number];
      formants: readonly (readonly [hz: number, level: number])[];
      seconds: number;
    };
