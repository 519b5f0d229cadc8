import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { median } from '@/core/engine/feature/delay/schema';
import { useDeskView } from '@/ui/data/desk';
import { sendCommand } from '@/ui/data/command';
import { useShow } from '@/ui/data/show';
import { feedWordOf } from '@/ui/feed/feed-name';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Problem } from '@/ui/part/problem';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { WayPicture } from './way-picture';

/** A number is on the frame so long after it was asked for, ms: outlets have it by then. */
const AFTER_MS = 1500;
/** So many of the last answers of each feed count. */
const KEPT = 5;

/** Until what viewers write is here: a number on the frame, written back by whoever is first. */
export function ByChat({ onMeasured }: { onMeasured: (feed: string, ms: number) => void }) {
  const feeds = useShow((show) => show.feeds.filter(({ on }) => on));
  const mark = useDeskView(({ delayMark }) => (delayMark && delayMark.number !== '' ? delayMark : null), null);
  const answers = useDeskView(({ delayAnswers }) => delayAnswers, []);
  const [said, setSaid] = useState<string | null>(null);
  const taken = useRef(new Map<string, number[]>());
  const counted = useRef(new Set<string>());
  useEffect(() => {
    if (!mark) return;
    for (const { feed, at } of answers) {
      const id = `${mark.id}/${feed}`;
      if (counted.current.has(id)) continue;
      counted.current.add(id);
      const all = [...(taken.current.get(feed) ?? []), at - mark.at].slice(-KEPT);
      taken.current.set(feed, all);
      onMeasured(feed, Math.round(median(all)));
    }
  }, [mark, answers, onMeasured]);
  const show = async (): Promise<void> => {
    const number = String(Math.floor(100 + Math.random() * 900));
    const answer = await sendCommand({ command: 'mark', after: AFTER_MS, number });
    setSaid(answer.ok ? null : answer.reason);
  };
  return (
    <Card label={say('By chat')} className="gap-3">
      <Text size={17} face="title" level={2}>
        {say('By chat')}
      </Text>
      <WayPicture
        label={say('A number on the frame, until the first viewer’s answer is here')}
        parts={[say('Frame'), say('Viewer’s page'), say('Written'), say('Here')]}
        from={0}
        to={3}
      />
      <Text tone="muted">
        {say(
          'A number comes up on the frame. The first who writes it in chat counts, you on a second device too: what they take to type is in it. After several, the middle one counts.',
        )}
      </Text>
      {mark ? (
        <Text role="status">
          {answers.length === 0
            ? say('{number} is on the frame. Nobody has written it yet.', { number: mark.number })
            : say('{number} is on the frame. Written in {feeds}.', {
                number: mark.number,
                feeds: {
                  and: answers.map(({ feed }) => {
                    const found = feeds.find(({ id }) => id === feed);
                    return found ? feedWordOf(found, feeds) : feed;
                  }),
                },
              })}
        </Text>
      ) : null}
      <Problem says={said} />
      <View className="flex-row gap-2">
        <Button onPress={() => void show()}>{mark ? say('Show another number') : say('Show a number')}</Button>
        {mark ? (
          <Button kind="outline" onPress={() => void sendCommand({ command: 'unmark' })}>
            {say('Take it off')}
          </Button>
        ) : null}
      </View>
    </Card>
  );
}
