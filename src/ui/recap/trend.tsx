import { useState } from 'react';
import { View } from 'react-native';
import Download from 'lucide-react-native/icons/download';
import Svg, { Circle, Path } from 'react-native-svg';
import { WORTH_PARTS } from '@/core/event/worth-parts';
import { FIGURES, type Figure, type Summed } from '@/core/recap/figures';
import { saveFile } from '@/ui/data/save-file';
import { useSummed } from '@/ui/data/sessions';
import { useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { titleOf } from './session-title';
import { say, saying } from '@/ui/words/say';
import { inFigures, inMoney } from '@/ui/words/figures';

const HEIGHT = 120;

/** Sessions side by side: any figure over time, each with its change from the one before. */
export function Trend() {
  const show = useShow();
  const { currency } = show.money;
  const { data: sessions } = useSummed(show);
  const [chosen, setChosen] = useState('people');
  const figure = FIGURES.find(({ id }) => id === chosen) ?? FIGURES[0];
  if (!sessions || !figure) return <Text tone="muted">{say('Summing up …')}</Text>;
  if (sessions.length === 0)
    return <Text tone="muted">{say('With your first finished sessions, you can compare them here.')}</Text>;
  const values = sessions.map(({ recap }, n) =>
    figure.of(
      recap,
      sessions.slice(0, n).map((each) => each.recap),
    ),
  );
  const save = async (): Promise<void> => {
    const { totalsCsv } = await import('@/ui/data/tables');
    saveFile(`${show.name} sessions.csv`, 'text/csv', totalsCsv(sessions, currency));
  };
  return (
    <View className="gap-4 mt-2">
      <Pick
        label={say('Figure')}
        options={FIGURES.map(({ id, title }) => ({ value: id, label: title }))}
        value={figure.id}
        onChange={setChosen}
      />
      <Line values={values} title={saying(figure.title)} />
      <SideBySide sessions={sessions} values={values} figure={figure} currency={currency} />
      <View className="flex-row">
        <Button icon={Download} onPress={() => void save()}>
          {say('Table of totals (CSV)')}
        </Button>
      </View>
    </View>
  );
}

/** Newest first, each with its change from the session before. */
function SideBySide({
  sessions,
  values,
  figure,
  currency,
}: {
  sessions: readonly Summed[];
  values: readonly number[];
  figure: Figure;
  currency: string;
}) {
  return (
    <View role="list" aria-label={say('{title}, session by session', { title: figure.title })}>
      {sessions
        .map((session, n) => ({ session, value: values[n] ?? 0, before: values[n - 1] }))
        .reverse()
        .map(({ session, value, before }) => {
          const change = changeWords(value, before);
          return (
            <View
              key={session.id}
              role="listitem"
              className="min-h-[48px] flex-row items-center gap-3 border-b border-line"
            >
              <Text className="flex-1" numberOfLines={2}>
                {titleOf(session)}
              </Text>
              <Text face="strong" className="tabular-nums">
                {valueWords(value, figure, currency)}
              </Text>
              <Text
                size={13}
                tone={change.startsWith('+') ? 'lagoon' : change.startsWith('−') ? 'brick' : 'muted'}
                className="w-[64px] text-end tabular-nums"
              >
                {change}
              </Text>
            </View>
          );
        })}
    </View>
  );
}

function valueWords(value: number, { money, share }: Figure, currency: string): string {
  if (money) return inMoney(Math.round(value / WORTH_PARTS), currency);
  return share ? `${Math.round(value * 100)} %` : inFigures(Math.round(value));
}

/** "+18 %" of what it was before; nothing where there was none. */
function changeWords(value: number, before: number | undefined): string {
  if (before === undefined || before === 0) return '';
  const percent = Math.round(((value - before) / before) * 100);
  return percent === 0 ? '0 %' : `${percent > 0 ? '+' : '−'}${inFigures(Math.abs(percent))} %`;
}

/** A figure from session to session, from nothing up. */
function Line({ values, title }: { values: readonly number[]; title: string }) {
  const [width, setWidth] = useState(0);
  const { marigold, line } = useColours();
  const most = Math.max(1, ...values);
  const step = values.length > 1 ? (width - 12) / (values.length - 1) : 0;
  const at = (value: number, n: number): [number, number] => [
    6 + n * step,
    HEIGHT - 6 - (value / most) * (HEIGHT - 16),
  ];
  const points = values.map(at);
  return (
    <Card label={say('{title} over {values} sessions', { title, values: values.length })}>
      <View onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)} style={{ height: HEIGHT }}>
        {width > 0 ? (
          <Svg width={width} height={HEIGHT} aria-hidden>
            <Path d={`M0 ${HEIGHT - 6}h${width}`} stroke={line} />
            <Path
              d={points.map(([x, y], n) => `${n === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')}
              stroke={marigold}
              strokeWidth={2}
              fill="none"
            />
            {points.map(([x, y], n) => (
              <Circle key={n} cx={x} cy={y} r={values.length > 60 ? 1.5 : 3.5} fill={marigold} />
            ))}
          </Svg>
        ) : null}
      </View>
    </Card>
  );
}
