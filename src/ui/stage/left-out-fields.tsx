import { viewerKey } from '@/core/event/viewer-key';
import type { LeftOut } from '@/core/engine/count/left-out';
import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { KeywordField } from '@/ui/part/keyword-field';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { ViewerChoice } from '@/ui/people/viewer-choice';
import { useAsked } from '@/ui/frame/address';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const PARTS = [
  { value: 'hosts', label: phrase('You and other hosts') },
  { value: 'moderators', label: phrase('Moderators') },
  { value: 'bots', label: phrase('Bots') },
] as const;

/** Who stands on no leaderboard of the show. */
export function LeftOutFields() {
  const leftOut = useShow((show) => show.leftOut);
  const [naming, setNaming] = useAsked('viewer');
  const set = (next: Partial<LeftOut>): void =>
    edit((draft) => {
      Object.assign(draft.leftOut, next);
    });
  return (
    <View className="gap-3 pt-3 border-t border-line" role="group" aria-label={say('Left off all leaderboards')}>
      <Text size={17} face="title" level={2}>
        {say('Left off all leaderboards')}
      </Text>
      <Ticks
        label={say('Left off all leaderboards')}
        options={PARTS}
        ticked={PARTS.map(({ value }) => value).filter((part) => leftOut[part])}
        onTick={(part) => set({ [part]: !leftOut[part as 'hosts' | 'moderators' | 'bots'] })}
      />
      <View className="flex-row flex-wrap gap-2">
        {leftOut.named.map((one) => (
          <Button
            key={viewerKey(one.feed, one.viewer)}
            icon={X}
            label={say('Put back {name}', { name: one.name })}
            onPress={() => set({ named: leftOut.named.filter((each) => each !== one) })}
          >
            {one.name}
          </Button>
        ))}
        <Button kind="outline" icon={Plus} onPress={() => setNaming(true)}>
          {say('Leave a viewer out')}
        </Button>
      </View>
      <KeywordField
        label={say('Keyword with which a viewer leaves the boards, or comes back')}
        value={leftOut.keyword}
        placeholder={say('!hide')}
        onChange={(keyword) => set({ keyword })}
      />
      {naming ? (
        <ViewerChoice
          title={say('Leave a viewer out')}
          onClose={() => setNaming(false)}
          onChoose={({ feed, viewer, name }) => {
            setNaming(false);
            set({
              named: [
                ...leftOut.named.filter((one) => one.feed !== feed || one.viewer !== viewer),
                { feed, viewer, name },
              ],
            });
          }}
        />
      ) : null}
    </View>
  );
}
