import { useSyncExternalStore } from 'react';
import { View } from 'react-native';
import { storageProblem } from '@/ui/data/storage';
import { useOpened } from '@/ui/data/show';
import { seen } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { useDeskView } from '@/ui/data/desk';
import { say } from '@/ui/words/say';
import { asKept } from '@/core/words/phrase';

/** What is wrong with keeping or publishing the show, above every place until it is right again. */
export function Notices() {
  const refused = useOpened((open) => open.refused);
  const readdressed = useOpened((open) => open.readdressed);
  const server = useDeskView((view) => view.problem, null);
  const storage = useSyncExternalStore(storageProblem.subscribe, storageProblem.now);
  const sentences = [storage, refused, server].filter((sentence) => sentence !== null);
  const older = useOpened((open) => open.older);
  if (sentences.length === 0 && readdressed === null) return null;
  return (
    <View role="alert" className="px-4 py-2 gap-1 border-b border-brick bg-surface">
      {sentences.map((sentence) => (
        <Text key={asKept(sentence)} tone="brick">
          {sentence}
        </Text>
      ))}
      {older ? <Button onPress={() => location.reload()}>{say('Reload')}</Button> : null}
      {readdressed === null ? null : (
        <View className="flex-row items-center gap-3">
          <Text tone="brick" className="flex-1">
            {readdressed}
          </Text>
          <Button kind="outline" onPress={seen}>
            {say('I have read it')}
          </Button>
        </View>
      )}
    </View>
  );
}
