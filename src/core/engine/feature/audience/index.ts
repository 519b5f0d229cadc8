import { z } from 'zod';
import type { CueShow } from '@/core/engine/cue/cue';
import { cueMoment } from '@/core/engine/cue/fire';
import type { CueDerived, CueSlice } from '@/core/engine/cue/slice';
import type { Feature, Host, OwnMeasure } from '@/core/engine/kernel/feature';
import { later, recount } from '@/core/engine/kernel/state';
import { Audience } from './slice';
import { watching, type WatchingMoment } from './when';
import { phrase } from '@/core/words/phrase';

/* The audience: how many watch, over all feeds that tell. */

export interface AudienceSlice {
  audience: Audience;
}
export type AudienceHost = Host<object, AudienceSlice>;

const feed = z.object({ watching: z.number(), since: z.number(), sum: z.number(), begun: z.number() });

const measure: OwnMeasure<AudienceHost> = {
  measure: 'watching',
  title: phrase('How many watch now'),
  what: phrase('how many watch'),
  grows: ['audience'],
  value: ({ audience: seen }) => seen.now(),
};

export const audience = {
  name: 'audience',
  create: (): AudienceSlice => ({ audience: new Audience() }),
  saved: { audience: z.object({ peak: z.number(), feeds: z.array(z.tuple([z.string(), feed])) }) },
  serialize: ({ audience: state }) => ({ audience: state.serialize() }),
  deserialize: (saved: { audience: ReturnType<Audience['serialize']> }) => ({ audience: new Audience(saved.audience) }),
  listens: () => ({ record: ['audience'] }),
  record(state, event) {
    if (event.kind !== 'audience') return;
    state.audience.take(event.feed, event.watching, event.at > 0 ? event.at : state.now);
    later(state, (emit) => {
      recount(state, emit);
      const moment: WatchingMoment = { trigger: 'watching', now: state.now, watching: state.audience.now() };
      cueMoment(state, moment, emit);
    });
  },
  measures: [measure],
  whens: [watching],
} satisfies Feature<CueShow, AudienceSlice & CueSlice, CueDerived>;
