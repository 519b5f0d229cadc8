import type { Step } from '@/core/engine/kinds';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import RotateCcw from 'lucide-react-native/icons/rotate-ccw';
import { takeApart } from '@/core/words/message';
import type { WordValues } from '@/core/words/fields';
import { sampleAlert } from '@/core/piece/spotlight';
import { engineClock } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';
import { IconButton } from '@/ui/part/button';
import { FrameView } from '@/ui/stage/frame-view';
import { say } from '@/ui/words/say';

// It stays in sight while what is below it scrolls. React Native's types do not know the web's word for that.
const STAYS = { position: 'sticky' as 'absolute', top: 0 };

/** The alert of a step as it will come, stay and go, painted by the painter of the air; anew after each change, and at a press. @param stays in sight while what is below it scrolls */
export function AlertPreview({
  step,
  sample,
  width = 328,
  stays = false,
}: {
  step: Extract<Step, { kind: 'show' }>;
  sample: WordValues;
  width?: number;
  stays?: boolean;
}) {
  const show = useShow();
  const [round, setRound] = useState(0);
  const piece = show.pieces.find((one) => one.id === step.spotlight && one.kind === 'spotlight');
  // Each change, and each press, lets it come anew.
  const scene = useMemo(() => {
    const from = engineClock.now();
    if (piece?.kind !== 'spotlight') return null;
    const alone = {
      ...piece,
      queue: { ...piece.queue, mode: 'one' as const },
      place: { ...piece.place, x: 24, y: 24 },
    };
    return {
      show: { ...show, frame: { width: piece.place.w + 48, height: piece.place.h + 48 } },
      pieces: [alone],
      live: {
        [piece.id]: sampleAlert(
          alone,
          {
            id: `preview/${round}/${from}`,
            from,
            until: from + step.seconds * 1000,
            text: takeApart(step.words, show.language)(sample),
            name: String(sample.viewer ?? 'Inês'),
            look: step.look,
          },
          show,
        ),
      },
    };
  }, [piece, show, step, sample, round]);
  if (!scene) return null;
  return (
    <View
      className="items-center bg-surface z-10 pt-1"
      style={stays ? STAYS : undefined}
      role="group"
      aria-label={say('How it will look')}
    >
      <FrameView show={scene.show} pieces={scene.pieces} live={scene.live} width={width} seen="air" />
      <IconButton icon={RotateCcw} label={say('Replay it')} tone="muted" onPress={() => setRound(round + 1)} />
    </View>
  );
}
