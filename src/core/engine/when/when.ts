import type { z } from 'zod';
import type { EventKind } from '@/core/event/kind';
import type { StreamEvent } from '@/core/event/event';
import type { WordValues } from '../words';

/** What a cue knows of the moment at which it is asked: the event, and the viewer's session before and after it. */
export interface Moment {
  event: StreamEvent;
  /** The viewer's likes in this session, before and after this event; both 0 for nobody in particular. */
  likes: { before: number; after: number };
}

/** A token of the sentence: plain words, or a part that is tapped to change the field it names. */
export type SentencePart = { text: string; field?: string };

/** One kind of "when": its schema, what it listens to, how often an event sets it off, and how it reads. One file each. */
export interface WhenKind<K extends string, S extends z.ZodType<{ kind: K }>> {
  kind: K;
  schema: S;
  listens: EventKind;
  /** A one-line name for choosing it. */
  title: string;
  make: () => z.infer<S>;
  /** The words' values for each time that the event sets it off; none when it does not. */
  fires: (when: z.infer<S>, moment: Moment) => WordValues[];
  /** Values for trying it without an event. */
  sample: (when: z.infer<S>) => WordValues;
  sentence: (when: z.infer<S>) => SentencePart[];
}

/** The values that any event with a viewer gives. */
export const viewerValues = ({ viewer }: StreamEvent): WordValues => (viewer ? { viewer: viewer.name, handle: viewer.handle } : {});

/** The made-up viewer of a cue that is tried. */
export const SAMPLE_VIEWER: WordValues = { viewer: 'Inês', handle: 'ines.barro' };
