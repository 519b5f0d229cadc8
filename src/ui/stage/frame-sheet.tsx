import { View } from 'react-native';
import { useRouter } from 'expo-router';
import type { FrameSize } from '@/core/piece/frame';
import { resizeLayout } from '@/core/stage/beside';
import { frameKey } from '@/core/stage/turn-frame';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { SafeAreas } from './safe-areas';
import { Layouts } from './layouts';
import { useTurn } from './use-turn';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const SIZES = [
  { value: '1080×1920', label: phrase('Upright'), note: phrase('1080 × 1920, for phones') },
  { value: '1920×1080', label: phrase('Wide'), note: phrase('1920 × 1080, for consoles and televisions') },
  { value: '1080×1080', label: phrase('Square'), note: '1080 × 1080' },
] as const;

/** The frame: its size, what platforms lay over it, and how it is looked at. */
export function FrameSheet({
  veil,
  onVeil,
  onArrange,
  onClose,
}: {
  veil: boolean;
  onVeil: (on: boolean) => void;
  onArrange: () => void;
  onClose: () => void;
}) {
  const router = useRouter();
  const turning = useTurn();
  return (
    <Sheet title={say('Frame')} onClose={onClose}>
      <FrameSizeFields {...turning} />
      <Layouts turn={turning.turn} />
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" onPress={onArrange}>
          {say('Arrange for me')}
        </Button>
        <Button kind="outline" onPress={() => router.navigate('/program')}>
          {say('Program')}
        </Button>
      </View>
      <SafeAreas veil={veil} onVeil={onVeil} />
      <Looking />
    </Sheet>
  );
}

/** How large it is. On other proportions the pieces are arranged anew. */
function FrameSizeFields({ turning, turn: turnTo }: ReturnType<typeof useTurn>) {
  const { frame, beside } = useShow();
  // One of the layouts side by side is gone over to; any other size is a new one for the layout that stands here.
  const turn = (next: FrameSize): void =>
    void turnTo(next, beside?.includes(frameKey(next)) ? undefined : (draft) => resizeLayout(draft, frame, next));
  return (
    <>
      <Choice
        label={say('Size of the frame')}
        options={SIZES}
        value={SIZES.find(({ value }) => value === `${frame.width}×${frame.height}`)?.value ?? null}
        onChange={(value) => {
          const [width = 1080, height = 1920] = value.split('×').map(Number);
          turn({ width, height });
        }}
      />
      <View className="flex-row flex-wrap gap-x-6 gap-y-3">
        <NumberField
          short
          label={say('Width of the frame')}
          unit={say('px')}
          value={frame.width}
          least={240}
          most={7680}
          step={10}
          onChange={(width) => turn({ ...frame, width })}
        />
        <NumberField
          short
          label={say('Height of the frame')}
          unit={say('px')}
          value={frame.height}
          least={240}
          most={7680}
          step={10}
          onChange={(height) => turn({ ...frame, height })}
        />
      </View>
      <Text size={13} tone="muted">
        {turning
          ? say('Arranging the pieces anew …')
          : say(
              'On a frame of other proportions the pieces are arranged anew, not stretched. Turned back, they stand as they did.',
            )}
      </Text>
    </>
  );
}

/** How viewers hold it: how large words must be follows from that, and how much may be covered. */
function Looking() {
  const safe = useShow((show) => show.safe);
  return (
    <View className="gap-3 pt-3 border-t border-line" role="group" aria-label={say('How it is looked at')}>
      <Text size={17} face="title" level={2}>
        {say('How viewers look at it')}
      </Text>
      <View className="flex-row flex-wrap gap-x-6 gap-y-3">
        <NumberField
          label={say('Their screen’s shorter side')}
          unit={say('mm')}
          value={safe.screen.width}
          least={20}
          most={3000}
          step={5}
          onChange={(width) =>
            edit((draft) => {
              draft.safe.screen.width = width;
            })
          }
        />
        <NumberField
          label={say('Held at')}
          unit={say('mm')}
          value={safe.screen.distance}
          least={100}
          most={10_000}
          step={10}
          onChange={(distance) =>
            edit((draft) => {
              draft.safe.screen.distance = distance;
            })
          }
        />
        <NumberField
          label={say('Of the picture, cover at most')}
          unit="%"
          value={Math.round(safe.cover * 100)}
          least={5}
          most={100}
          step={5}
          onChange={(v) =>
            edit((draft) => {
              draft.safe.cover = v / 100;
            })
          }
        />
      </View>
    </View>
  );
}
