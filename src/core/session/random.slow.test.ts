import { savedStateSchema } from './saved';
import { carryOverOf } from './carry-over';
import { serialize, deserialize } from './state';
import canonicalize from 'canonicalize';
import { readInputLine } from '@/core/file/inputs';
import { liveOf } from '@/core/piece';
import { randomInputs, randomShow } from './random-show';
import { chanceOf } from './random-value';
import { MOST_STEPS } from '@/core/engine/kernel/fault';
import { fold } from './fold';
import { outlooks } from './outlook';
import { newState, type SessionState } from './state';

/* Whatever the show and whatever happens: the fold never throws, does no more than its steps, and reads back the same. */

/** GAVIRN_RANDOM: how many, and from which seed on, for a longer run by hand. */
const [COUNT = 3000, FIRST = 1] = (process.env.GAVIRN_RANDOM ?? '').split(',').filter(Boolean).map(Number);
/** So many inputs come to each show. */
const INPUTS = 25;

const whole = (state: SessionState): string => canonicalize(serialize(state)) ?? '';
/** By way of its text and its schema: what is saved has the form that is believed. */
const saved = (state: SessionState): SessionState =>
  deserialize(savedStateSchema.parse(JSON.parse(JSON.stringify(serialize(state)))));

test(`${COUNT} inputs to shows by chance`, () => {
  for (let seed = FIRST, done = 0; done < COUNT; seed += 1) {
    const chance = chanceOf(seed);
    const show = randomShow(chance);
    const inputs = randomInputs(show, INPUTS, chance);
    const state = newState(structuredClone(show));
    // Every fourth is done twice: as a journal's lines have it, saved and read back half-way.
    const twice = seed % 4 === 0;
    let again = newState(structuredClone(show));
    for (const [n, input] of inputs.entries()) {
      const line = twice ? readInputLine(JSON.stringify(input)) : null;
      if (twice && !line)
        throw new Error(`Seed ${seed}, input ${n} (${input.input}): it cannot be read back from its line.`);
      try {
        fold(state, structuredClone(input));
        if (line) fold(again, line);
      } catch (error) {
        throw new Error(
          `Seed ${seed}, input ${n} (${input.input}): ${error instanceof Error ? error.stack : String(error)}`,
        );
      }
      if (state.doing.steps > MOST_STEPS) throw new Error(`Seed ${seed}: ${state.doing.steps} steps.`);
      if (twice && n === INPUTS >> 1) again = saved(again);
      done += 1;
    }
    // What pieces and the desk show of it can be worked out, too.
    for (const piece of state.show.pieces) liveOf(piece, state);
    outlooks(state);
    if (!twice) continue;
    // The next session begins with what this one leaves, and its first line can be read.
    const next = { input: 'begin', at: Math.round(state.now), session: 'next', lasting: carryOverOf(state) };
    if (!readInputLine(JSON.stringify(next)))
      throw new Error(`Seed ${seed}: the next session's beginning cannot be read back.`);
    const [then, now] = [whole(saved(again)), whole(state)];
    const apart = [...now].findIndex((char, at) => char !== then[at]);
    if (then !== now)
      throw new Error(
        `Seed ${seed}: what was saved half-way and read back came to something else:\n${then.slice(apart - 100, apart + 200)}\n${now.slice(apart - 100, apart + 200)}`,
      );
  }
});
