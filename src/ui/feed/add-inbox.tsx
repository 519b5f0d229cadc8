import type { Feed } from '@/core/platform/feed';
import { useState } from 'react';
import { PLATFORMS } from '@/core/platform';
import { Button } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { inboxFeed } from './new-feed';
import { say, saying } from '@/ui/words/say';

/** A feed that is posted to: all it needs is a name. Its address stands on its page. */
export function AddInbox({ platform, onAdd }: { platform: 'cloudevents' | 'activity'; onAdd: (feed: Feed) => void }) {
  const [name, setName] = useState('');
  const add = (): void => onAdd(inboxFeed(platform, name.trim() || saying(PLATFORMS[platform].name)));
  return (
    <>
      <TextField
        label={say('What you call it')}
        value={name}
        placeholder={PLATFORMS[platform].name}
        most={64}
        autoFocus
        onChange={setName}
        onSubmit={add}
      />
      <Text size={13} tone="muted">
        {say('The feed gets an address of its own. Whatever posts there is heard.')}
      </Text>
      <Button kind="main" onPress={add}>
        {say('Add this feed')}
      </Button>
    </>
  );
}
