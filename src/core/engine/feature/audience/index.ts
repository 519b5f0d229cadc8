import { z } from 'zod';
import type { Feature, Host } from '@/core/engine/kernel/feature';
import { Audience } from './slice';

/* The audience: how many watch, over all feeds that tell. */

export interface AudienceSlice {
  audience: Audience;
}
export type AudienceHost = Host<object, AudienceSlice>;

const feed = z.object({ watching: z.number(), since: z.number(), sum: z.number(), begun: z.number() });

export const audience = {
  name: 'audience',
  create: (): AudienceSlice => ({ audience: new Audience() }),
  saved: { audience: z.object({ peak: z.number(), feeds: z.array(z.tuple([z.string(), feed])) }) },
  serialize: ({ audience: state }) => ({ audience: state.serialize() }),
  deserialize: (saved: { audience: ReturnType<Audience['serialize']> }) => ({ audience: new Audience(saved.audience) }),
  listens: () => ({ record: ['audience'] }),
  record({ audience: state, now }, event) {
    if (event.kind === 'audience') state.take(event.feed, event.watching, event.at > 0 ? event.at : now);
  },
} satisfies Feature<object, AudienceSlice>;
