import { placedIn } from '@/core/engine/feature/scene/schema';
import { ScrollView, View } from 'react-native';
import AlignCenterHorizontal from 'lucide-react-native/icons/align-center-horizontal';
import AlignCenterVertical from 'lucide-react-native/icons/align-center-vertical';
import AlignEndHorizontal from 'lucide-react-native/icons/align-end-horizontal';
import AlignEndVertical from 'lucide-react-native/icons/align-end-vertical';
import AlignHorizontalDistributeCenter from 'lucide-react-native/icons/align-horizontal-distribute-center';
import AlignStartHorizontal from 'lucide-react-native/icons/align-start-horizontal';
import AlignStartVertical from 'lucide-react-native/icons/align-start-vertical';
import AlignVerticalDistributeCenter from 'lucide-react-native/icons/align-vertical-distribute-center';
import type { Piece } from '@/core/piece';
import { align, distribute, type Alignment } from '@/core/stage/align';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { offerUndo } from '@/ui/frame/toast';
import { Button, IconButton, type IconType } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { usePlace } from './use-place';
import { say } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

const WAYS: readonly { to: Alignment; label: Phrase; icon: IconType }[] = [
  { to: 'left', label: phrase('In line at their left'), icon: AlignStartVertical },
  { to: 'centre', label: phrase('In line at their centres'), icon: AlignCenterVertical },
  { to: 'right', label: phrase('In line at their right'), icon: AlignEndVertical },
  { to: 'top', label: phrase('In line at their top'), icon: AlignStartHorizontal },
  { to: 'middle', label: phrase('In line at their middles'), icon: AlignCenterHorizontal },
  { to: 'bottom', label: phrase('In line at their bottom'), icon: AlignEndHorizontal },
];

/** What can be done with several pieces at once. */
export function Several({ pieces, scene, onDone }: { pieces: readonly Piece[]; scene: string; onDone: () => void }) {
  const show = useShow();
  const put = usePlace(scene);
  const boxes = pieces.map((piece) => placedIn(piece, scene).place);
  const to = (placed: typeof boxes): void =>
    put(Object.fromEntries(pieces.flatMap(({ id, locked }, n) => (placed[n] && !locked ? [[id, placed[n]]] : []))));
  const remove = (): void => {
    edit((draft) => {
      draft.pieces = draft.pieces.filter(({ id }) => !pieces.some((piece) => piece.id === id));
    });
    onDone();
    offerUndo(say('{pieces} pieces are deleted.', { pieces: pieces.length }));
  };
  return (
    <View className="border-t border-line" role="group" aria-label={say('Several pieces')}>
      <ScrollView
        horizontal
        showsHorizontalScrollIndicator={false}
        contentContainerClassName="px-4 py-1 gap-1 items-center"
      >
        <Text face="strong" className="pe-2">
          {say('{n} chosen', { n: pieces.length })}
        </Text>
        {WAYS.map(({ to: way, label, icon }) => (
          <IconButton key={way} icon={icon} label={label} onPress={() => to(align(boxes, way, show.frame))} />
        ))}
        <IconButton
          icon={AlignHorizontalDistributeCenter}
          label={say('Evenly from left to right')}
          disabled={pieces.length < 3}
          onPress={() => to(distribute(boxes, 'x'))}
        />
        <IconButton
          icon={AlignVerticalDistributeCenter}
          label={say('Evenly from top to bottom')}
          disabled={pieces.length < 3}
          onPress={() => to(distribute(boxes, 'y'))}
        />
        <Button kind="bad" onPress={remove}>
          {say('Delete')}
        </Button>
        <Button onPress={onDone}>{say('Deselect')}</Button>
      </ScrollView>
    </View>
  );
}
