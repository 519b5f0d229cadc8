import { View } from 'react-native';
import Svg, { Path, Rect } from 'react-native-svg';
import type { Streams } from '@/core/stage/first-show';
import { useColours } from '@/ui/theme/look';
import { PictureTile } from '@/ui/part/picture-tile';
import { phrase, type Phrase } from '@/core/words/phrase';

const WAYS: readonly { value: Streams; title: Phrase; note: Phrase }[] = [
  { value: 'upright', title: phrase('From a phone, upright'), note: phrase('A frame of 1080 × 1920') },
  { value: 'wide', title: phrase('From a console or a wide camera'), note: phrase('A frame of 1920 × 1080') },
  { value: 'both', title: phrase('Both'), note: phrase('Two layouts of one show, each with its own address') },
];

/** The first question. A tap answers it. */
export function StreamsStep({ value, onChoose }: { value: Streams; onChoose: (streams: Streams) => void }) {
  return (
    <View className="gap-3">
      {WAYS.map((way) => (
        <PictureTile
          key={way.value}
          title={way.title}
          note={way.note}
          role="button"
          chosen={false}
          onPress={() => onChoose(way.value)}
        >
          <View className={`items-center py-3 ${way.value === value ? 'bg-raised' : 'bg-ground'}`}>
            <Drawing of={way.value} />
          </View>
        </PictureTile>
      ))}
    </View>
  );
}

function Drawing({ of }: { of: Streams }) {
  const { ink, marigold, muted } = useColours();
  return (
    <Svg width={150} height={84} viewBox="0 0 150 84" aria-hidden>
      {of === 'wide' ? null : (
        <>
          <Rect
            x={of === 'both' ? 22 : 54}
            y={4}
            width={42}
            height={76}
            rx={6}
            fill="none"
            stroke={ink}
            strokeWidth={2}
          />
          <Rect x={of === 'both' ? 28 : 60} y={16} width={30} height={9} rx={2} fill={marigold} />
        </>
      )}
      {of === 'upright' ? null : (
        <>
          <Rect
            x={of === 'both' ? 74 : 24}
            y={of === 'both' ? 24 : 12}
            width={of === 'both' ? 70 : 102}
            height={of === 'both' ? 40 : 58}
            rx={4}
            fill="none"
            stroke={ink}
            strokeWidth={2}
          />
          <Rect x={of === 'both' ? 80 : 34} y={of === 'both' ? 31 : 22} width={30} height={9} rx={2} fill={marigold} />
          <Path d={of === 'both' ? 'M96 70h26' : 'M58 77h34'} stroke={muted} strokeWidth={2.4} strokeLinecap="round" />
        </>
      )}
    </Svg>
  );
}
