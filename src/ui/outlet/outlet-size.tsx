import { useState } from 'react';
import { View } from 'react-native';
import type { FrameSize } from '@/core/piece/frame';
import type { Outlet } from '@/core/show/outlet';
import { frameKey } from '@/core/stage/turn-frame';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

/** Sizes at a tap: columns and lists as compositors lay them beside a picture (common practice, no source). */
const SIZES: readonly FrameSize[] = [
  { width: 400, height: 600 },
  { width: 425, height: 960 },
  { width: 500, height: 600 },
  { width: 600, height: 1080 },
];
const SIDES = [
  { side: 'width', label: phrase('Width') },
  { side: 'height', label: phrase('Height') },
] as const;

/** How large the frame of chosen pieces is: that of the stage, or one of its own that they fill. */
export function OutletSize({
  outlet,
  size,
  onChange,
}: {
  outlet: Outlet;
  size: FrameSize | undefined;
  onChange: (size: FrameSize | undefined) => void;
}) {
  const key = size ? frameKey(size) : 'stage';
  const known = SIZES.some((one) => frameKey(one) === key);
  const [own, setOwn] = useState(size !== undefined && !known);
  return (
    <View className="gap-2">
      <Text size={13} tone="muted">
        {say('Its size')}
      </Text>
      <Segments
        label={say('Size of {name}', { name: outlet.name })}
        value={own ? 'own' : key}
        onChange={(next) => {
          setOwn(next === 'own');
          if (next === 'own') onChange(size ?? { width: 480, height: 720 });
          else onChange(SIZES.find((one) => frameKey(one) === next));
        }}
        options={[
          { value: 'stage', label: say('As on the stage') },
          ...SIZES.map((one) => ({ value: frameKey(one), label: `${one.width} × ${one.height}` })),
          { value: 'own', label: say('Another size') },
        ]}
      />
      {own && size ? (
        <View className="flex-row flex-wrap gap-x-6 gap-y-3">
          {SIDES.map(({ side, label }) => (
            <NumberField
              key={side}
              short
              label={label}
              unit={say('px')}
              value={size[side]}
              least={60}
              most={7680}
              step={10}
              onChange={(value) => onChange({ ...size, [side]: value })}
            />
          ))}
        </View>
      ) : null}
      <Text size={13} tone="muted">
        {size
          ? say('The pieces fill it, laid out anew for this size. Give the layer exactly this width and height.')
          : say('Each piece stands where it stands on the stage; the rest of the frame is empty.')}
      </Text>
    </View>
  );
}
