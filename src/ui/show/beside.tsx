import { useState } from 'react';
import { View } from 'react-native';
import { copyIn } from '@/ui/data/bring-in';
import { switchTo } from '@/ui/data/library';
import { useOpened, useShow } from '@/ui/data/show';
import { reload } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Problem } from '@/ui/part/problem';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** Homes of this browser beside the one that is open: each with feeds, people and addresses of its own. */
export function Beside() {
  const home = useShow(({ id }) => id);
  const index = useOpened((open) => open.index);
  const [problem, setProblem] = useState<string | null>(null);
  const others = index.shows.filter(({ id }) => id !== home);
  if (others.length === 0) return null;
  const copy = async (id: string): Promise<void> =>
    setProblem((await copyIn(id)) ? null : say('That show cannot be used here. Nothing was changed.'));
  return (
    <Card className="mt-6 gap-3" label={say('By themselves in this browser')}>
      <Text size={17} face="title" level={2}>
        {say('By themselves in this browser')}
      </Text>
      <Text size={13} tone="muted">
        {say(
          'These have feeds, people, points and addresses of their own. A copy of the setup can stand among the shows above.',
        )}
      </Text>
      {others.map(({ id, name }) => (
        <View key={id} className="gap-2">
          <Text size={17} numberOfLines={1}>
            {name}
          </Text>
          <View className="flex-row flex-wrap gap-2">
            <Button label={say('Open {other}', { other: name })} onPress={() => void switchTo(id).then(reload)}>
              {say('Open')}
            </Button>
            <Button kind="outline" label={say('Copy it here: {name}', { name })} onPress={() => void copy(id)}>
              {say('Copy it here')}
            </Button>
          </View>
        </View>
      ))}
      <Problem says={problem} />
    </Card>
  );
}
