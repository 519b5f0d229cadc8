import { z } from 'zod';
import { whenSchema } from '@/core/engine/when';
import { stepSchema } from '@/core/engine/step';
import { goalSchema } from '@/core/engine/goal';
import { pieceSchema } from '@/core/piece';

export const SHOW_FORMAT = 'gavirn.show';
export const SHOW_VERSION = 1;

const id = z.string().min(1).max(100);
const label = z.string().min(1).max(80);

export const feedSchema = z.object({
  id,
  platform: z.enum(['brindle']),
  handle: z.string().min(1).max(64),
  /** False: the streamer has stopped it; it stays in the show and connects to nothing. */
  on: z.boolean(),
});
export type Feed = z.infer<typeof feedSchema>;

export const cueSchema = z.object({
  id,
  on: z.boolean(),
  when: whenSchema,
  steps: z.array(stepSchema).min(1).max(20),
});
export type Cue = z.infer<typeof cueSchema>;

export const outletSchema = z.object({ id, name: label });
export type Outlet = z.infer<typeof outletSchema>;

export const frameSchema = z.object({ width: z.number().int().min(16).max(7680), height: z.number().int().min(16).max(7680) });
export type FrameSize = z.infer<typeof frameSchema>;

/**
 * One saved setup (docs/show-document.md). It holds no secrets: keys of outlets and of the desk are kept beside it, so that a
 * show file can be handed to anyone.
 */
export const showSchema = z.object({
  format: z.literal(SHOW_FORMAT),
  version: z.literal(SHOW_VERSION),
  id,
  name: label,
  frame: frameSchema,
  feeds: z.array(feedSchema).max(20),
  /** Back to front. */
  pieces: z.array(pieceSchema).max(100),
  cues: z.array(cueSchema).max(500),
  goals: z.array(goalSchema).max(50),
  outlets: z.array(outletSchema).max(50),
});

export type Show = z.infer<typeof showSchema>;
