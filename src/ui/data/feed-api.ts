import useSWR from 'swr';
import type { Outage } from '@/core/desk/feed-health';
import type { RejectedMessage, Gap } from '@/core/intake/problems';
import { askShow } from './command';
import { useShow } from './show';
import { english } from '@/core/words/phrase';

export interface CheckStep {
  step: string;
  outcome: 'good' | 'bad' | 'unknown';
  says: string;
}

/** All that the server keeps of what was wrong with a feed, and its latest messages as they came. Times: ms. */
export interface FeedProblemView {
  bad: RejectedMessage[];
  badCount: number;
  gaps: Gap[];
  outages: Outage[];
  latencies: [number, number][];
  raw: { at: number; text: string }[];
}

const pathOf = (feed: string, what: string): string => `/feeds/${encodeURIComponent(feed)}/${what}`;

/** Asks the server something of one feed, again every so often; a refusal is its sentence. */
function useFeed<T>(feed: string, what: string, refreshInterval: number | ((latest: T | undefined) => number)) {
  const show = useShow(({ id }) => id);
  return useSWR<T, Error>(
    [what, show, feed],
    async () => {
      const answer = await askShow<T>('GET', pathOf(feed, what));
      if (!answer.ok) throw new Error(english(answer.reason));
      return answer.value;
    },
    { refreshInterval, keepPreviousData: true },
  );
}

const CHECK_AGAIN_MS = 5000;
/** What stands in the way of a feed; asked anew until nothing does, since what is mended on the platform is not told here. */
export const useCheck = (feed: string) =>
  useFeed<CheckStep[]>(feed, 'check', (steps) =>
    steps?.every(({ outcome }) => outcome === 'good') ? 0 : CHECK_AGAIN_MS,
  );
/** The same, asked once. What is refused is not known. */
export async function checkSteps(feed: string): Promise<CheckStep[]> {
  const answer = await askShow<CheckStep[]>('GET', pathOf(feed, 'check'));
  return answer.ok ? answer.value : [];
}
export const useProblem = (feed: string) => useFeed<FeedProblemView>(feed, 'problems', 2000);

/** Has the server do something with a feed; null when it did, else why not. */
export async function commandFeed(feed: string, what: 'post' | 'playback', body: unknown): Promise<string | null> {
  const answer = await askShow('POST', pathOf(feed, what), { body });
  return answer.ok ? null : answer.reason;
}
