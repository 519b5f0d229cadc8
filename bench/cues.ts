import { fold } from '@/core/session/fold';
import { newState } from '@/core/session/state';
import { makeWhen } from '@/core/engine/kinds';
import { aChat, aFollow, aGift, aLike, START } from '@/core/event/examples';
import type { StreamEvent } from '@/core/event/event';
import { newCue, starterShow } from '@/core/show/starter';
import type { Cue, Show } from '@/core/show/show';

const EVENTS = 100_000;
const CUES = 500;

/** An afternoon of a busy show: gifts of 200 kinds, chat of which a tenth is keywords, likes and follows. */
const events: StreamEvent[] = Array.from({ length: EVENTS }, (_, n) => {
  const when = { id: `k${n}`, by: `v${(n * 7919) % 3000}`, at: START + n * 100, seenAt: START + n * 100 };
  const kind = n % 10;
  if (kind < 5) return aLike({ ...when, count: 1 + (n % 15) });
  if (kind < 8) return aChat({ ...when, text: n % 30 === 7 ? `!word${n % 200} please` : 'is that the celadon?' });
  return kind < 9 ? aGift({ ...when, giftId: `gift-${n % 200}` }) : aFollow(when);
});

/** 240 cues for certain gifts, 240 for keywords, and 20 for everything else; each at most every ten seconds, as streamers have them. */
function cues(show: Show): Cue[] {
  return Array.from({ length: CUES }, (_, n): Cue => {
    const when: Cue['when'] =
      n < 240
        ? { ...makeWhen('gift', show), gifts: [{ id: `gift-${n}`, name: `Gift ${n}` }] }
        : n < 480
          ? { kind: 'chat', how: 'keyword', text: `!word${n - 240}` }
          : n % 2
            ? { ...makeWhen('every', show), every: 100 + n }
            : { kind: 'follow' };
    const cue = newCue(`c${n}`, when, [{ kind: 'show', spotlight: 'spotlight', words: '{viewer}', seconds: 4 }]);
    return { ...cue, holds: { ...cue.holds, every: 10 } };
  });
}

/** Folding 100,000 events with 500 cues, against folding them without any. */
export function benchCues(): string[] {
  const show = starterShow('cues');
  const run = (setup: Show): number => {
    const state = newState(setup);
    fold(state, { input: 'begin', at: START, session: 'bench' });
    const started = performance.now();
    for (const event of events) fold(state, { input: 'event', at: event.seenAt, event });
    return performance.now() - started;
  };
  const without = { ...show, cues: [] };
  const withAll = { ...show, cues: cues(show) };
  // A few rounds to warm up, as a session of hours is; then the median of fifteen.
  const rounds = Array.from({ length: 20 }, () => ({ none: run(without), all: run(withAll) }))
    .slice(5)
    .sort((a, b) => a.all / a.none - b.all / b.none);
  const { none, all } = rounds[7] ?? { none: NaN, all: NaN };
  return [
    `${CUES} cues, ${EVENTS.toLocaleString('en')} events folded / the same without cues: ${(all / none).toFixed(2)}  (${Math.round(all)} ms / ${Math.round(none)} ms; aim 1.5 or less)`,
  ];
}
