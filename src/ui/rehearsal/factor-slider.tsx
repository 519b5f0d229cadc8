import { Slider } from '@/ui/part/slider';
import type { Sayable } from '@/core/words/phrase';
import { FACTOR_LEAST, FACTOR_MOST } from '@/core/rehearsal/crowd';
import { say } from '@/ui/words/say';

/** Four steps double it. */
const STEPS = 4;
const stepOf = (factor: number): number => Math.round(Math.log2(factor) * STEPS);
const factorAt = (step: number): number => Math.round(2 ** (step / STEPS) * 100) / 100;

/** How many times as much: from a quarter to four times. */
export const FactorSlider = ({
  label,
  value,
  onChange,
}: {
  label: Sayable;
  value: number;
  onChange: (value: number) => void;
}) => (
  <Slider
    label={label}
    value={stepOf(value)}
    words={value === 1 ? say('As it is') : say('× {factor, number, ::.0#}', { factor: value })}
    least={stepOf(FACTOR_LEAST)}
    most={stepOf(FACTOR_MOST)}
    step={1}
    onChange={(step) => onChange(factorAt(step))}
  />
);
