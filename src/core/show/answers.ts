import { newTotals } from '@/core/engine/count/totals';
import { chat } from '@/core/engine/cue/when/chat';
import { newMemory } from '@/core/engine/kernel/memory';
import { takeApart } from '@/core/words/message';
import type { Cue, Show } from './show';
import { phrase, type Phrase } from '@/core/words/phrase';

/* Cues that answer what cues say. What Gavirn's own account writes sets nothing off; another account that repeats it would. */

/** A cue that posts something by which it, or another, would be set off, in a sentence; null: none. */
export function answers(cue: Cue, { cues, language }: Show): Phrase | null {
  for (const step of cue.steps) {
    if (step.kind !== 'post') continue;
    const text = takeApart(step.words, language)({});
    const own = setsOff(cue, text);
    const other = own ? null : cues.find((each) => each.on && each.id !== cue.id && setsOff(each, text));
    if (!own && !other) continue;
    const which = own
      ? phrase('this cue itself')
      : other?.name
        ? phrase('“{name}”', { name: other.name })
        : phrase('cue {n}', { n: cues.findIndex(({ id }) => id === other?.id) + 1 });
    return phrase(
      'What it posts is what {which} waits for. Lines of your own helper are left out, but anyone else who repeats it sets it off. Choose other words.',
      { which },
    );
  }
  return null;
}

/** Whether a line in chat would set a cue off. */
function setsOff({ when }: Cue, text: string): boolean {
  if (when.kind !== 'chat' || when.text.trim() === '') return false;
  return (
    chat.fires(
      when,
      {
        trigger: 'chat',
        event: { id: 'x', feed: 'x', at: 0, seenAt: 0, kind: 'chat', text },
        now: 0,
        tally: null,
        totals: newTotals(),
        worth: 0,
        currency: '',
        language: 'en',
        streak: null,
        first: false,
      },
      newMemory(),
    ).length > 0
  );
}
