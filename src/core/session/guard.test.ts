import { serialize, deserialize } from './state';
import canonicalize from 'canonicalize';
import { aChat, aFollow, START } from '@/core/event/examples';
import { newCue, plainly, starterShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import type { StreamEvent } from '@/core/event/event';
import { counterSchema } from '@/core/engine/feature/counter/schema';
import { FAULTS_WITHIN_MS, faultWords } from '@/core/engine/kernel/fault';
import { fold } from './fold';
import { Guard } from './guard';
import type { Input } from './input';
import { newState, type SessionState } from './state';
import { inEnglish } from '@/core/words/in-english.setup';

/* An input that cannot be done costs itself alone. No valid show makes the fold throw: these have a step that no schema would let in. */

/** A step that throws. */
const BOOM = { kind: 'pick' as const, of: null as never, twice: false };

const base = plainly(starterShow('s'));
const first = (then: Show['cues'][number]['steps'][number]): Show['cues'][number]['steps'] => [
  { kind: 'add', number: 'counter/pots', amount: 1, per: 'once' },
  { kind: 'post', words: 'too early' },
  then,
];
const show: Show = {
  ...base,
  counters: [counterSchema.parse({ id: 'pots', name: 'Pots' })],
  cues: [
    newCue('bad', { kind: 'chat', how: 'keyword', text: '!bad' }, first(BOOM)),
    newCue('late', { kind: 'chat', how: 'keyword', text: '!late' }, [{ kind: 'wait', seconds: 5 }, BOOM]),
    newCue('good', { kind: 'follow' }, [{ kind: 'show', spotlight: 'spotlight', words: '{viewer}', seconds: 3 }]),
  ],
};
const event = (e: StreamEvent, at: number): Input => ({ input: 'event', at, event: { ...e, at, seenAt: at } });
const chat = (text: string, at: number, by = 'ines'): Input => event({ ...aChat({ by }), id: `c${at}`, text }, at);
const follow = (at: number, by: string): Input => event({ ...aFollow({ by }), id: `f${at}` }, at);
const begin: Input = { input: 'begin', at: START, session: 'one' };

/** A guard over a journal that is kept as a server keeps it: what was done, and each fault in the place of what was not. */
function guarded(of: Show = show) {
  const journal: Input[] = [];
  const posted: string[] = [];
  let histories = 0;
  const guard = new Guard(newState(of), () => {
    histories += 1;
    const state = newState(of);
    for (const input of journal) fold(state, structuredClone(input));
    return state;
  });
  const put = (input: Input): boolean => {
    const { done, caught } = guard.apply(
      structuredClone(input),
      (effect) => void (effect.effect === 'post' && posted.push(effect.text)),
    );
    journal.push(...caught.map(({ fault }) => fault), ...(done ? [input] : []));
    return done;
  };
  return { guard, journal, posted, put, histories: () => histories };
}
const without = (state: SessionState): string => canonicalize({ ...serialize(state), faults: [] }) ?? '';

test('the state afterwards is as if the input had never come, and what follows is counted', () => {
  const { guard, put, posted } = guarded();
  const plain = newState(show);
  for (const input of [begin, follow(START + 1, 'ines')]) {
    put(input);
    fold(plain, structuredClone(input));
  }
  expect(put(chat('!bad', START + 2))).toBe(false);
  expect(without(guard.state)).toBe(without(plain));
  expect(guard.state.faults).toEqual([{ at: START + 2, why: 'fault', cue: 'bad', feed: 'f', count: 1, off: false }]);
  const after = follow(START + 3, 'hana');
  expect(put(after)).toBe(true);
  fold(plain, structuredClone(after));
  expect(without(guard.state)).toBe(without(plain));
  // What was taken back was never posted.
  expect(posted).toEqual([]);
});

test('the journal that is left reads back to the same, faults and all', () => {
  const { guard, journal, put } = guarded();
  for (const input of [
    begin,
    follow(START + 1, 'ines'),
    chat('!bad', START + 2),
    follow(START + 3, 'hana'),
    chat('hello', START + 4),
  ])
    put(input);
  const again = newState(show);
  for (const input of journal) fold(again, structuredClone(input));
  expect(canonicalize(serialize(again))).toBe(canonicalize(serialize(guard.state)));
  expect(journal.filter(({ input }) => input === 'fault')).toMatchObject([
    { cue: 'bad', what: 'event', lost: { id: `c${START + 2}` }, off: false },
  ]);
});

test('the third fault of a cue within a minute switches it off and says so; three in three minutes do not', () => {
  const { guard, put } = guarded();
  put(begin);
  for (let n = 0; n < 3; n += 1) expect(put(chat('!bad', START + 1 + n * FAULTS_WITHIN_MS))).toBe(false);
  expect([...guard.state.stopped.cues]).toEqual([]);
  const at = START + 1 + 2 * FAULTS_WITHIN_MS;
  expect(put(chat('!bad', at + 1))).toBe(false);
  expect(put(chat('!bad', at + 2))).toBe(false);
  expect([...guard.state.stopped.cues]).toEqual(['bad']);
  expect(put(chat('!bad', at + 3))).toBe(true);
  expect(inEnglish(faultWords(guard.state.faults.at(-1)!, show))).toMatch(
    /^The cue “cue 1” failed 3 times within a minute and was switched off/,
  );
});

test('a cue that is changed is started anew', () => {
  const { guard, put } = guarded();
  put(begin);
  for (let n = 0; n < 3; n += 1) put(chat('!bad', START + n));
  put({ input: 'show', at: START + 10, show: { ...show, name: 'Another name' } });
  expect([...guard.state.stopped.cues]).toEqual(['bad']);
  put({
    input: 'show',
    at: START + 11,
    show: {
      ...show,
      cues: show.cues.map((cue) =>
        cue.id === 'bad' ? { ...cue, steps: first({ kind: 'post', words: 'thank you' }) } : cue,
      ),
    },
  });
  expect([...guard.state.stopped.cues]).toEqual([]);
  expect(put(chat('!bad', START + 12))).toBe(true);
});

test('what waited and fails when its time comes costs no event: the event is tried until what fails is off', () => {
  const { guard, put } = guarded();
  put(begin);
  put(chat('!late', START + 1));
  expect(put(follow(START + 60_000, 'hana'))).toBe(true);
  expect(guard.state.totals.follows).toBe(1);
  expect([guard.state.stopped.cues.has('late'), guard.state.pending]).toEqual([true, []]);
});

test('a cue that fails as the session begins is switched off the third time', () => {
  const { guard, put } = guarded({ ...show, cues: [newCue('bad', { kind: 'session', what: 'begins' }, first(BOOM))] });
  expect([put(begin), put(begin), put(begin), put(begin)]).toEqual([false, false, false, true]);
  expect([guard.state.session?.id, [...guard.state.stopped.cues]]).toEqual(['one', ['bad']]);
});

test('a show that cannot be run leaves the one before', () => {
  const { guard, put } = guarded();
  put(begin);
  const broken = { ...show, pieces: null } as unknown as Show;
  expect(put({ input: 'show', at: START + 1, show: broken })).toBe(false);
  expect(guard.state.show.pieces).toHaveLength(show.pieces.length);
});

test('the whole history is read once, however often something fails within it', () => {
  const { put, histories, guard } = guarded({
    ...show,
    cues: Array.from({ length: 40 }, (_, n) =>
      newCue(`bad${n}`, { kind: 'chat', how: 'keyword', text: `!bad${n}` }, first(BOOM)),
    ),
  });
  put(begin);
  for (let n = 0; n < 40; n += 1) for (let m = 0; m < 2; m += 1) put(chat(`!bad${n}`, START + n * 10 + m));
  expect(histories()).toBe(1);
  expect(guard.state.totals.byKind.chat).toBe(0);
  // A state that is made of its text is the state: it goes on alike.
  const back = deserialize(JSON.parse(JSON.stringify(serialize(guard.state))) as ReturnType<typeof serialize>);
  for (const state of [guard.state, back]) fold(state, follow(START + 9000, 'hana'));
  expect(canonicalize(serialize(back))).toBe(canonicalize(serialize(guard.state)));
});
