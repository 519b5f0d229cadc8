import { viewerKey } from '@/core/event/viewer-key';
import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import type { ChatPiece } from '@/core/piece/chat-schema';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { ViewerChoice } from '@/ui/people/viewer-choice';
import { useAsked } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

/** Viewers whose lines a chat column leaves out. */
export function WithoutField({
  piece: { without },
  set,
}: {
  piece: ChatPiece;
  set: (field: string, value: unknown) => void;
}) {
  const [naming, setNaming] = useAsked('lines');
  return (
    <View className="gap-2">
      <Text size={13} tone="muted">
        {say('Lines of these viewers are left out')}
      </Text>
      <View className="flex-row flex-wrap gap-2">
        {without.map((one) => (
          <Button
            key={viewerKey(one.feed, one.viewer)}
            icon={X}
            label={say('Show {name} again', { name: one.name })}
            onPress={() =>
              set(
                'without',
                without.filter((each) => each !== one),
              )
            }
          >
            {one.name}
          </Button>
        ))}
        <Button kind="outline" icon={Plus} onPress={() => setNaming(true)}>
          {say('Leave a viewer’s lines out')}
        </Button>
      </View>
      {naming ? (
        <ViewerChoice
          title={say('Whose lines are left out')}
          onClose={() => setNaming(false)}
          onChoose={({ feed, viewer, name }) => {
            setNaming(false);
            set('without', [
              ...without.filter((one) => one.feed !== feed || one.viewer !== viewer),
              { feed, viewer, name },
            ]);
          }}
        />
      ) : null}
    </View>
  );
}
