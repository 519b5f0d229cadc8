import { useCallback, useState } from 'react';
import { View } from 'react-native';
import { chatDelay, leadOf, type FeedDelay } from '@/core/engine/feature/delay/schema';
import { engineClock } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { feedWordOf } from '@/ui/feed/feed-name';
import { PlaceBody } from '@/ui/frame/place-body';
import { Segments, TitledSegments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { agoWords } from '@/ui/words/ago';
import { AgoText } from '@/ui/words/ago-text';
import { say } from '@/ui/words/say';
import { ByChat } from './by-chat';
import { ByTaps } from './by-taps';

const keep = (feed: string, what: keyof FeedDelay, ms: number): void =>
  edit((draft) => {
    const measured = { ms: Math.round(Math.max(0, Math.min(120_000, ms))), at: Math.round(engineClock.now()) };
    draft.delays = { ...draft.delays, [feed]: { ...draft.delays?.[feed], [what]: measured } };
  });

/** How long it takes until viewers see the frame, and until what they write is here: measured two ways, kept by feed. */
export function DelayPlace() {
  const feeds = useShow((show) => show.feeds.filter(({ on }) => on));
  const delays = useShow((show) => show.delays ?? {});
  const [chosen, setChosen] = useState('');
  const feed = feeds.find(({ id }) => id === chosen) ?? feeds[0];
  const byChat = useCallback((of: string, ms: number) => keep(of, 'round', ms), []);
  return (
    <PlaceBody title={say('Delay')}>
      <Text tone="muted" className="mt-1 mb-4">
        {say('What you do is seen by viewers some seconds later, and what they write comes later still.')}
      </Text>
      {feed ? (
        <View className="gap-4">
          <View role="list" aria-label={say('Measured delays')}>
            {feeds.map((each) => (
              <FeedDelays key={each.id} name={feedWordOf(each, feeds)} delay={delays[each.id] ?? {}} />
            ))}
          </View>
          {feeds.length > 1 ? (
            <TitledSegments
              label={say('Whose page for viewers you look at')}
              value={feed.id}
              onChange={setChosen}
              options={feeds.map((each) => ({ value: each.id, label: feedWordOf(each, feeds) }))}
            />
          ) : null}
          <ByTaps key={feed.id} feed={feed} onMeasured={(ms) => keep(feed.id, 'viewer', ms)} />
          <ByChat onMeasured={byChat} />
          <CountdownEnds />
        </View>
      ) : (
        <Text size={17} tone="muted">
          {say('No feed is on. Add one first.')}
        </Text>
      )}
    </PlaceBody>
  );
}

const seconds = (ms: number): string => say('{s, number, ::.0} s', { s: ms / 1000 });
const measuredWords = (ms: number): string => say('measured {ago}', { ago: agoWords(Math.max(0, ms)) });

function FeedDelays({ name, delay }: { name: string; delay: FeedDelay }) {
  const { viewer, round } = delay;
  const chat = chatDelay(delay);
  const latest = Math.max(viewer?.at ?? 0, round?.at ?? 0);
  return (
    <View role="listitem" aria-label={name} className="min-h-[56px] py-2 border-b border-line gap-1">
      <View className="flex-row items-baseline justify-between gap-3">
        <Text size={17} face="strong">
          {name}
        </Text>
        {latest > 0 ? <AgoText at={latest} words={measuredWords} /> : <Text tone="muted">{say('not measured')}</Text>}
      </View>
      {latest > 0 ? (
        <Text className="tabular-nums">
          {say('{facts}', {
            facts: {
              dots: [
                ...(viewer ? [say('to viewers {time}', { time: seconds(viewer.ms) })] : []),
                ...(chat === null ? [] : [say('from viewers to here {time}', { time: seconds(chat) })]),
                ...(round ? [say('there and back {time}', { time: seconds(round.ms) })] : []),
              ],
            },
          })}
        </Text>
      ) : null}
    </View>
  );
}

/** Countdowns that end when viewers see them end. */
function CountdownEnds() {
  const show = useShow();
  if (show.countdowns.length === 0) return null;
  const lead = leadOf(show);
  return (
    <View className="gap-3">
      <Text size={17} face="title" level={2}>
        {say('Countdowns')}
      </Text>
      <Text tone="muted">
        {lead > 0
          ? say('One that ends when viewers see it end is {time} ahead on the frame.', { time: seconds(lead) })
          : say('One that ends when viewers see it end is ahead on the frame, as soon as a delay was measured.')}
      </Text>
      {show.countdowns.map(({ id, name, whenSeen }) => (
        <View key={id} className="gap-1">
          <Text>{name}</Text>
          <Segments
            label={say('When {name} ends', { name })}
            value={whenSeen ? 'seen' : 'here'}
            onChange={(next) =>
              edit((draft) => {
                const found = draft.countdowns.find((each) => each.id === id);
                if (!found) return;
                if (next === 'seen') found.whenSeen = true;
                else delete found.whenSeen;
              })
            }
            options={[
              { value: 'here', label: say('When it ends here') },
              { value: 'seen', label: say('When viewers see it end') },
            ]}
          />
        </View>
      ))}
    </View>
  );
}
