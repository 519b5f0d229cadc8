import { z } from 'zod';
import { someoneSchema } from '@/core/engine/count/someone';
import { ROLES } from '@/core/event/viewer';
import { pieceBase } from './piece';

export const schema = z.object({
  ...pieceBase,
  kind: z.literal('chat'),
  size: z.number().int().min(24).max(96),
  wrap: z.boolean(),
  /** Whether a host or moderator is told as one. */
  roles: z.boolean(),
  /** Lines of helper accounts, and keywords, are left out. */
  bots: z.boolean(),
  keywords: z.boolean(),
  /** Viewers whose lines are left out. */
  without: z.array(someoneSchema).max(200),
  /** A line leaves after so many seconds; 0: it stays until others push it out. */
  seconds: z.number().int().min(0).max(600),
  /** The style's backing behind it. */
  backing: z.boolean(),
  /** The feeds whose lines are shown; absent: all. */
  feeds: z.array(z.string().min(1).max(100)).max(20).optional(),
  /** Whose lines are shown: those with one of these roles only, or everybody's but theirs; absent: everybody's. */
  people: z.object({ how: z.enum(['only', 'but']), roles: z.array(z.enum(ROLES)).max(4) }).optional(),
  /** A mark before each line says which feed it came by. */
  marks: z.boolean().optional(),
  /** Lines that begin with one of these are left out. */
  skips: z.array(z.string().min(1).max(20)).max(12).optional(),
  /** Where the newest line stands; absent: below. */
  anchor: z.enum(['below', 'above']).optional(),
  /** Lines come and go with a motion. */
  moves: z.boolean().optional(),
});
export type ChatPiece = z.infer<typeof schema>;

export interface ChatLive {
  kind: 'chat';
  /** Oldest first; `at`: ms, the engine's clock. `role`: '' where none is told. */
  lines: {
    id: string;
    at: number;
    name: string;
    role: string;
    text: string;
    /** Which feed it came by: its place among the show's; absent: not told. */
    mark?: number;
  }[];
}
