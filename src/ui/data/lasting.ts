import { ask } from './api';
import { readText, removeKey, writeText } from './storage';

/* What sessions leave to later ones is the server's; a copy of it is kept here, for a server that loses it. */

const keyOf = (show: string): string => `lasting/${show}`;
const owedKey = (show: string): string => `lasting-owed/${show}`;
const path = (show: string): string => `/api/shows/${encodeURIComponent(show)}/lasting`;

/** Keeps a copy as the server has it now; false where it cannot be had or kept. */
export async function keepLasting(show: string, key: string): Promise<boolean> {
  const answer = await ask<string>('GET', path(show), { key, text: true });
  return answer.ok && (await writeText(keyOf(show), answer.value));
}

/** The copy; null: none is kept. */
export const readLasting = (show: string): Promise<string | null> => readText(keyOf(show));

/** A copy from a backup, which a server that starts with this show does not have: it is handed over with the show. */
export async function putBackLasting(show: string, text: string): Promise<boolean> {
  return (await writeText(keyOf(show), text)) && (await writeText(owedKey(show), 'owed'));
}

/** Hands over what a backup has put back, once. */
export async function giveOwedLasting(show: string, key: string): Promise<void> {
  if ((await readText(owedKey(show))) === null) return;
  if (await giveBackLasting(show, key)) await removeKey(owedKey(show));
}

/**
 * Gives the copy back to a server that had lost the show; one that knows better keeps what it has.
 * @returns false where the server could not answer: it has to be given back another time
 */
export async function giveBackLasting(show: string, key: string): Promise<boolean> {
  const text = await readText(keyOf(show));
  if (text === null || text === '') return true;
  const answer = await ask('PUT', path(show), { key, raw: text });
  // What is refused once is refused each time, and may be tens of megabytes.
  return answer.ok || (answer.status !== null && answer.status < 500 && answer.status !== 429);
}
