import { useState } from 'react';
import { View } from 'react-native';
import { ADVICE, type AdviceName } from '@/core/rehearsal/advice';
import { showStore, undo } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { say, saying } from '@/ui/words/say';

const lastChange = () => showStore.now()?.history.done.at(-1);

/** The advice that was taken, until it is undone; it can be as long as nothing else was changed since. */
export function TakenLine({ name, onUndone }: { name: AdviceName; onUndone: () => void }) {
  const [change] = useState(lastChange);
  return (
    <View
      role="status"
      className="flex-row items-center justify-between gap-3 rounded-card border border-lagoon bg-surface p-3"
    >
      <Text className="flex-1">{say('Taken: {advice}', { advice: saying(ADVICE[name].title) })}</Text>
      <Button
        onPress={() => {
          if (lastChange() === change) undo();
          onUndone();
        }}
      >
        {say('Undo')}
      </Button>
    </View>
  );
}
