import type { z } from 'zod';
import type { Reading } from '@/core/intake/received';
import { cleanText, ROLES, tidied, type Role, type Viewer } from '@/core/event/viewer';
import { MAX_MESSAGE } from './sse-message';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';

/* What every adapter does alike: refuse what is too long, is no JSON, or has not the form it should have. None of it ever throws. */

export const rejected = (reason: Sayable): Reading => ({ kind: 'bad', reason });

/** Lists and objects lie no deeper in each other, in any text but a short one: what walks them must not run out of stack. */
export const MOST_DEPTH = 100;

/** A text no longer than this cannot nest so deep that it does harm; looking would cost more than reading it. */
const SHORT = 2000;

/** Whether a text's JSON is nested too deep, found without reading it. */
export function isTooDeep(text: string): boolean {
  if (text.length <= SHORT) return false;
  let depth = 0;
  let quoted = false;
  for (let at = 0; at < text.length; at += 1) {
    const char = text.charCodeAt(at);
    if (quoted) {
      if (char === BACKSLASH) at += 1;
      else if (char === QUOTE) quoted = false;
    } else if (char === QUOTE) quoted = true;
    else if (char === OPEN_LIST || char === OPEN_OBJECT) {
      depth += 1;
      if (depth > MOST_DEPTH) return true;
    } else if (char === CLOSE_LIST || char === CLOSE_OBJECT) depth -= 1;
  }
  return false;
}
const [QUOTE, BACKSLASH, OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = Array.from('"\\[]{}', (char) =>
  char.charCodeAt(0),
) as [number, number, number, number, number, number];

export type Json = { ok: true; json: unknown } | { ok: false; reason: Phrase };

/** Parses a message's JSON; no more than MAX_MESSAGE UTF-16 units, unless `most` says otherwise. */
export function readJson(text: string, most = MAX_MESSAGE): Json {
  if (text.length > most)
    return {
      ok: false,
      reason: phrase('The message is {text, number} characters long; no more than {most, number} are read.', {
        text: text.length,
        most,
      }),
    };
  if (isTooDeep(text))
    return { ok: false, reason: phrase('The message is nested more than {most} levels deep.', { most: MOST_DEPTH }) };
  try {
    return { ok: true, json: JSON.parse(text) };
  } catch {
    return { ok: false, reason: phrase('The message is not whole: its JSON cannot be read.') };
  }
}

/** The sentence for a message whose form is wrong: it names the first part that cannot be used. */
export const unusable = (what: string, error: z.ZodError): Phrase =>
  phrase('The {what} has no usable "{path}".', { what, path: error.issues[0]?.path.join('.') || 'content' });

/** A viewer as adapters make one of what a platform says: cleaned, with a name in any case, and only roles that we know. */
export function viewerFrom(id: string, handle: string, name: string, badges: readonly string[]): Viewer {
  const tidy = cleanText(handle, 200);
  return {
    id,
    handle: tidy,
    name: tidied(name, tidy),
    roles: badges.filter((badge): badge is Role => (ROLES as readonly string[]).includes(badge)),
  };
}
