import { View } from 'react-native';
import { tidyCrop, UNCUT } from '@/core/paint/fitted';
import type { Crop } from '@/core/piece/fit';
import type { Piece } from '@/core/piece';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { cameraOn, useCamera } from './use-camera';
import { Problem } from '@/ui/part/problem';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

type Framed = Extract<Piece, { fit: 'contain' | 'cover' }>;

/** How a picture takes its box, and what of it is kept. */
export function PictureLook({ piece, set }: { piece: Framed; set: (field: string, value: unknown) => void }) {
  const crop = piece.crop ?? UNCUT;
  const cut = (side: keyof Crop, percent: number): void => set('crop', tidyCrop({ ...crop, [side]: percent / 100 }));
  const percent = (value: number): number => Math.round(value * 100);
  return (
    <View className="gap-4">
      <Segments
        label={say('How it takes its box')}
        value={piece.fit}
        onChange={(fit) => set('fit', fit)}
        options={[
          { value: 'contain', label: say('All of it is seen') },
          { value: 'cover', label: say('It fills the box') },
        ]}
      />
      <View className="gap-2" role="group" aria-label={say('Crop')}>
        <Text size={13} tone="muted">
          {say(
            'Of the picture, only this part is kept. On the stage you can drag the bars inside its sides, or a corner with Alt.',
          )}
        </Text>
        <CropFields percent={percent} crop={crop} cut={cut} />
        {piece.crop ? (
          <View className="flex-row">
            <Button onPress={() => set('crop', undefined)}>{say('Keep all of it')}</Button>
          </View>
        ) : null}
      </View>
    </View>
  );
}

const EDGES = [
  { side: 'x', label: phrase('From the left'), least: 0, most: 95 },
  { side: 'y', label: phrase('From the top'), least: 0, most: 95 },
  { side: 'w', label: phrase('Of the width'), least: 5, most: 100 },
  { side: 'h', label: phrase('Of the height'), least: 5, most: 100 },
] as const;

/** What is cut off of each edge. */
function CropFields({
  percent,
  crop,
  cut,
}: {
  percent: (value: number) => number;
  crop: { x: number; y: number; w: number; h: number };
  cut: (side: keyof Crop, percent: number) => void;
}) {
  return (
    <View className="flex-row flex-wrap gap-x-6 gap-y-3">
      {EDGES.map(({ side, label, least, most }) => (
        <NumberField
          key={side}
          label={label}
          unit="%"
          value={percent(crop[side])}
          least={least}
          most={most}
          step={5}
          onChange={(value) => cut(side, value)}
        />
      ))}
    </View>
  );
}

/** The camera of this device, in place of the made-up one. */
export function CameraFields() {
  const { on, problem } = useCamera();
  return (
    <View className="gap-2">
      <View className="flex-row">
        <Button kind="outline" onPress={() => void cameraOn(!on)}>
          {on ? say('Turn this device’s camera off') : say('Use this device’s camera')}
        </Button>
      </View>
      <Text size={13} tone="muted">
        {on
          ? say('Its picture stays on this device: it is shown here and on the program page, and sent nowhere.')
          : say('Without it a made-up picture stands in.')}
      </Text>
      <Problem says={problem} />
    </View>
  );
}
