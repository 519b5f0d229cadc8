import type { Feed } from '@/core/platform/feed';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { hourMinuteSecond } from '@/ui/words/clock';
import Svg, { Path } from 'react-native-svg';
import { imitationWords } from '@/core/people/imitation';
import { useProblem, type FeedProblemView } from '@/ui/data/feed-api';

import { Tabs } from '@/ui/part/tabs';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { agoWords } from '@/ui/words/ago';
import { lengthWords } from '@/core/desk/length';
import { useDeskView } from '@/ui/data/desk';
import { useEngineTime } from '@/ui/data/desk-time';
import type { Gap } from '@/core/intake/problems';
import { say, saying } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const PARTS = [
  { value: 'bad', label: phrase('Unreadable') },
  { value: 'gaps', label: phrase('Gaps') },
  { value: 'away', label: phrase('Away') },
  { value: 'raw', label: phrase('Messages') },
  { value: 'names', label: phrase('Look-alikes') },
] as const;
type Part = (typeof PARTS)[number]['value'];

/** When messages were lost, and how many. */
function gapWords({ from, at, lost }: Gap): string {
  const values = { from: from === null ? '' : hourMinuteSecond(from), at: hourMinuteSecond(at), n: lost ?? 0 };
  if (lost === null)
    return from === null
      ? say('{at}: nobody knows how many messages lost', values)
      : say('{from} to {at}: nobody knows how many messages lost', values);
  return from === null
    ? say('{at}: {n, plural, one {# message} other {# messages}} lost', values)
    : say('{from} to {at}: {n, plural, one {# message} other {# messages}} lost', values);
}

/** What is kept of what was wrong with a feed: its delay over time, and lists to look through. */
export function FeedProblem({ feed }: { feed: Feed }) {
  const now = useEngineTime((time) => Math.floor(time / 1000) * 1000);
  const { data } = useProblem(feed.id);
  const [part, setPart] = useState<Part>('bad');
  const names = useDeskView((view) => view.imitations.filter((each) => each.feed === feed.id), []);
  if (!data) return null;
  return (
    <View className="gap-3">
      <Latency points={data.latencies} now={now} />
      <Tabs label={say('Kept of this feed')} options={PARTS} value={part} onChange={setPart}>
        <View role="list" aria-label={saying(PARTS.find(({ value }) => value === part)?.label)}>
          {part === 'bad'
            ? [...data.bad]
                .reverse()
                .map((bad, n) => (
                  <Entry
                    key={n}
                    head={say('{ago}: {reason}', { ago: agoWords(now - bad.at), reason: bad.reason })}
                    text={bad.text}
                  />
                ))
            : null}
          {part === 'gaps' ? [...data.gaps].reverse().map((gap, n) => <Entry key={n} head={gapWords(gap)} />) : null}
          {part === 'away'
            ? [...data.outages].reverse().map((outage, n) => (
                <Entry
                  key={n}
                  head={say('{from} to {until}: not connected for {length}', {
                    from: hourMinuteSecond(outage.from),
                    until: outage.until === null ? phrase('now') : hourMinuteSecond(outage.until),
                    length: lengthWords((outage.until ?? now) - outage.from),
                  })}
                />
              ))
            : null}
          {part === 'raw'
            ? [...data.raw].reverse().map((raw, n) => <Entry key={n} head={agoWords(now - raw.at)} text={raw.text} />)
            : null}
          {part === 'names'
            ? [...names].reverse().map((each, n) => <Entry key={n} head={saying(imitationWords(each))} />)
            : null}
        </View>
        <Empty part={part} data={data} names={names.length} />
      </Tabs>
    </View>
  );
}

function Empty({ part, data, names }: { part: Part; data: FeedProblemView; names: number }) {
  const count = {
    bad: data.bad.length,
    gaps: data.gaps.length,
    away: data.outages.length,
    raw: data.raw.length,
    names,
  }[part];
  if (count > 0)
    return part === 'bad' && data.badCount > count ? (
      <Text size={13} tone="muted">
        {say('The last {count} of {badCount, number}.', { count, badCount: data.badCount })}
      </Text>
    ) : null;
  const words: Record<Part, string> = {
    bad: say('No message was unreadable.'),
    gaps: say('No gap: nothing was lost.'),
    away: say('It has not been away since the server was started.'),
    raw: say('No message yet.'),
    names: say('Nobody here imitates another name.'),
  };
  return <Text tone="muted">{words[part]}</Text>;
}

/** One line of a list; a message is cut short until it is tapped. */
function Entry({ head, text }: { head: string; text?: string }) {
  const [open, setOpen] = useState(false);
  return (
    <View role="listitem" className="border-b border-line py-2 gap-1">
      <Text>{head}</Text>
      {text ? (
        <Pressable role="button" aria-expanded={open} onPress={() => setOpen(!open)}>
          <Text size={13} tone="muted" numberOfLines={open ? undefined : 2} selectable className="break-all">
            {text}
          </Text>
        </Pressable>
      ) : null}
    </View>
  );
}

const HEIGHT = 48;

/** The delay from the platform to here over the last half hour, largest of each ten seconds. */
function Latency({ points, now }: { points: [number, number][]; now: number }) {
  const [width, setWidth] = useState(0);
  const { lagoon, line } = useColours();
  const last = points.at(-1);
  if (!last) return null;
  const most = Math.max(1000, ...points.map(([, ms]) => ms));
  const span = Math.max(60_000, now - (points[0]?.[0] ?? now));
  const x = (t: number): number => ((t - (now - span)) / span) * width;
  const path = points
    .map(
      ([t, ms], n) =>
        `${n === 0 ? 'M' : 'L'}${x(t).toFixed(1)} ${(HEIGHT - 2 - (ms / most) * (HEIGHT - 6)).toFixed(1)}`,
    )
    .join('');
  return (
    <View
      role="img"
      aria-label={say('Delay: {value} s now, {value2} s at most', {
        value: (last[1] / 1000).toFixed(1),
        value2: (Math.max(...points.map(([, ms]) => ms)) / 1000).toFixed(1),
      })}
    >
      <View className="flex-row justify-between">
        <Text size={13} tone="muted">
          {say('Delay')}
        </Text>
        <Text size={13} tone="muted" className="tabular-nums">
          {say('{value} s now · scale to {value2} s', {
            value: (last[1] / 1000).toFixed(1),
            value2: (most / 1000).toFixed(1),
          })}
        </Text>
      </View>
      <View style={{ height: HEIGHT }} onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}>
        {width > 0 ? (
          <Svg width={width} height={HEIGHT} aria-hidden>
            <Path d={`M0 ${HEIGHT - 1}h${width}`} stroke={line} />
            <Path d={points.length > 1 ? path : `${path}h3`} stroke={lagoon} strokeWidth={2} fill="none" />
          </Svg>
        ) : null}
      </View>
    </View>
  );
}
