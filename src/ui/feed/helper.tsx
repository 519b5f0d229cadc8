import type { Feed } from '@/core/platform/feed';
import { useState } from 'react';
import type { Draft } from 'immer';
import { tidyHandle } from '@/core/platform/handle';
import { commandFeed, useCheck } from '@/ui/data/feed-api';
import { Button } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { say, saying } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const HELLO = phrase('Gavirn is here.');

/** The account that posts in chat: its name, and a line by which one sees that it may. */
export function Helper({
  feed,
  change,
}: {
  feed: Extract<Feed, { platform: 'oxbow' }>;
  change: (recipe: (draft: Draft<Feed>) => void) => void;
}) {
  const [typed, setTyped] = useState(feed.helper);
  const [problem, setProblem] = useState<string | null>(null);
  const [posted, setPosted] = useState<{ ok: boolean; says: string } | null>(null);
  const { mutate } = useCheck(feed.id);
  const save = (): void => {
    const tidy = typed.trim() === '' ? { ok: true as const, handle: '' } : tidyHandle(typed);
    if (!tidy.ok) return setProblem(saying(tidy.reason));
    setProblem(null);
    setTyped(tidy.handle);
    change((draft) => {
      if (draft.platform === 'oxbow') draft.helper = tidy.handle;
    });
    // The server connects anew under that name first.
    setTimeout(() => void mutate(), 1500);
  };
  const hello = async (): Promise<void> => {
    const refused = await commandFeed(feed.id, 'post', { text: HELLO });
    setPosted(
      refused === null
        ? { ok: true, says: say('“{hello}” stands in your chat.', { hello: HELLO }) }
        : { ok: false, says: refused },
    );
    await mutate();
  };
  return (
    <>
      <Text tone="muted">
        {say(
          'An account of your own, beside the one you stream with. Oxbow lets it post only after you have made it a moderator.',
        )}
      </Text>
      <TextField
        label={say('Helper’s handle')}
        value={typed}
        exact
        most={300}
        placeholder={say('kiln-helper')}
        onChange={setTyped}
        onSubmit={save}
        problem={problem}
      />
      {typed === feed.helper ? null : (
        <Button kind="main" onPress={save}>
          {say('Keep')}
        </Button>
      )}
      {feed.helper === '' ? null : <Button onPress={() => void hello()}>{say('Post a hello')}</Button>}
      {posted ? (
        <Text tone={posted.ok ? 'lagoon' : 'brick'} role="status">
          {posted.says}
        </Text>
      ) : null}
    </>
  );
}
