import { View } from 'react-native';
import { asKept, type Sayable } from '@/core/words/phrase';
import { Text } from '@/ui/part/text';

/** What went wrong, in a sentence, told to a screen reader as it comes; nothing where nothing did. @param id by which a field says that it is about it */
export function Problem({ says, id }: { says: Sayable | null | undefined; id?: string }) {
  return says ? (
    <Text tone="brick" role="alert" nativeID={id}>
      {says}
    </Text>
  ) : null;
}

/** The same, of several things. */
export function Problems({ says }: { says: readonly Sayable[] }) {
  return says.length > 0 ? (
    <View role="alert" className="mt-2 gap-1">
      {says.map((sentence) => (
        <Text key={asKept(sentence)} tone="brick">
          {sentence}
        </Text>
      ))}
    </View>
  ) : null;
}
