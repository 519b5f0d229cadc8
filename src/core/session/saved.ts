import { z } from 'zod';
import { EVENT_KINDS } from '@/core/event/kind';
import { whole } from '@/core/event/whole';
import { KIT, type Fields } from '@/core/engine/features';
import { MOST_TAKEN } from '@/core/engine/count/counting';
import { pastViewerSchema, rowSchema } from '@/core/engine/count/past';
import type { Kit } from '@/core/engine/kernel/feature';
import { faultSchema } from '@/core/engine/kernel/fault';
import { showSchema, type Show } from '@/core/show/show';

/* A state as it is saved, described: what is read from a disk is believed only where it has this form. */

const text = z.string();
const number = z.number();
const ms = z.number();

const totals = z.object({
  events: number,
  byKind: z.record(z.enum(EVENT_KINDS), number),
  gifts: number,
  coins: number,
  likes: number,
  viewerLikes: number,
  follows: number,
  subscriptions: number,
  giftSubs: number,
  raidViewers: number,
  tips: z.record(text, number),
  worth: number,
  earned: number,
  tipWorth: number,
  points: number,
  watching: number,
  peakWatching: number,
});
const viewer = z.object({
  key: text,
  id: text,
  feed: text,
  name: text,
  handle: text,
  likes: number,
  coins: number,
  gifts: number,
  follows: number,
  shares: number,
  chats: number,
  subscriptions: number,
  giftSubs: number.optional(),
  tips: number.optional(),
  worth: number,
  points: number,
  days: z.array(z.tuple([whole, z.array(number)])).optional(),
  firstAt: ms,
  lastAt: ms,
});

const kernel = {
  now: ms,
  show: showSchema,
  session: z
    .object({
      id: text,
      startedAt: ms,
      endedAt: ms.nullable(),
      resumedAt: ms.optional(),
      over: z.literal(true).optional(),
      took: z.array(text).max(MOST_TAKEN).optional(),
    })
    .nullable(),
  totals,
  viewers: z.array(viewer),
  minutes: z.array(rowSchema),
  quarters: z.array(rowSchema),
  before: z.array(pastViewerSchema),
  faults: z.array(faultSchema),
  stopped: z.object({ cues: z.array(text), feeds: z.array(text) }),
};

/** A saved state: the kernel's part, and beside it what each feature has written under its own names. */
export type SavedState = z.infer<z.ZodObject<typeof kernel>> & Fields<'saved'>;

/** The form of a state made of these features. */
export const savedStateSchemaOf = ({ features }: Kit, show: z.ZodType<Show>): z.ZodType<SavedState> =>
  z.object(
    Object.assign({}, kernel, { show }, ...features.map(({ saved }) => saved ?? {})) as typeof kernel,
  ) as unknown as z.ZodType<SavedState>;

export const savedStateSchema = savedStateSchemaOf(KIT, showSchema);
