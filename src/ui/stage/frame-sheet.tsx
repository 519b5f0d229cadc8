import { useState } from 'react';
import { View } from 'react-native';
import { useRouter } from 'expo-router';
import type { FrameSize } from '@/core/piece/frame';
import { isUpright, SAFE, type Veil } from '@/core/show/safe-area';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button, IconButton } from '@/ui/part/button';
import { Choice, Segments } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { useArrange } from './use-arrange';

const SIZES = [
  { value: '1080×1920', label: 'Upright', note: '1080 × 1920, for phones' },
  { value: '1920×1080', label: 'Wide', note: '1920 × 1080, for consoles and televisions' },
  { value: '1080×1080', label: 'Square', note: '1080 × 1080' },
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
  const show = useShow();
  const router = useRouter();
  const arrange = useArrange();
  const [turning, setTurning] = useState(false);
  const { frame, safe } = show;
  const turn = async (next: FrameSize): Promise<void> => {
    if (next.width === frame.width && next.height === frame.height) return;
    setTurning(true);
    const done = await arrange({ task: 'frame', show, frame: next });
    setTurning(false);
    if (!('show' in done)) return;
    const { pieces, layouts, frame: size } = done.show;
    edit((draft) => {
      Object.assign(draft, { pieces, layouts, frame: size });
    });
  };
  const list = isUpright(frame) ? 'upright' : 'wide';
  const change = (at: number, changed: Partial<Veil>): void =>
    edit((draft) => {
      Object.assign(draft.safe[list][at] ?? {}, changed);
    });
  const percent = (value: number): number => Math.round(value * 100);
  return (
    <Sheet title="Frame" onClose={onClose}>
      <Choice
        label="Size of the frame"
        options={SIZES}
        value={SIZES.find(({ value }) => value === `${frame.width}×${frame.height}`)?.value ?? null}
        onChange={(value) => {
          const [width = 1080, height = 1920] = value.split('×').map(Number);
          void turn({ width, height });
        }}
      />
      <View className="flex-row flex-wrap gap-x-6 gap-y-3">
        <NumberField
          short
          label="Width of the frame"
          unit="px"
          value={frame.width}
          least={240}
          most={7680}
          step={10}
          onChange={(width) => void turn({ ...frame, width })}
        />
        <NumberField
          short
          label="Height of the frame"
          unit="px"
          value={frame.height}
          least={240}
          most={7680}
          step={10}
          onChange={(height) => void turn({ ...frame, height })}
        />
      </View>
      <Text size={13} tone="muted">
        {turning
          ? 'Arranging the pieces anew …'
          : 'On a frame of other proportions the pieces are arranged anew, not stretched. Turned back, they stand as they did.'}
      </Text>
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" onPress={onArrange}>
          Arrange for me
        </Button>
        <Button kind="outline" onPress={() => router.navigate('/program')}>
          Program
        </Button>
      </View>
      <View className="gap-3 pt-3 border-t border-line" role="group" aria-label="Safe areas">
        <Text size={17} face="title" level={2}>
          What platforms lay over it
        </Text>
        <Segments
          label="Safe areas"
          value={veil ? 'shown' : 'lifted'}
          onChange={(value) => onVeil(value === 'shown')}
          options={[
            { value: 'shown', label: 'Shown' },
            { value: 'lifted', label: 'Lifted' },
          ]}
        />
        {safe[list].map((each, at) => (
          <View key={at} className="gap-2 pb-3 border-b border-line" role="group" aria-label={each.name}>
            <View className="flex-row items-end gap-2">
              <View className="flex-1">
                <TextField
                  label="What it is"
                  value={each.name}
                  most={60}
                  onChange={(name) => {
                    if (name.trim() !== '') change(at, { name });
                  }}
                />
              </View>
              <IconButton
                icon={X}
                label={`Take out ${each.name}`}
                tone="muted"
                onPress={() =>
                  edit((draft) => {
                    draft.safe[list].splice(at, 1);
                  })
                }
              />
            </View>
            <View className="flex-row flex-wrap gap-x-6 gap-y-3">
              <NumberField
                label="From the left"
                unit="%"
                value={percent(each.x)}
                least={0}
                most={100}
                onChange={(v) => change(at, { x: v / 100 })}
              />
              <NumberField
                label="From the top"
                unit="%"
                value={percent(each.y)}
                least={0}
                most={100}
                onChange={(v) => change(at, { y: v / 100 })}
              />
              <NumberField
                label="Its width"
                unit="%"
                value={percent(each.w)}
                least={1}
                most={100}
                onChange={(v) => change(at, { w: v / 100 })}
              />
              <NumberField
                label="Its height"
                unit="%"
                value={percent(each.h)}
                least={1}
                most={100}
                onChange={(v) => change(at, { h: v / 100 })}
              />
            </View>
          </View>
        ))}
        <View className="flex-row flex-wrap gap-2">
          {safe[list].length < 12 ? (
            <Button
              kind="outline"
              icon={Plus}
              onPress={() =>
                edit((draft) => {
                  draft.safe[list].push({ name: 'Something over the picture', x: 0, y: 0.9, w: 1, h: 0.1 });
                })
              }
            >
              Add one
            </Button>
          ) : null}
          <Button
            onPress={() =>
              edit((draft) => {
                draft.safe[list] = SAFE[list];
              })
            }
          >
            As at first
          </Button>
        </View>
      </View>
      <View className="gap-3 pt-3 border-t border-line" role="group" aria-label="How it is looked at">
        <Text size={17} face="title" level={2}>
          How viewers look at it
        </Text>
        <View className="flex-row flex-wrap gap-x-6 gap-y-3">
          <NumberField
            label="Their screen’s shorter side"
            unit="mm"
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
            label="Held at"
            unit="mm"
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
            label="Of the picture, cover at most"
            unit="%"
            value={percent(safe.cover)}
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
    </Sheet>
  );
}
