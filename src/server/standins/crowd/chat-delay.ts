import { z } from 'zod';

/** What sets it: so long after it was written a viewer's line is in the chat, ms. */
export const chatDelaySchema = z.object({ act: z.literal('chatDelay'), ms: z.number().int().min(0).max(60_000) });

/** A platform takes its time with what viewers write. What is underway when the delay is changed comes when it would have come. */
export class ChatDelay {
  ms = 0;

  say(line: () => void): void {
    if (this.ms === 0) line();
    else setTimeout(line, this.ms).unref();
  }
}
