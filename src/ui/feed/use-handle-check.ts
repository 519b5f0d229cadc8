import { useState } from 'react';
import { PLATFORMS } from '@/core/platform';
import { tidyHandle } from '@/core/platform/handle';
import { ask } from '@/ui/data/api';
import { useShow } from '@/ui/data/show';
import { say, saying } from '@/ui/words/say';
import type { Phrase } from '@/core/words/phrase';

/** The platforms that find a streamer by a handle. */
export const BY_HANDLE = ['brindle', 'oxbow', 'tarn'] as const;
export type ByHandle = (typeof BY_HANDLE)[number];

export type Found = 'live' | 'offline' | 'nobody' | 'unreachable' | 'asking';

const SENTENCES: Record<Found, { tone: 'lagoon' | 'mist' | 'brick'; text: (handle: string, name: string) => string }> =
  {
    asking: { tone: 'mist', text: (handle) => say('Looking for {handle} …', { handle }) },
    live: { tone: 'lagoon', text: (handle) => say('Found {handle}, live right now.', { handle }) },
    offline: {
      tone: 'lagoon',
      text: (handle) => say('Found {handle}. Not live now: the feed will wait and connect by itself.', { handle }),
    },
    nobody: {
      tone: 'brick',
      text: (handle, name) =>
        say('Nobody on {name} has the handle {handle}. Check the spelling against your profile’s address.', {
          name,
          handle,
        }),
    },
    unreachable: {
      tone: 'brick',
      text: (_handle, name) =>
        say('{name} does not answer just now. You can add the feed; it keeps trying by itself.', { name }),
    },
  };

/** A handle that is typed, and whether the platform knows it. */
export function useHandleCheck(platform: ByHandle, inShow: boolean) {
  const feeds = useShow((show) => show.feeds);
  const name = saying(PLATFORMS[platform].name);
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [checked, setChecked] = useState<{ handle: string; remark: Phrase | null; found: Found } | null>(null);

  /** @returns what came out; null: what was typed is no handle, and `problem` says why */
  const check = async (): Promise<{ handle: string; found: Found } | null> => {
    const tidy = tidyHandle(typed);
    if (!tidy.ok) {
      setProblem(saying(tidy.reason));
      return null;
    }
    const { handle, remark } = tidy;
    if (inShow && feeds.some((feed) => feed.platform === platform && feed.handle === handle)) {
      setProblem(say('{handle} is in this show already.', { handle }));
      return null;
    }
    setProblem(null);
    setTyped(handle);
    setChecked({ handle, remark, found: 'asking' });
    const answer = await ask<{ found: Found }>('POST', '/api/platforms/check', { body: { platform, handle } });
    const found = answer.ok ? answer.value.found : 'unreachable';
    setChecked({ handle, remark, found });
    return { handle, found };
  };
  const type = (text: string): void => {
    setTyped(text);
    setChecked(null);
    setProblem(null);
  };
  const tell = checked && SENTENCES[checked.found];
  return {
    typed,
    type,
    problem,
    checked,
    check,
    /** What there is to say of it. */
    said:
      checked && tell
        ? { tone: tell.tone, text: [saying(checked.remark), tell.text(checked.handle, name)].filter(Boolean).join(' ') }
        : null,
  };
}
export type HandleCheck = ReturnType<typeof useHandleCheck>;
