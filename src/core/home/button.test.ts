import { newCue, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { commandSchema } from '@/core/session/input';
import { english } from '@/core/words/phrase';
import { buttonCommands, buttonDoesSchema, buttonWords, type ButtonDoes } from './button';

const base = starterShow('one');
const SHOW: Show = {
  ...base,
  cues: [
    ...base.cues,
    { ...newCue('clap', { kind: 'press', name: 'Applause' }, [{ kind: 'play', sound: 'rattle', volume: 100 }]) },
  ],
  scenes: [{ id: 'wheel', name: 'At the wheel' }] as Show['scenes'],
  counters: [{ id: 'bowls', name: 'Bowls' }] as Show['counters'],
  countdowns: [{ id: 'break', name: 'Break', seconds: 600, most: 0 }],
};
const spotlight = SHOW.pieces.find(({ kind }) => kind === 'spotlight')?.id ?? '';

const EACH: [ButtonDoes, string, object[]][] = [
  [{ does: 'press', cue: 'clap' }, 'Press Applause', [{ command: 'press', cue: 'clap' }]],
  [{ does: 'scene', scene: 'wheel' }, 'Show the scene At the wheel', [{ command: 'scene', scene: 'wheel' }]],
  [
    { does: 'add', number: 'counter/bowls', by: 1 },
    'Add 1 to Bowls',
    [{ command: 'nudge', number: 'counter/bowls', by: 1 }],
  ],
  [
    { does: 'add', number: 'countdown/break', by: -30 },
    'Take 30 s from Break',
    [{ command: 'nudge', number: 'countdown/break', by: -30 }],
  ],
  [{ does: 'hold' }, 'Hold alerts back', [{ command: 'hold', spotlight, on: true }]],
  [{ does: 'letGo' }, 'Let alerts go on', [{ command: 'hold', spotlight, on: false }]],
  [
    { does: 'clear' },
    'Clear the frame, and silence everything',
    [{ command: 'clear', spotlight }, { command: 'hush' }],
  ],
];

test.each(EACH)('%j is “%s”, by commands of the desk', (does, words, commands) => {
  expect(buttonDoesSchema.safeParse(does).success).toBe(true);
  expect(english(buttonWords(does, SHOW) ?? '')).toBe(words);
  expect(buttonCommands(does, SHOW)).toEqual(commands);
  for (const command of commands) expect(commandSchema.safeParse(command).success).toBe(true);
});

test('money is said in its currency, and counted in its minor units', () => {
  const goals = [
    { id: 'rent', name: 'Rent', measure: 'tips', target: 100_000, onReach: { kind: 'stay' } },
  ] as Show['goals'];
  const money = { ...SHOW, goals, money: { currency: 'EUR', rates: {} } };
  const does = { does: 'add', number: 'goal/rent', by: 500 } as const;
  expect(english(buttonWords(does, money) ?? '')).toMatch(/^Add .*5\.00.* to Rent$/);
  expect(buttonCommands(does, money)).toEqual([{ command: 'nudge', number: 'goal/rent', by: 500 }]);
});

test('what the show that is on has not does nothing, and says so', () => {
  for (const does of [
    { does: 'press', cue: 'gone' },
    { does: 'press', cue: 'welcome' },
    { does: 'scene', scene: 'gone' },
    { does: 'add', number: 'counter/gone', by: 1 },
    { does: 'add', number: 'else/bowls', by: 1 },
  ] as const)
    expect([buttonCommands(does, SHOW), buttonWords(does, SHOW)]).toEqual([null, null]);
  const bare = { ...SHOW, pieces: [] };
  expect([buttonCommands({ does: 'hold' }, bare), buttonCommands({ does: 'clear' }, bare)]).toEqual([
    null,
    [{ command: 'hush' }],
  ]);
  const off = { ...SHOW, cues: SHOW.cues.map((cue) => ({ ...cue, on: false })) };
  expect(buttonCommands({ does: 'press', cue: 'clap' }, off)).toBeNull();
});
