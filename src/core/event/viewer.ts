import { z } from 'zod';

export const ROLES = ['moderator', 'subscriber', 'host', 'bot'] as const;
export type Role = (typeof ROLES)[number];

/**
 * Someone who watches. `id` is the platform's own and never changes; `handle` is the address-like name and `name` what the viewer
 * wants to be called. Either may change at any time, so nothing is ever keyed by them.
 */
export const viewerSchema = z.object({
  id: z.string().min(1).max(200),
  handle: z.string().max(400),
  name: z.string().max(400),
  roles: z.array(z.enum(ROLES)).max(8),
});

export type Viewer = z.infer<typeof viewerSchema>;

// Control characters can end a line in a log, a NUL can end a string elsewhere; tab and line feed become a space.
const CONTROL = /[\u0000-\u001f\u007f-\u009f\u2028\u2029]/;
const CONTROLS = /[\u0000-\u001f\u007f-\u009f\u2028\u2029]+/g;

/** A viewer's name is kept up to here, UTF-16 units. */
export const LONGEST_NAME = 200;

/** A viewer's name from outside as it is kept: without control characters, and never empty. */
export const tidied = (name: string, handle: string): string => cleanText(name, LONGEST_NAME) || handle || 'Someone';

/**
 * Text from a platform made safe to keep: control characters become one space, lone surrogates U+FFFD, the ends are trimmed, and
 * what is longer than `max` UTF-16 units is cut (never inside a pair). Scripts, emoji, marks of direction and angle brackets stay:
 * nothing downstream reads this as markup, and the painter isolates its direction.
 */
export function cleanText(raw: string, max: number): string {
  let text = raw.isWellFormed() ? raw : raw.toWellFormed();
  if (CONTROL.test(text)) text = text.replace(CONTROLS, ' ');
  text = text.trim();
  if (text.length <= max) return text;
  const last = text.charCodeAt(max - 1);
  return text.slice(0, last >= 0xd800 && last <= 0xdbff ? max - 1 : max);
}
