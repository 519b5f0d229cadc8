import { useState, type ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import Check from 'lucide-react-native/icons/check';
import { Radios, type ChoiceProps } from './choice';
import { Text } from './text';
import { useColours } from '@/ui/theme/look';
import type { Sayable } from '@/core/words/phrase';
import { saying } from '@/ui/words/say';

/** Room between pictures that stand two and two, px. */
export const TILE_GAP = 10;
const BORDERS = 4;

const boxClass = (chosen: boolean): string =>
  `rounded-card border-2 overflow-hidden bg-surface active:opacity-80 ${chosen ? 'border-marigold' : 'border-line'}`;

/** A picture to tick or to press, with its name below it, and a note. */
export function PictureTile({
  role,
  onPress,
  width,
  children,
  ...named
}: {
  title: Sayable;
  /** Of the picture, px; absent: as wide as there is room. */
  width?: number;
  note?: Sayable | null;
  role: 'checkbox' | 'button';
  chosen: boolean;
  onPress: () => void;
  children: ReactNode;
}) {
  return (
    <Pressable
      role={role}
      // Its name has all that is seen (WCAG 2.2, 2.5.3).
      aria-label={[saying(named.title), saying(named.note)].filter(Boolean).join(' ')}
      {...(role === 'button' ? {} : { 'aria-checked': named.chosen })}
      onPress={onPress}
      className={boxClass(named.chosen)}
      style={width === undefined ? undefined : { width: width + BORDERS }}
    >
      {children}
      <Caption {...named} />
    </Pressable>
  );
}

/** What stands below a picture: its name, with a tick where it is chosen. */
function Caption({ title, note, chosen }: { title: Sayable; note?: Sayable | null; chosen: boolean }) {
  const { marigold } = useColours();
  return (
    <View className="min-h-[48px] px-3 py-2 flex-row items-center gap-2">
      {chosen ? <Check size={18} color={marigold} strokeWidth={2.6} /> : null}
      <View className="flex-1">
        <Text size={17} face={chosen ? 'strong' : 'text'}>
          {/* A space keeps it apart from the note in the name, too. */}
          {`${saying(title)} `}
        </Text>
        {note ? (
          <Text size={13} tone="muted">
            {note}
          </Text>
        ) : null}
      </View>
    </View>
  );
}

/** How wide a picture in a tile is where two stand side by side in so much room, px. */
export const tileWidth = (room: number): number => Math.floor((room - TILE_GAP) / 2) - BORDERS;

/** One of several pictures. `picture`: of one, so wide and so high, px. */
export function PictureChoice<V extends string>({
  picture,
  ...choice
}: ChoiceProps<V> & { picture: (value: V, width: number, height: number) => ReactNode }) {
  const [room, setRoom] = useState(0);
  const width = tileWidth(room);
  return (
    <View onLayout={({ nativeEvent: { layout } }) => setRoom(layout.width)}>
      {room === 0 ? null : (
        <Radios {...choice} className="flex-row flex-wrap gap-[10px]" itemClassName={boxClass}>
          {({ value, label, note }, chosen) => (
            <View style={{ width }}>
              {picture(value, width, Math.round(width * 0.6))}
              <Caption title={label} note={note ?? null} chosen={chosen} />
            </View>
          )}
        </Radios>
      )}
    </View>
  );
}
