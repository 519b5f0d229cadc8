import { TextField } from './field';
import type { Sayable } from '@/core/words/phrase';
import { say } from '@/ui/words/say';

/** A keyword is what a message begins with, up to the first space. */
export const keywordProblem = (keyword: string): string | null =>
  /\s/.test(keyword.trim()) ? say('A keyword is one word: what a message begins with.') : null;

/** A word in chat that Gavirn answers; what is no word says so and is not taken. */
export function KeywordField({
  label,
  value,
  placeholder,
  onChange,
}: {
  label: Sayable;
  value: string;
  placeholder: Sayable;
  onChange: (keyword: string) => void;
}) {
  return (
    <TextField
      label={label}
      value={value}
      most={40}
      exact
      placeholder={placeholder}
      problem={keywordProblem(value)}
      onChange={(next) => onChange(next.trim())}
    />
  );
}
