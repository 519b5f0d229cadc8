import { z } from 'zod';
import { follow } from './follow';
import { gift } from './gift';
import { likes } from './likes';
import type { Moment, SentencePart } from './when';
import type { WordValues } from '../words';
import type { EventKind } from '@/core/event/kind';

/** Every kind of "when", in the order in which they are offered. A new one is a file and a line in each list. */
export const WHEN_KINDS = { follow, gift, likes } as const;

export const whenSchema = z.discriminatedUnion('kind', [follow.schema, gift.schema, likes.schema]);
export type When = z.infer<typeof whenSchema>;

// A switch rather than an index: the compiler then knows that schema and function belong together.
export function fires(when: When, moment: Moment): WordValues[] {
  switch (when.kind) {
    case 'follow': return follow.fires(when, moment);
    case 'gift': return gift.fires(when, moment);
    case 'likes': return likes.fires(when, moment);
  }
}

export function sampleValues(when: When): WordValues {
  switch (when.kind) {
    case 'follow': return follow.sample(when);
    case 'gift': return gift.sample(when);
    case 'likes': return likes.sample(when);
  }
}

export function whenSentence(when: When): SentencePart[] {
  switch (when.kind) {
    case 'follow': return follow.sentence(when);
    case 'gift': return gift.sentence(when);
    case 'likes': return likes.sentence(when);
  }
}

/** The kind of event that a cue waits for. */
export const listensTo = (when: When): EventKind => WHEN_KINDS[when.kind].listens;
