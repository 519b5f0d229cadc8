import { inScene } from '@/core/engine/feature/scene/schema';
import { View } from 'react-native';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import Plus from 'lucide-react-native/icons/plus';
import { pieceProblem } from '@/core/stage/waits';
import { useShow } from '@/ui/data/show';
import { useWide } from '@/ui/frame/wide';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { Several } from './several';
import { Stack } from './stack';
import type { StageSheet } from './use-stage-open';
import { say } from '@/ui/words/say';

export interface StageStripProps {
  scene: string;
  chosen: readonly string[];
  /** How many findings are to be put right, and how many were dismissed. */
  findings: number;
  dismissed: number;
  onChoose: (ids: string[]) => void;
  onSheet: (sheet: StageSheet) => void;
}

/** Below the frame: its pieces in their order, what is wrong, and what can be done. */
export function StageStrip({ scene, chosen, findings, dismissed, onChoose, onSheet }: StageStripProps) {
  const show = useShow();
  const wide = useWide();
  const several = show.pieces.filter(({ id }) => chosen.includes(id));
  const piece = several.length === 1 ? (several[0] ?? null) : null;
  // Said where it stands; without any feed the pulse says it for all.
  const waiting =
    show.feeds.length === 0
      ? []
      : show.pieces.flatMap((each) => {
          const says = pieceProblem(each, show);
          return says === null ? [] : [say('{name} waits: {why}', { name: each.name, why: says })];
        });
  const judged = findings > 0 || dismissed > 0;
  return (
    <View>
      {waiting[0] ? (
        <Text size={13} tone="brick" numberOfLines={2} className="px-4 pb-1">
          {waiting[0]}
        </Text>
      ) : null}
      {several.length > 1 ? <Several pieces={several} scene={scene} onDone={() => onChoose([])} /> : null}
      <View className="flex-row items-center">
        <Stack
          pieces={show.pieces.filter((each) => inScene(each, scene))}
          chosen={chosen}
          onTap={(id) => (chosen.length === 1 && chosen[0] === id ? onSheet('piece') : onChoose([id]))}
        />
        <View className="flex-row gap-2 pe-4 ps-2 py-2 border-s border-line">
          {judged ? (
            <Button
              kind={findings > 0 ? 'bad' : 'outline'}
              label={say('! {findings} to put right', { findings })}
              className="px-3"
              onPress={() => onSheet('findings')}
            >{`! ${findings}`}</Button>
          ) : null}
          {piece && !wide ? (
            <Button icon={ChevronUp} label={say('Edit {name}', { name: piece.name })} onPress={() => onSheet('piece')}>
              {judged ? '' : say('Edit')}
            </Button>
          ) : null}
          <Button kind="main" icon={Plus} label={say('Add a piece')} onPress={() => onSheet('add')}>
            {wide ? say('Add') : ''}
          </Button>
        </View>
      </View>
    </View>
  );
}
