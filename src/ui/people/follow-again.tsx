import { View } from 'react-native';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** After so many days a person may be new again, to begin with. */
const DAYS = 30;

/** Whether a person who unfollows and follows again is a new follower. */
export function FollowAgain() {
  const again = useShow((show) => show.followAgain ?? 'each');
  const set = (next: 'each' | 'never' | number): void =>
    edit((draft) => {
      draft.followAgain = next;
    });
  return (
    <View className="gap-2 mt-6 pt-4 border-t border-line">
      <Text size={13} tone="muted">
        {say('Who unfollows and follows again')}
      </Text>
      <Segments
        label={say('Who unfollows and follows again')}
        value={typeof again === 'number' ? 'days' : again}
        onChange={(value) => set(value === 'days' ? DAYS : value)}
        options={[
          { value: 'never', label: say('Is no new follower') },
          { value: 'days', label: say('Is one after some days') },
          { value: 'each', label: say('Is one each time') },
        ]}
      />
      {typeof again === 'number' ? (
        <NumberField
          label={say('New again after')}
          unit={say('days')}
          value={again}
          least={1}
          most={3650}
          step={10}
          onChange={set}
        />
      ) : null}
    </View>
  );
}
