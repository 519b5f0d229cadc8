import { View } from 'react-native';
import { Button } from './button';
import { Sheet } from './sheet';
import { Text } from './text';
import type { Sayable } from '@/core/words/phrase';
import { say } from '@/ui/words/say';

/** Asks before something that cannot be taken back. */
export function Confirm({
  title,
  says,
  yes,
  onYes,
  onClose,
}: {
  title: Sayable;
  says: Sayable;
  yes: string;
  onYes: () => void;
  onClose: () => void;
}) {
  return (
    <Sheet title={title} onClose={onClose}>
      <Text size={17}>{says}</Text>
      <View className="flex-row gap-2">
        <Button className="flex-1" onPress={onClose}>
          {say('Leave it')}
        </Button>
        <Button
          className="flex-1"
          kind="bad"
          onPress={() => {
            onYes();
            onClose();
          }}
        >
          {yes}
        </Button>
      </View>
    </Sheet>
  );
}
