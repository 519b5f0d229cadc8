import { View } from 'react-native';
import { carriesLayout, type Outlet } from '@/core/show/outlet';
import { useShow } from '@/ui/data/show';
import { Segments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { layoutName } from '@/ui/stage/layout-name';
import { say } from '@/ui/words/say';

/** Which of the layouts that are kept side by side an outlet carries. */
export function LayoutField({ outlet, change }: { outlet: Outlet; change: (recipe: (draft: Outlet) => void) => void }) {
  const beside = useShow((show) => show.beside);
  if (!beside || !carriesLayout(outlet)) return null;
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('Its layout')}
      </Text>
      <Segments
        label={say('Layout of {name}', { name: outlet.name })}
        value={outlet.layout ?? 'stage'}
        onChange={(layout) =>
          change((found) => {
            found.layout = layout === 'stage' ? undefined : layout;
          })
        }
        options={[
          ...beside.map((key) => ({ value: key, label: layoutName(key) })),
          { value: 'stage', label: say('The one I arrange') },
        ]}
      />
    </View>
  );
}
