import { useState } from 'react';
import { amountFigure, readAmount } from '@/core/event/money';
import { TextField } from './field';
import type { Sayable } from '@/core/words/phrase';
import { say, spoken } from '@/ui/words/say';

/** An amount of money, typed as people write it: "5", "5.00" or "5,00". `value`, `least`, `most`: minor units of the currency. */
export function AmountField({
  label,
  currency,
  value,
  least,
  most,
  onChange,
}: {
  label: Sayable;
  currency: string;
  value: number;
  least: number;
  most: number;
  onChange: (minor: number) => void;
}) {
  const [typing, setTyping] = useState<string | null>(null);
  const text = typing ?? amountFigure(value, currency, spoken());
  const read = (typed: string): number | null => {
    const minor = readAmount(typed, currency, spoken());
    return minor !== null && minor >= least && minor <= most ? minor : null;
  };
  const take = (typed: string): void => {
    setTyping(typed);
    const minor = read(typed);
    if (minor !== null) onChange(minor);
  };
  return (
    <TextField
      label={say('{label}, {currency}', { label, currency })}
      value={text}
      exact
      onChange={take}
      problem={
        read(text) === null
          ? say('An amount from {least} to {most}.', {
              least: amountFigure(least, currency, spoken()),
              most: { money: most, currency },
            })
          : null
      }
    />
  );
}
