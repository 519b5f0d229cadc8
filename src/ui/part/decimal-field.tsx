import { useState } from 'react';
import { TextField } from './field';
import type { Sayable } from '@/core/words/phrase';
import { say } from '@/ui/words/say';

/** A number that may have a fraction, with a point or a comma; what is none, or out of bounds, says so and is not taken. */
export function DecimalField({
  label,
  value,
  least,
  most,
  onChange,
}: {
  label: Sayable;
  value: number;
  least: number;
  most: number;
  onChange: (value: number) => void;
}) {
  const [typing, setTyping] = useState<string | null>(null);
  const text = typing ?? String(value);
  const read = (typed: string): number | null => {
    const number = Number(typed.trim().replace(',', '.'));
    return typed.trim() !== '' && Number.isFinite(number) && number >= least && number <= most ? number : null;
  };
  const take = (typed: string): void => {
    setTyping(typed);
    const number = read(typed);
    if (number !== null) onChange(number);
  };
  return (
    <TextField
      label={label}
      value={text}
      exact
      onChange={take}
      problem={read(text) === null ? say('A number from {least} to {most, number}.', { least, most }) : null}
    />
  );
}
