import { View } from 'react-native';
import Svg, { Path, Rect } from 'react-native-svg';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { say } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

const STEPS: readonly { says: Phrase; draw: 'copy' | 'layer' | 'paste' | 'size' | 'try' }[] = [
  { draw: 'copy', says: phrase('Copy the outlet’s address here, or scan its code with the device that streams.') },
  {
    draw: 'layer',
    says: phrase(
      'In your app or cloud compositor, add a layer that shows a web page. It may be called web source, browser or URL.',
    ),
  },
  { draw: 'paste', says: phrase('Paste the address. Leave everything else in that field empty.') },
  { draw: 'size', says: phrase('Give the layer the width and height above, and let it cover the whole picture.') },
  {
    draw: 'try',
    says: phrase('Press “Send a test alert” here: it comes up there. From now on nothing has to be pasted again.'),
  },
];

/** How an address gets into a compositor: five lines, each with a drawing. */
export function PasteGuide() {
  return (
    <Card className="mt-4 gap-3" label={say('How to paste it')}>
      <Text size={17} face="title" level={2}>
        {say('How to paste it')}
      </Text>
      <View role="list" className="gap-3">
        {STEPS.map(({ says, draw }) => (
          <View key={draw} role="listitem" className="flex-row items-center gap-3">
            <Drawing of={draw} />
            <Text className="flex-1">{says}</Text>
          </View>
        ))}
      </View>
    </Card>
  );
}

function Drawing({ of }: { of: (typeof STEPS)[number]['draw'] }) {
  const { line, ink, marigold, lagoon, muted } = useColours();
  const stroke = { stroke: ink, strokeWidth: 1.8, fill: 'none' } as const;
  return (
    <Svg width={64} height={48} viewBox="0 0 64 48" aria-hidden>
      <Rect x={1} y={1} width={62} height={46} rx={6} fill="none" stroke={line} />
      {of === 'copy' ? (
        <>
          <Rect x={10} y={14} width={34} height={9} rx={2} {...stroke} />
          <Path d="M14 18.5h22" stroke={muted} strokeWidth={1.8} />
          <Rect x={22} y={26} width={32} height={11} rx={3} fill={marigold} />
        </>
      ) : null}
      {of === 'layer' ? (
        <>
          <Path d="M12 16l18-8 18 8-18 8z" {...stroke} />
          <Path d="M12 24l18 8 18-8M12 31l18 8 18-8" {...stroke} stroke={muted} />
          <Path d="M54 20v14M47 27h14" stroke={marigold} strokeWidth={2.6} />
        </>
      ) : null}
      {of === 'paste' ? (
        <>
          <Rect x={8} y={17} width={48} height={14} rx={3} {...stroke} />
          <Path d="M14 24h26" stroke={marigold} strokeWidth={2.6} />
          <Path d="M44 20v8" stroke={ink} strokeWidth={1.8} />
        </>
      ) : null}
      {of === 'size' ? (
        <>
          <Rect x={23} y={7} width={18} height={32} rx={2} {...stroke} />
          <Path d="M17 7v32M14 10l3-3 3 3M14 36l3 3 3-3M23 43h18" stroke={marigold} strokeWidth={1.8} fill="none" />
        </>
      ) : null}
      {of === 'try' ? (
        <>
          <Rect x={22} y={5} width={20} height={38} rx={2} {...stroke} />
          <Rect x={25} y={12} width={14} height={8} rx={2} fill={lagoon} />
          <Path d="M48 10l4-3M49 16h6M48 22l4 3" stroke={lagoon} strokeWidth={1.8} />
        </>
      ) : null}
    </Svg>
  );
}
