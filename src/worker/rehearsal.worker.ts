import { advise, type Advice } from '@/core/rehearsal/advice';
import type { CrowdAsked } from '@/core/rehearsal/crowd';
import { crowdEvents } from '@/core/rehearsal/events';
import { pastEvents } from '@/core/rehearsal/past';
import { report, type Report } from '@/core/rehearsal/report';
import type { Show } from '@/core/show/show';
import { cutSeconds } from '@/core/media/media';
import { soundById } from '@/core/sound/library';
import { RATE, synthesize } from '@/core/sound/synth';

export interface RehearsalTask {
  show: Show;
  asked: CrowdAsked;
  /** Of the past session that is asked for. */
  log?: string;
}
/** The report comes first, then how far the trying of advice is (`done` of `all`), then what helps. */
export type RehearsalSaid =
  { said: 'report'; report: Report } | { said: 'tried'; done: number } | { said: 'advice'; advice: Advice[] };

const say = (said: RehearsalSaid): void => self.postMessage(said);

/* Runs a crowd through a show apart from the page: an hour of it is tens of thousands of events, and each advice runs it once more. */
self.onmessage = ({ data: { show, asked, log } }: MessageEvent<RehearsalTask>) => {
  const lengths = new Map<string, number>();
  const secondsOf = (id: string): number => {
    let seconds = lengths.get(id);
    if (seconds === undefined) {
      const own = show.media.find((file) => file.id === id);
      const sound = soundById(id);
      seconds = own ? cutSeconds(own) : sound ? synthesize(sound.recipe).length / RATE : 0;
      lengths.set(id, seconds);
    }
    return seconds;
  };
  const events =
    asked.past && log !== undefined
      ? pastEvents(show, log, { ...asked, pace: asked.past.pace })
      : crowdEvents(show, asked);
  const before = report(show, events, secondsOf);
  say({ said: 'report', report: before });
  say({
    said: 'advice',
    advice: advise(show, events, { secondsOf, before, tried: (done) => say({ said: 'tried', done }) }),
  });
};
