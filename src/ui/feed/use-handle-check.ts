import { useState } from 'react';
import { PLATFORMS } from '@/core/platform';
import { tidyHandle } from '@/core/platform/handle';
import { ask } from '@/ui/data/api';
import { useShow } from '@/ui/data/show';

/** The platforms that find a streamer by a handle. */
export const BY_HANDLE = ['brindle', 'oxbow', 'tarn'] as const;
export type ByHandle = (typeof BY_HANDLE)[number];

export type Found = 'live' | 'offline' | 'nobody' | 'unreachable' | 'asking';

const SENTENCES: Record<Found, { tone: 'lagoon' | 'mist' | 'brick'; text: (handle: string, name: string) => string }> =
  {
    asking: { tone: 'mist', text: (handle) => `Looking for ${handle} …` },
    live: { tone: 'lagoon', text: (handle) => `Found ${handle}, live right now.` },
    offline: {
      tone: 'lagoon',
      text: (handle) => `Found ${handle}. Not live now: the feed will wait and connect by itself.`,
    },
    nobody: {
      tone: 'brick',
      text: (handle, name) =>
        `Nobody on ${name} has the handle ${handle}. Check the spelling against your profile’s address.`,
    },
    unreachable: {
      tone: 'brick',
      text: (_handle, name) => `${name} does not answer just now. You can add the feed; it keeps trying by itself.`,
    },
  };

/** A handle that is typed, and whether the platform knows it. */
export function useHandleCheck(platform: ByHandle, inShow: boolean) {
  const feeds = useShow((show) => show.feeds);
  const { name } = PLATFORMS[platform];
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [checked, setChecked] = useState<{ handle: string; remark: string | null; found: Found } | null>(null);

  /** @returns what came out; null: what was typed is no handle, and `problem` says why */
  const check = async (): Promise<{ handle: string; found: Found } | null> => {
    const tidy = tidyHandle(typed);
    if (!tidy.ok) {
      setProblem(tidy.reason);
      return null;
    }
    const { handle, remark } = tidy;
    if (inShow && feeds.some((feed) => feed.platform === platform && feed.handle === handle)) {
      setProblem(`${handle} is in this show already.`);
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
        ? { tone: tell.tone, text: [checked.remark, tell.text(checked.handle, name)].filter(Boolean).join(' ') }
        : null,
  };
}
export type HandleCheck = ReturnType<typeof useHandleCheck>;
