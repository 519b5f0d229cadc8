import type { Feed } from '@/core/platform/feed';
import { useState } from 'react';
import { View } from 'react-native';
import { PLATFORMS } from '@/core/platform';
import { tidyHandle } from '@/core/platform/handle';
import { ask } from '@/ui/data/api';
import { useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { handleFeed } from './new-feed';

type Found = 'live' | 'offline' | 'nobody' | 'unreachable' | 'asking';

const SENTENCES: Record<
  Found,
  { tone: 'lagoon' | 'mist' | 'brick'; text: (handle: string, platform: string) => string }
> = {
  asking: { tone: 'mist', text: (handle) => `Looking for ${handle} …` },
  live: { tone: 'lagoon', text: (handle) => `Found ${handle}, live right now.` },
  offline: {
    tone: 'lagoon',
    text: (handle) => `Found ${handle}. Not live now: the feed will wait and connect by itself.`,
  },
  nobody: {
    tone: 'brick',
    text: (handle, platform) =>
      `Nobody on ${platform} has the handle ${handle}. Check the spelling against your profile’s address.`,
  },
  unreachable: {
    tone: 'brick',
    text: (_handle, platform) =>
      `${platform} does not answer just now. You can add the feed; it keeps trying by itself.`,
  },
};

/** A platform that finds the streamer by a handle: the handle, and whether there is such a one. */
export function AddByHandle({
  platform,
  onAdd,
}: {
  platform: 'brindle' | 'oxbow' | 'tarn';
  onAdd: (feed: Feed) => void;
}) {
  const show = useShow();
  const { name } = PLATFORMS[platform];
  const [typed, setTyped] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [checked, setChecked] = useState<{ handle: string; remark: string | null; found: Found } | null>(null);

  const check = async (): Promise<void> => {
    const tidy = tidyHandle(typed);
    if (!tidy.ok) return setProblem(tidy.reason);
    const { handle, remark } = tidy;
    if (show.feeds.some((feed) => feed.platform === platform && feed.handle === handle))
      return setProblem(`${handle} is in this show already.`);
    setProblem(null);
    setTyped(handle);
    setChecked({ handle, remark, found: 'asking' });
    const answer = await ask<{ found: Found }>('POST', '/api/platforms/check', { body: { platform, handle } });
    setChecked({ handle, remark, found: answer.ok ? answer.value.found : 'unreachable' });
  };

  const tell = checked && SENTENCES[checked.found];
  const mayAdd = checked && checked.found !== 'nobody' && checked.found !== 'asking';
  return (
    <>
      <TextField
        label={`Your handle on ${name}`}
        value={typed}
        placeholder="odavarn.kiln"
        exact
        autoFocus
        most={300}
        problem={problem}
        onChange={(text) => {
          setTyped(text);
          setChecked(null);
          setProblem(null);
        }}
        onSubmit={() => void check()}
      />
      <Text size={13} tone="muted">
        The name in your profile’s address, not the one shown above your video. You can paste the whole address.
      </Text>
      {checked && tell ? (
        <Text tone={tell.tone} role="status">
          {[checked.remark, tell.text(checked.handle, name)].filter(Boolean).join(' ')}
        </Text>
      ) : null}
      <AddButtons mayAdd={mayAdd} check={check} onAdd={onAdd} platform={platform} checked={checked} />
    </>
  );
}

function AddButtons({
  mayAdd,
  check,
  onAdd,
  platform,
  checked,
}: {
  mayAdd: boolean | null;
  check: () => Promise<void>;
  onAdd: (feed: Feed) => void;
  platform: 'brindle' | 'oxbow' | 'tarn';
  checked: { handle: string } | null;
}) {
  return (
    <View className="flex-row gap-2">
      <Button className="flex-1" kind={mayAdd ? 'plain' : 'main'} onPress={() => void check()}>
        Check
      </Button>
      {mayAdd && checked ? (
        <Button className="flex-1" kind="main" onPress={() => onAdd(handleFeed(platform, checked.handle))}>
          Add this feed
        </Button>
      ) : null}
    </View>
  );
}
