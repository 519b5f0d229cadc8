import { useState } from 'react';
import { amountFigure, amountWords, readAmount } from '@/core/event/money';
import { TextField } from './field';

/** An amount of money, typed as people write it: "5", "5.00" or "5,00". `value`, `least`, `most`: minor units of the currency. */
export function AmountField({
  label,
  currency,
  value,
  least,
  most,
  onChange,
}: {
  label: string;
  currency: string;
  value: number;
  least: number;
  most: number;
  onChange: (minor: number) => void;
}) {
  const [typing, setTyping] = useState<string | null>(null);
  const text = typing ?? amountFigure(value, currency);
  const read = (typed: string): number | null => {
    const minor = readAmount(typed, currency);
    return minor !== null && minor >= least && minor <= most ? minor : null;
  };
  const take = (typed: string): void => {
    setTyping(typed);
    const minor = read(typed);
    if (minor !== null) onChange(minor);
  };
  return (
    <TextField
      label={`${label}, ${currency}`}
      value={text}
      exact
      onChange={take}
      problem={
        read(text) === null
          ? `An amount from ${amountFigure(least, currency)} to ${amountWords(most, currency)}.`
          : null
      }
    />
  );
}
