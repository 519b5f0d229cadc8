import type { Show } from '@/core/show/show';
import { ask } from './api';
import { readText, writeText } from './storage';

/* Recordings that a feed plays: kept in this browser, and handed to the server that plays them. */

const keyOf = (feed: string): string => `recording/${feed}`;
/** Those that this page has handed over already. */
const sent = new Set<string>();

export const keepRecording = (feed: string, text: string): Promise<boolean> => {
  sent.delete(feed);
  return writeText(keyOf(feed), text);
};

/** What a feed plays; null: nothing is kept here. */
export const readRecording = (feed: string): Promise<string | null> => readText(keyOf(feed));

/** Hands over what the server does not have yet. */
export async function sendRecordings(show: Show, key: string): Promise<void> {
  for (const feed of show.feeds) {
    if (feed.platform !== 'file' || sent.has(feed.id)) continue;
    const text = await readRecording(feed.id);
    if (text === null) continue;
    sent.add(feed.id);
    const answer = await ask(
      'PUT',
      `/api/shows/${encodeURIComponent(show.id)}/feeds/${encodeURIComponent(feed.id)}/recording`,
      { key, raw: text },
    );
    if (!answer.ok) sent.delete(feed.id);
  }
}

/** The server has lost what it had: everything is handed over again with the show. */
export const forgetSent = (): void => sent.clear();
