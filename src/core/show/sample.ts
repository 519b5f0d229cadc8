import { sampleValues } from '@/core/engine/kinds';
import { sendsMessages } from '@/core/platform';
import type { WordValues } from '@/core/words/fields';
import { eventsOf } from './sentence';
import type { Cue, Show } from './show';

/** Values of every field that a cue's words can be filled with: what its moment brings, and what its viewer does. A field that no feed of the show can fill is not among them. */
export function sampleOf(cue: Cue, show: Show): WordValues {
  const { message, ...values } = sampleValues(cue.when);
  const feeds = cue.feeds.length === 0 ? show.feeds : show.feeds.filter(({ id }) => cue.feeds.includes(id));
  const kinds = eventsOf(cue);
  const written = message !== undefined && (kinds.length === 0 || kinds.some((kind) => sendsMessages(feeds, kind)));
  return {
    ...values,
    ...(written ? { message } : {}),
    ...(values.viewer === undefined
      ? {}
      : {
          place: values.place ?? 3,
          ...(show.points.on ? { level: values.level ?? 2, points: values.points ?? 120 } : {}),
        }),
  };
}
