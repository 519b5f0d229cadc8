import type { Journal, Journals } from '@/server/door/journal';
import { SessionRoom } from './session-room';

/* What is kept though every device has it goes first; only then nothing more is taken in. */

test.each([
  [60, true],
  [20, false],
])('%i bytes can go of 80, where 60 is the most beside a session of 10', (spare, makesRoom) => {
  let earlier = 80;
  let dropped = 0;
  const journals = { bytesBut: () => earlier } as unknown as Journals;
  const journal = { number: 1, bytes: 10, full: false } as unknown as Journal;
  const room = new SessionRoom(journals, journal, 60, () => {
    if (dropped > 0) return false;
    dropped += 1;
    earlier -= spare;
    return true;
  });
  room.weigh();
  expect(room.full).toBe(true);
  expect([room.makesRoom(), room.full, dropped]).toEqual([makesRoom, !makesRoom, 1]);
});
