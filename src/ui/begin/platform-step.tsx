import { useState } from 'react';
import { View } from 'react-native';
import type { Feed } from '@/core/platform/feed';
import { PLATFORMS } from '@/core/platform';
import { HandleField } from '@/ui/feed/handle-field';
import { handleFeed } from '@/ui/feed/new-feed';
import { BY_HANDLE, useHandleCheck, type ByHandle } from '@/ui/feed/use-handle-check';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { say } from '@/ui/words/say';

/** The second question: the platform, and the handle there. Null: later. */
export function PlatformStep({ onDone }: { onDone: (feed: Feed | null) => void }) {
  const [platform, setPlatform] = useState<ByHandle | 'later' | null>(null);
  return (
    <View className="gap-4">
      <Choice
        label={say('Platform')}
        options={[
          ...BY_HANDLE.map((value) => ({ value, label: PLATFORMS[value].name, note: PLATFORMS[value].says })),
          { value: 'later' as const, label: say('Another one, or later'), note: say('You add it under Feeds') },
        ]}
        value={platform}
        onChange={setPlatform}
      />
      {platform === null ? null : platform === 'later' ? (
        <Button kind="main" onPress={() => onDone(null)}>
          {say('Next: what viewers see')}
        </Button>
      ) : (
        <Handle key={platform} platform={platform} onDone={onDone} />
      )}
    </View>
  );
}

function Handle({ platform, onDone }: { platform: ByHandle; onDone: (feed: Feed) => void }) {
  const handle = useHandleCheck(platform, false);
  const [busy, setBusy] = useState(false);
  const goOn = async (): Promise<void> => {
    setBusy(true);
    const checked = await handle.check();
    setBusy(false);
    if (checked && checked.found !== 'nobody') onDone(handleFeed(platform, checked.handle));
  };
  return (
    <View className="gap-3">
      <HandleField platform={platform} handle={handle} onSubmit={() => void goOn()} />
      <Button kind="main" disabled={busy || handle.typed.trim() === ''} onPress={() => void goOn()}>
        {say('Next: what viewers see')}
      </Button>
    </View>
  );
}
