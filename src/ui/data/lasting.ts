import { ask } from './api';
import { readText, writeText } from './storage';

/* What sessions leave to later ones is the server's; a copy of it is kept here, for a server that loses it. */

const keyOf = (show: string): string => `lasting/${show}`;
const path = (show: string): string => `/api/shows/${encodeURIComponent(show)}/lasting`;

/** Keeps a copy as the server has it now. */
export async function keepLasting(show: string, key: string): Promise<void> {
  const answer = await ask<string>('GET', path(show), { key, text: true });
  if (answer.ok) await writeText(keyOf(show), answer.value);
}

/** Gives the copy back to a server that had lost the show; one that knows better keeps what it has. */
export async function giveBackLasting(show: string, key: string): Promise<void> {
  const text = await readText(keyOf(show));
  if (text !== null && text !== '') await ask('PUT', path(show), { key, raw: text });
}
