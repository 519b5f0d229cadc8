import type { Input } from '@/core/session/input';
import type { Journals } from './journal';

/*
 * What must hold of whatever stands behind the door to journals. `reopened`: the same journals as after the process had ended and begun
 * again; `cut`: as after a crash in the middle of the last line of the newest.
 */
export interface JournalsUnderTest {
  journals: Journals;
  reopened: () => Journals;
  cut: () => Promise<void>;
}

const tick = (at: number): Input => ({ input: 'tick', at });
const times = (inputs: Iterable<Input>): number[] => [...inputs].map(({ at }) => at);

async function all(inputs: AsyncIterable<Input>): Promise<number[]> {
  const found: number[] = [];
  for await (const { at } of inputs) found.push(at);
  return found;
}

export function journalContract(name: string, open: () => JournalsUnderTest): void {
  describe(`journals: ${name}`, () => {
    let door: JournalsUnderTest;
    beforeEach(() => {
      door = open();
    });

    test('a new one is there with all of its first inputs once they are kept, or not at all', async () => {
      const journal = door.journals.create([tick(1), tick(2)]);
      expect(door.reopened().numbers()).toEqual([]);
      expect(await journal.flush()).toBe(true);
      expect(door.reopened().numbers()).toEqual([journal.number]);
      expect(times(door.reopened().read(journal.number))).toEqual([1, 2]);
      expect(journal.bytes).toBeGreaterThan(0);
      await journal.close();
    });

    test('what was flushed is read back in its order by whoever comes next, and gone on with', async () => {
      const journal = door.journals.create([tick(1)]);
      for (let at = 2; at <= 50; at += 1) journal.append(tick(at));
      expect(await journal.flush()).toBe(true);
      await journal.close();
      const again = door.reopened().recover(1);
      expect(again.recovered.snapshot).toBeNull();
      expect(times(again.recovered.inputs)).toEqual(Array.from({ length: 50 }, (_, n) => n + 1));
      again.journal.append(tick(51));
      await again.journal.close();
      expect(times(door.reopened().read(1)).at(-1)).toBe(51);
    });

    test('what waits is in the history and comes last among the inputs', async () => {
      const journal = door.journals.create([tick(1)]);
      await journal.flush();
      journal.append(tick(2));
      expect(times(journal.history().inputs)).toEqual([1, 2]);
      expect(await all(journal.inputs(1))).toEqual([1, 2]);
      await journal.close();
    });

    test('a line that a crash cut off is taken out, and the next stands where it stood', async () => {
      const journal = door.journals.create([tick(1), tick(2)]);
      await journal.close();
      await door.cut();
      const { journal: again, recovered } = door.reopened().recover(1);
      expect(times(recovered.inputs)).toEqual([1, 2]);
      again.append(tick(3));
      await again.close();
      expect(times(door.reopened().read(1))).toEqual([1, 2, 3]);
    });

    test('a new session begins once the one before is whole, and that is told', async () => {
      const journal = door.journals.create([tick(1)]);
      const finished: number[] = [];
      journal.finished = (number) => finished.push(number);
      journal.append(tick(2));
      journal.rotate([tick(3)]);
      expect(journal.number).toBe(2);
      await journal.flush();
      expect(finished).toEqual([1]);
      expect(door.reopened().numbers()).toEqual([1, 2]);
      expect([times(door.journals.read(1)), await all(journal.inputs(2))]).toEqual([[1, 2], [3]]);
      expect(door.journals.bytesBut(2)).toBeGreaterThan(0);
      expect(door.journals.bytesBut(1)).toBe(journal.bytes);
      await journal.close();
    });

    test('one that begins behind an earlier one holds all of it, waiting and kept, whatever becomes of that', async () => {
      const journal = door.journals.create([tick(1)]);
      journal.append(tick(2));
      journal.rotate([tick(3)]);
      await journal.flush();
      journal.rotate([tick(4)], 1);
      journal.append(tick(5));
      const whole = [1, 2, 4, 5];
      expect([times(journal.history().inputs), await all(journal.inputs(3))]).toEqual([whole, whole]);
      expect(await journal.flush()).toBe(true);
      door.journals.remove(1);
      journal.append(tick(6));
      expect(times(journal.history().inputs)).toEqual([...whole, 6]);
      await journal.close();
      expect(times(door.reopened().recover(3).recovered.inputs)).toEqual([...whole, 6]);
    });

    test('one is written anew, one is removed, and the others stay as they are', async () => {
      const journal = door.journals.create([tick(1), tick(2)]);
      journal.rotate([tick(3)]);
      await journal.close();
      door.journals.rewrite(1, (input) => (input.at === 1 ? null : { ...input, at: input.at + 10 }));
      expect(times(door.reopened().read(1))).toEqual([12]);
      expect(() =>
        door.journals.rewrite(1, () => {
          throw new Error('no');
        }),
      ).toThrow('no');
      expect(times(door.reopened().read(1))).toEqual([12]);
      door.journals.remove(1);
      expect(door.reopened().numbers()).toEqual([2]);
      expect(times(door.reopened().read(2))).toEqual([3]);
    });
  });
}
