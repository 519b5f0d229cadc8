import { z } from 'zod';
import { currencyOf } from '@/core/engine/count/measure';
import { countsOf } from '@/core/engine/feature/goal/schema';
import type { Command } from '@/core/session/input';
import type { Show } from '@/core/show/show';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';

/* Buttons elsewhere: an address each that a phone's shortcut, a watch or a box of buttons on the network calls by POST (docs/buttons.md). */

/** So many a home has at most. */
export const MOST_BUTTONS = 40;

const id = z.string().min(1).max(300);
/** What a button does. `add`: to a number by its name (`goal/…`, `counter/…`, `countdown/…`: seconds). */
export const buttonDoesSchema = z.discriminatedUnion('does', [
  z.object({ does: z.literal('press'), cue: id }),
  z.object({ does: z.literal('scene'), scene: id }),
  z.object({ does: z.literal('add'), number: z.string().min(1).max(420), by: z.number().int().min(-1e9).max(1e9) }),
  z.object({ does: z.literal('hold') }),
  z.object({ does: z.literal('letGo') }),
  z.object({ does: z.literal('clear') }),
]);
export type ButtonDoes = z.infer<typeof buttonDoesSchema>;

export const buttonNameSchema = z.string().min(1).max(60);

/** A button as a device sees it. Times: ms. */
export interface ButtonView {
  id: string;
  name: string;
  does: ButtonDoes;
  /** How long ago it was last called; null: never. */
  usedMs: number | null;
}

/** What of a show a number's name names; null where it is not there. */
function numberName(show: Show, number: string): string | null {
  const [kind, ...rest] = number.split('/');
  const lists = { goal: show.goals, counter: show.counters, countdown: show.countdowns };
  const list: readonly { id: string; name: string }[] = lists[kind as keyof typeof lists] ?? [];
  return list.find(({ id: known }) => known === rest.join('/'))?.name ?? null;
}

/** The currency in whose minor units a number counts; null where it counts something else. */
export function moneyOf(show: Show, number: string): string | null {
  const goal = show.goals.find(({ id: known }) => number === `goal/${known}`);
  const measure = goal ? countsOf(goal) : null;
  return measure === null ? null : (currencyOf(measure, show) ?? null);
}

/** What a button does, in words; null where the show that is on has none of what it is for. */
export function buttonWords(does: ButtonDoes, show: Show): Phrase | null {
  switch (does.does) {
    case 'press': {
      const cue = show.cues.find((each) => each.id === does.cue);
      return cue?.when.kind === 'press' ? phrase('Press {name}', { name: pressName(cue.name, cue.when.name) }) : null;
    }
    case 'scene': {
      const scene = show.scenes.find((each) => each.id === does.scene);
      return scene ? phrase('Show the scene {name}', { name: scene.name }) : null;
    }
    case 'add': {
      const name = numberName(show, does.number);
      if (name === null) return null;
      const { by, number } = does;
      if (number.startsWith('countdown/'))
        return by < 0
          ? phrase('Take {by, number} s from {name}', { by: -by, name })
          : phrase('Add {by, number} s to {name}', { by, name });
      const currency = moneyOf(show, number);
      if (currency !== null)
        return by < 0
          ? phrase('Take {by} from {name}', { by: { money: -by, currency }, name })
          : phrase('Add {by} to {name}', { by: { money: by, currency }, name });
      return by < 0
        ? phrase('Take {by, number} from {name}', { by: -by, name })
        : phrase('Add {by, number} to {name}', { by, name });
    }
    case 'hold':
      return phrase('Hold alerts back');
    case 'letGo':
      return phrase('Let alerts go on');
    case 'clear':
      return phrase('Clear the frame, and silence everything');
  }
}

const pressName = (own: string, button: string): Sayable => own || button;

/** What a call has the show do, in order; null where the show that is on has none of what it is for, or the cue is off. */
export function buttonCommands(does: ButtonDoes, show: Show): Command[] | null {
  const spotlights = show.pieces.filter(({ kind }) => kind === 'spotlight').map(({ id: piece }) => piece);
  switch (does.does) {
    case 'press': {
      const cue = show.cues.find((each) => each.id === does.cue);
      return cue?.on && cue.when.kind === 'press' ? [{ command: 'press', cue: cue.id }] : null;
    }
    case 'scene':
      return show.scenes.some(({ id: scene }) => scene === does.scene)
        ? [{ command: 'scene', scene: does.scene }]
        : null;
    case 'add':
      return numberName(show, does.number) === null ? null : [{ command: 'nudge', number: does.number, by: does.by }];
    case 'hold':
    case 'letGo':
      if (spotlights.length === 0) return null;
      return spotlights.map((spotlight) => ({ command: 'hold', spotlight, on: does.does === 'hold' }));
    case 'clear':
      return [...spotlights.map((spotlight) => ({ command: 'clear' as const, spotlight })), { command: 'hush' }];
  }
}
