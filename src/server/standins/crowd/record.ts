/* Makes demo/session.ndjson: an hour's session of the scripted crowd, through Brindle's room, the adapter and intake. Run by hand:
   node --import tsx src/server/standins/crowd/record.ts */
import { writeFileSync } from 'node:fs';
import { createParser } from 'eventsource-parser';
import { writeEventLine } from '@/core/file/events';
import { newIntake, takeIn } from '@/core/intake/intake';
import { readBrindle } from '@/core/platform/brindle';
import { Crowd } from '../brindle/crowd';
import { Room } from '../brindle/room';
import { seeded } from '@/core/rehearsal/chance';

// The start; a browser that takes the recording over moves it to a recent evening.
let now = Date.UTC(2026, 10, 19, 19, 0, 0);
const random = seeded(20);
const intake = newIntake();
const lines: string[] = [];
let ids = 0;
const parser = createParser({
  onEvent: ({ event, data, id }) => {
    const reading = readBrindle({ event: event ?? '', data, id: id ?? '' }, { feed: 'brindle', seenAt: now });
    const kept = reading.kind === 'heard' ? takeIn(intake, reading.heard) : null;
    // Short ids of our own: the room's are made by chance, and the file is to be the same each time it is made.
    if (kept)
      lines.push(
        writeEventLine({ ...kept, id: `r${(ids += 1)}`, ...(kept.kind === 'room' ? { roomId: 'demo' } : {}) }),
      );
  },
});
const room = new Room('odavarn.kiln', () => now, random);
room.join(
  undefined,
  (text) => parser.feed(text),
  () => undefined,
);
room.goLive();
const crowd = new Crowd(room, random);
const LENGTH_MS = 72 * 60_000;
const start = now;
while (now - start < LENGTH_MS) {
  const share = (now - start) / LENGTH_MS;
  // Quiet at first, with two peaks: a kiln is opened, and friends come over.
  const rate = 0.25 + 0.5 * Math.exp(-(((share - 0.38) / 0.05) ** 2)) + 0.7 * Math.exp(-(((share - 0.8) / 0.04) ** 2));
  now += Math.round((-Math.log(1 - random()) / rate) * 1000);
  crowd.step();
}
crowd.finish();
room.end();
writeFileSync('demo/session.ndjson', lines.join(''));
process.stdout.write(`${lines.length} events\n`);
