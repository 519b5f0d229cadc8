import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { TO_DO } from '@/ui/data/beginning';
import { useBeginning } from '@/ui/data/use-beginning';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** That something is left to do of a show that was begun with the questions, and the way there. */
export function LeftCard() {
  const router = useRouter();
  const begun = useBeginning();
  const left = TO_DO.filter((each) => !begun?.done.includes(each)).length;
  if (begun?.at !== 'made' || left === 0) return null;
  return (
    <Card label={say('Left to do')}>
      <View className="flex-row flex-wrap items-center justify-between gap-3">
        <Text className="shrink">
          {say('Your show is made. Left to do: {left} of {toDo}.', { left, toDo: TO_DO.length })}
        </Text>
        <Button onPress={() => router.push('/begin')}>{say('Go on')}</Button>
      </View>
    </Card>
  );
}
