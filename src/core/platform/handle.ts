import { phrase, type Phrase } from '@/core/words/phrase';

/** What was made of something typed into the handle field: a handle, perhaps with a remark, or a sentence that says why not. */
export type TidyHandle = { ok: true; handle: string; remark: Phrase | null } | { ok: false; reason: Phrase };

const HANDLE = /^[a-z0-9](?:[a-z0-9._-]{0,62}[a-z0-9_-])?$/;

/**
 * Makes a handle of what people paste: `@Oda.Varn `, `https://brindle.example/@oda.varn/live?x=1` and `oda.varn` are the same.
 * A display name ("Oda Varn 🏺") is told apart and said so, since it is the commonest mistake.
 */
export function tidyHandle(typed: string): TidyHandle {
  const text = typed.normalize('NFKC').trim();
  if (text === '')
    return { ok: false, reason: phrase('Type the handle: the name in your profile’s address, such as odavarn.kiln.') };
  const fromAddress = handleInAddress(text);
  if (fromAddress === null)
    return {
      ok: false,
      reason: phrase(
        'That address has no handle in it. Open your profile, copy its address from there, and paste it here.',
      ),
    };
  const bare = (fromAddress ?? text).replace(/^@+/, '').toLowerCase();
  if (HANDLE.test(bare)) {
    const remark = bare === text ? null : phrase('Read as {bare}.', { bare });
    return { ok: true, handle: bare, remark };
  }
  if (/\s/.test(bare) || /[^\p{ASCII}]/u.test(bare)) {
    return {
      ok: false,
      reason: phrase(
        'This looks like a display name. The handle is the one without spaces, in your profile’s address, often after an @.',
      ),
    };
  }
  return { ok: false, reason: phrase('A handle has only letters, digits, dots, dashes and underscores, 64 at most.') };
}

/** The handle in a pasted profile address; undefined when it is no address, null when it is one without a handle. */
function handleInAddress(text: string): string | null | undefined {
  if (!/^(https?:\/\/|www\.)/i.test(text) && !/^[\w.-]+\.[a-z]{2,}\//i.test(text)) return undefined;
  let path: string[];
  try {
    path = new URL(/^https?:/i.test(text) ? text : `https://${text}`).pathname
      .split('/')
      .filter(Boolean)
      .map(decodeURIComponent);
  } catch {
    return null;
  }
  const marked = path.find((part) => part.startsWith('@'));
  if (marked) return marked;
  // Addresses without an @: the part after "live", "u", "user" or "channel", else the first.
  const after = path.findIndex((part) => /^(live|u|user|users|channel|c)$/i.test(part));
  return (after >= 0 ? path[after + 1] : undefined) ?? path.find((part) => !/^(live|events)$/i.test(part)) ?? null;
}
