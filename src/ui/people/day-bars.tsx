import { View } from 'react-native';
import Svg, { Rect } from 'react-native-svg';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { dayAndMonth } from '@/ui/words/clock';
import { say } from '@/ui/words/say';

const WIDE = 320;
const HIGH = 64;
/** A day, YYYYMMDD, as people write it. */
const dayWords = (day: number): string =>
  dayAndMonth(new Date(Math.floor(day / 10_000), (Math.floor(day / 100) % 100) - 1, day % 100).getTime());

/** A viewer's history: what each day came to, in coins where they gave any, else in likes or lines of chat. */
export function DayBars({ days }: { days: readonly { day: number; coins: number; likes: number; chats: number }[] }) {
  const { marigold } = useColours();
  const of = days.some(({ coins }) => coins > 0) ? 'coins' : days.some(({ likes }) => likes > 0) ? 'likes' : 'chats';
  const most = Math.max(1, ...days.map((day) => day[of]));
  const step = Math.min(40, WIDE / days.length);
  const title = { coins: say('Coins'), likes: say('Likes'), chats: say('Lines in chat') }[of];
  const best = days.reduce((a, b) => (b[of] > a[of] ? b : a), days[0] ?? { day: 0, coins: 0, likes: 0, chats: 0 });
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('{title} by day of earlier sessions', { title })}
      </Text>
      <View
        role="img"
        aria-label={say('{title} by day: {days, plural, one {# day} other {# days}}, most on {day}: {best, number}', {
          title,
          days: days.length,
          day: dayWords(best.day),
          best: best[of],
        })}
      >
        <Svg width="100%" height={HIGH} viewBox={`0 0 ${WIDE} ${HIGH}`} preserveAspectRatio="xMinYMax meet">
          {days.map((day, n) => {
            const high = Math.max(2, (day[of] / most) * HIGH);
            return (
              <Rect
                key={day.day}
                x={n * step}
                y={HIGH - high}
                width={Math.max(1, step - 3)}
                height={high}
                rx={2}
                fill={marigold}
                opacity={day[of] === 0 ? 0.3 : 1}
              />
            );
          })}
        </Svg>
      </View>
      <Text size={13} tone="muted" className="tabular-nums">
        {say(
          days.length > 1 ? '{first} to {last}, most {best, number} on {day}' : '{first}, most {best, number} on {day}',
          {
            first: dayWords(days[0]?.day ?? 0),
            last: dayWords(days.at(-1)?.day ?? 0),
            best: best[of],
            day: dayWords(best.day),
          },
        )}
      </Text>
    </View>
  );
}
