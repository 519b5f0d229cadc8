import { useState } from 'react';
import { View } from 'react-native';
import { hourMinute } from '@/ui/words/clock';
import Svg, { Path, Rect } from 'react-native-svg';
import type { Recap, RecapBar } from '@/core/recap/recap';
import { Card } from '@/ui/part/card';
import { Shape } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import type { EventKind } from '@/core/event/kind';
import { AS_DRAWN } from '@/ui/words/facing';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const HEIGHT = 148;
const ROWS = [
  ['gifts', 'gift', phrase('Gifts')],
  ['chats', 'chat', phrase('Chat')],
  ['likes', 'like', phrase('Likes')],
  ['watching', 'audience', phrase('Watching')],
] as const;

/** The session from left to right. Likes outnumber gifts by hundreds, so each sort has its own row and its own scale. */
export function Timeline({ recap }: { recap: Recap }) {
  const [width, setWidth] = useState(0);
  const { kinds, line } = useColours();
  const { bars, barMinutes } = recap;
  // A session of one minute is one bar, not a wall.
  const slot = width / Math.max(12, bars.length);
  const row = HEIGHT / ROWS.length;
  const peak = bars.reduce<RecapBar | null>(
    (best, bar) => (best === null || bar.gifts > best.gifts ? bar : best),
    null,
  );
  return (
    <Card
      className="mt-4"
      label={say(
        peak && peak.gifts > 0
          ? 'Timeline, {bars, plural, one {# bar} other {# bars}} of {minutes, plural, one {# minute} other {# minutes}}; most gifts at {at}'
          : 'Timeline, {bars, plural, one {# bar} other {# bars}} of {minutes, plural, one {# minute} other {# minutes}}',
        { bars: bars.length, minutes: barMinutes, at: peak ? hourMinute(peak.from) : '' },
      )}
    >
      <View className="flex-row flex-wrap gap-x-4 gap-y-1 mb-2 items-center">
        {ROWS.map(([, kind, title]) => (
          <View key={kind} className="flex-row gap-2 items-center">
            <Shape kind={kind} size={11} />
            <Text size={13}>{title}</Text>
          </View>
        ))}
        <Text size={13} tone="muted" className="ms-auto">
          {say('a bar is {barMinutes} min', { barMinutes })}
        </Text>
      </View>
      <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)} style={{ height: HEIGHT }}>
        {width > 0 ? <Bars width={width} bars={bars} row={row} slot={slot} kinds={kinds} line={line} /> : null}
      </View>
      <View className="flex-row justify-between mt-1" style={AS_DRAWN}>
        <Text size={13} tone="muted" className="tabular-nums">
          {hourMinute(recap.from)}
        </Text>
        {peak && peak.gifts > 0 ? (
          <Text size={13} tone="muted">
            {say('most gifts at {hourMinute}', { hourMinute: hourMinute(peak.from) })}
          </Text>
        ) : null}
        <Text size={13} tone="muted" className="tabular-nums">
          {hourMinute(recap.to)}
        </Text>
      </View>
    </Card>
  );
}

function Bars({
  width,
  bars,
  row,
  slot,
  kinds,
  line,
}: {
  width: number;
  bars: RecapBar[];
  row: number;
  slot: number;
  kinds: Readonly<Record<EventKind, string>>;
  line: string;
}) {
  return (
    <Svg width={width} height={HEIGHT} aria-hidden>
      {ROWS.map(([measure, kind], n) => {
        const most = Math.max(1, ...bars.map((bar) => bar[measure]));
        return bars.map((bar, at) => {
          const h = (bar[measure] / most) * (row - 6);
          return h > 0 ? (
            <Rect
              key={`${kind}${at}`}
              x={at * slot}
              y={(n + 1) * row - Math.max(1.5, h)}
              width={Math.max(1, slot - 1.5)}
              height={Math.max(1.5, h)}
              fill={kinds[kind]}
            />
          ) : null;
        });
      })}
      {ROWS.map(([measure], n) => (
        <Path key={measure} d={`M0 ${(n + 1) * row + 0.5}h${width}`} stroke={line} />
      ))}
    </Svg>
  );
}
