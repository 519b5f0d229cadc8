import { benchAdapters } from './adapters';
import { benchCues } from './cues';
import { benchDesk } from './desk';
import { benchFlood } from './flood';
import { benchHome } from './home';
import { benchLatency } from './latency';
import { benchLoudness } from './loudness';
import { benchBoards, benchMany, benchPeople, benchRecovery } from './numbers';
import { benchOutlets, benchRestart } from './outlets';
import { benchPaint } from './paint';
import { benchRehearsal } from './rehearsal';
import { benchRenders } from './renders';
import { benchReplay } from './replay';
import { benchSeen } from './seen';
import { benchSize } from './size';
import { benchFilm, benchLayout, benchMoving, benchScenes } from './stage';

/* `npm run bench`: each figure as a ratio in one run, against a baseline that it names. Needs a build (`npm run build`). */
const BENCHES: Readonly<Record<string, () => string[] | Promise<string[]>>> = {
  replay: benchReplay,
  rehearsal: benchRehearsal,
  cues: benchCues,
  loudness: benchLoudness,
  adapters: benchAdapters,
  seen: benchSeen,
  boards: benchBoards,
  many: benchMany,
  people: benchPeople,
  recovery: benchRecovery,
  paint: benchPaint,
  moving: benchMoving,
  layout: benchLayout,
  film: benchFilm,
  scenes: benchScenes,
  latency: benchLatency,
  outlets: benchOutlets,
  restart: benchRestart,
  renders: benchRenders,
  desk: benchDesk,
  flood: benchFlood,
  home: benchHome,
  size: benchSize,
};

async function main(): Promise<void> {
  const asked = process.argv.slice(2);
  for (const [name, bench] of Object.entries(BENCHES)) {
    if (asked.length > 0 && !asked.includes(name)) continue;
    for (const line of await bench()) process.stdout.write(`${line}\n`);
  }
  process.exit(0);
}

void main();
