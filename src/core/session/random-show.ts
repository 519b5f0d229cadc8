import { carryOverSchema } from '@/core/session/carry-over';
import type { Step } from '@/core/engine/kinds';
import { commandSchema, inputSchema, type Input } from '@/core/session/input';
import { ALWAYS } from '@/core/engine/cue/conditions';
import { ANY } from '@/core/engine/cue/range';
import { EVERYONE } from '@/core/engine/cue/who';
import { streamEventSchema } from '@/core/event/event';
import { spotlight } from '@/core/piece/spotlight';
import { showSchema, type Show } from '@/core/show/show';
import { pick, IDS, valueFor, type Chance } from './random-value';

/* Valid shows and inputs by chance, for tests: every field and every kind that the schemas know, with values at and between their bounds. */

/** Ids that lie apart, as an editor gives them; now and then two are the same, as a file may have it. */
const named = <T extends { id: string }>(list: readonly T[], chance: Chance): T[] =>
  list.map((each, n) => (chance() < 0.9 ? { ...each, id: IDS[n % IDS.length] ?? each.id } : each));

/** A show by chance, in which most cues may fire: with nothing but chance, something would nearly always hold them back. */
export function randomShow(chance: Chance): Show {
  const show = valueFor(showSchema, chance);
  const place = { ...valueFor(spotlight.schema, chance), id: 'spotlight' };
  const seen = (step: Step): Step =>
    step.kind === 'show' && chance() < 0.8 ? { ...step, spotlight: 'spotlight' } : step;
  const free = (cue: Show['cues'][number]): Show['cues'][number] =>
    chance() < 0.7
      ? {
          ...cue,
          on: true,
          holds: ALWAYS,
          who: EVERYONE,
          feeds: [],
          when: chance() < 0.5 ? (ANYTHING[Math.floor(chance() * ANYTHING.length)] ?? cue.when) : cue.when,
          steps: cue.steps.map(seen),
        }
      : cue;
  return {
    ...show,
    feeds: named(show.feeds, chance).map((feed) => ({ ...feed, on: true })),
    pieces: [...named(show.pieces, chance), ...(chance() < 0.8 ? [place] : [])],
    cues: named(show.cues, chance).map(free),
    goals: named(show.goals, chance),
    counters: named(show.counters, chance),
    countdowns: named(show.countdowns, chance),
    lanterns: named(show.lanterns, chance),
    draws: named(show.draws, chance),
    teams: named(show.teams, chance),
    scenes: named(show.scenes, chance),
    points: { ...show.points, on: chance() < 0.8 },
  };
}

/** What nearly every input of its kind sets off. */
const ANYTHING: readonly Show['cues'][number]['when'][] = [
  { kind: 'chat', how: 'contains', text: '' },
  { kind: 'gift', gifts: [], coins: ANY, at: 'step' },
  { kind: 'follow' },
  { kind: 'every', every: 1, of: 'likes', by: 'viewer', within: 0 },
  { kind: 'goal', goal: '' },
  { kind: 'counter', counter: '', reaches: 1 },
  { kind: 'press', name: 'Press' },
  { kind: 'first' },
  { kind: 'clock', minutes: 1 },
  { kind: 'session', what: 'begins' },
  { kind: 'scene', scene: '' },
  { kind: 'level', which: 'each', level: 2 },
];

const NOW = 1_795_000_000_000;

/** What happens in a session, by chance: the inputs in the order of time, a session's beginning first. */
export function randomInputs(show: Show, count: number, chance: Chance): Input[] {
  let at = NOW;
  const inputs: Input[] = [
    { input: 'begin', at, session: 'a', ...(chance() < 0.3 ? { lasting: valueFor(carryOverSchema, chance) } : {}) },
  ];
  for (const { id } of show.draws) inputs.push({ input: 'seed', at, draw: id, seed: '0'.repeat(64) });
  while (inputs.length < count) {
    at += Math.floor(chance() < 0.1 ? chance() * 40 * 86_400_000 : chance() * 5000);
    inputs.push(oneInput(show, at, chance));
  }
  return inputs;
}

function oneInput(show: Show, at: number, chance: Chance): Input {
  const which = chance();
  if (which < 0.6) {
    const event = valueFor(streamEventSchema, chance);
    return {
      input: 'event',
      at,
      event: {
        ...event,
        feed: show.feeds.length > 0 && chance() < 0.8 ? pick(show.feeds, chance).id : 'a',
        at: at - Math.floor(chance() * 2000),
        seenAt: at,
      },
    };
  }
  if (which < 0.8) return { input: 'command', at, command: valueFor(commandSchema, chance) };
  if (which < 0.85)
    return {
      input: 'show',
      at,
      show:
        chance() < 0.5
          ? randomShow(chance)
          : { ...show, cues: show.cues.slice(0, Math.floor(chance() * show.cues.length)) },
    };
  if (which < 0.9) return { input: 'tick', at };
  // Any other kind: its time is put right, and a fault names nothing of what comes after it.
  const other = valueFor(inputSchema, chance);
  return { ...other, at };
}
