import fc from 'fast-check';
import { aFollow, aRoom, START } from '@/core/event/examples';
import { serializeIntake, deserializeIntake } from './saved';
import { newIntake, remember, setCounter, takeIn, takeReading, type IntakeState } from './intake';

const when = { at: START, seenAt: START };
const read = (state: IntakeState, value: number) => takeReading(state, 'f', { counter: 'like', value }, when);

test('the first reading is the base; a higher one is the difference; the same one is nothing', () => {
  const state = newIntake();
  expect(read(state, 4120)).toEqual({ counted: 'base' });
  expect(read(state, 4120)).toBeNull();
  expect(read(state, 4132)).toMatchObject({ counted: 'event', event: { kind: 'like', count: 12, total: 4132 } });
  expect(takeReading(state, 'f', { counter: 'follow', value: 7 }, when)).toEqual({ counted: 'base' });
});

test('a fall is a restart: a new base, nothing counted and nothing taken back', () => {
  const state = newIntake();
  read(state, 100);
  expect(read(state, 3)).toEqual({ counted: 'base' });
  expect(read(state, 5)).toMatchObject({ event: { count: 2 } });
});

test('whatever the readings, their differences add up to every rise, across any restarts of ours, and no id is used twice', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ value: fc.nat(60), restart: fc.constantFrom('no', 'snapshot', 'journal') }), {
        maxLength: 60,
      }),
      (readings) => {
        let state = newIntake();
        const journal: ((to: IntakeState) => void)[] = [];
        const ids = new Set<string>();
        let counted = 0;
        let rises = 0;
        let last: number | null = null;
        for (const { value, restart } of readings) {
          if (last !== null && value > last) rises += value - last;
          last = value;
          const found = read(state, value);
          if (found?.counted === 'base') journal.push((to) => setCounter(to, 'like', value));
          if (found?.counted === 'event') {
            const { event } = found;
            counted += event.kind === 'like' ? event.count : 0;
            expect(ids.has(event.id)).toBe(false);
            ids.add(event.id);
            journal.push((to) => remember(to, event));
          }
          if (restart === 'snapshot')
            state = deserializeIntake(
              JSON.parse(JSON.stringify(serializeIntake(state))) as ReturnType<typeof serializeIntake>,
            );
          if (restart === 'journal') {
            state = newIntake();
            for (const again of journal) again(state);
          }
        }
        expect(counted).toBe(rises);
      },
    ),
  );
});

test('an older word on the broadcast comes too late', () => {
  const state = newIntake();
  expect(takeIn(state, { event: aRoom({ id: 'off', state: 'ended', at: START + 5000 }) })).not.toBeNull();
  expect(takeIn(state, { event: aRoom({ id: 'on', state: 'live', at: START }) })).toBeNull();
  expect(takeIn(state, { event: aFollow({ at: START }) })).not.toBeNull();
});
