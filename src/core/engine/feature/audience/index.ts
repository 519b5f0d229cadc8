import { z } from 'zod';
import type { Feature, Host, OwnMeasure } from '@/core/engine/kernel/feature';
import { later, recount } from '@/core/engine/kernel/state';
import { Audience } from './slice';

/* The audience: how many watch, over all feeds that tell. */

export interface AudienceSlice {
  audience: Audience;
}
export type AudienceHost = Host<object, AudienceSlice>;

const feed = z.object({ watching: z.number(), since: z.number(), sum: z.number(), begun: z.number() });

const watching: OwnMeasure<AudienceHost> = {
  measure: 'watching',
  title: 'How many watch now',
  what: 'how many watch',
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
    later(state, (emit) => recount(state, emit));
  },
  measures: [watching],
} satisfies Feature<object, AudienceSlice>;
