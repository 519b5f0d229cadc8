import { View } from 'react-native';
import type { EventKind } from '@/core/event/kind';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { KIND_WORDS } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { say } from '@/ui/words/say';

/** What alerts are made of. */
const SHOWN: readonly EventKind[] = ['follow', 'gift', 'tip', 'subscribe', 'giftSubs', 'raid', 'share', 'like'];
const NONE: EventKind[] = [];

/** Another overlay of the streamer's, and what it shows: Gavirn cannot see it. */
export function AlsoShown() {
  const also = useShow((show) => show.alsoShown ?? NONE);
  return (
    <View className="mt-8 gap-2">
      <Text size={17} face="title" level={2}>
        {say('Does another overlay run as well?')}
      </Text>
      <Text tone="muted">
        {say('Gavirn cannot see it. Tick what it shows, and you are told here which alerts would come twice.')}
      </Text>
      <Ticks
        label={say('Shown by another overlay')}
        options={SHOWN.map((kind) => ({ value: kind, label: KIND_WORDS[kind] }))}
        ticked={also}
        onTick={(value) =>
          edit((draft) => {
            const kind = value as EventKind;
            const known = draft.alsoShown ?? [];
            draft.alsoShown = known.includes(kind) ? known.filter((each) => each !== kind) : [...known, kind];
          })
        }
      />
    </View>
  );
}
