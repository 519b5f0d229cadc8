import { Section } from './section';
import type { Feed } from '@/core/platform/feed';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { View } from 'react-native';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import type { Draft } from 'immer';
import { diagnosis } from '@/core/desk/diagnosis';
import { engineClock } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show-context';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { feedWord } from '@/ui/pulse/feed-word';
import { useDrift } from '@/ui/pulse/lane';
import { CheckSteps } from './check-steps';
import { feedName, feedNote } from './feed-name';
import { FeedAddress } from './feed-address';
import { FeedKinds } from './feed-kinds';
import { FeedRates } from './feed-rates';
import { FeedProblem } from './feed-trouble';
import { Helper } from './helper';
import { Mapping } from './mapping';
import { PlaybackControls } from './playback-controls';

const now = (): number => engineClock.now();
const TONES = { good: 'lagoon', waiting: 'mist', trouble: 'brick' } as const;

/** Everything there is to know of one feed, and to set: what is wrong, what must be true, its secrets, its rules, its messages. */
export function FeedPage() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const { show, desk, edit } = useShow();
  const router = useRouter();
  const time = useDrift(now);
  const feed = show.feeds.find((each) => each.id === id);
  const change = useMemo(
    () =>
      (recipe: (draft: Draft<Feed>) => void): void =>
        edit((draft) => {
          const found = draft.feeds.find((each) => each.id === id);
          if (found) recipe(found);
        }),
    [edit, id],
  );
  const back = (
    <Button kind="outline" icon={ArrowLeft} label="Back to Feeds" onPress={() => router.navigate('/feeds')}>
      Feeds
    </Button>
  );
  if (!feed)
    return (
      <PlaceBody title="No such feed" beside={back}>
        <Text tone="muted" className="mt-2">
          This show has no such feed. It may have been removed.
        </Text>
      </PlaceBody>
    );
  const view = desk.view?.feeds[feed.id];
  const { sentence, mood } = feedWord(desk.server, view);
  return (
    <PlaceBody title={feedName(feed)} beside={back}>
      <Text tone="muted">{feedNote(feed)}</Text>
      <Text size={17} tone={TONES[mood]} className="mt-2" role="status">
        {sentence}
      </Text>
      <View className="gap-3 mt-4">
        {feed.platform === 'file' && view?.playback ? (
          <PlaybackControls feed={feed} playback={view.playback} change={change} />
        ) : null}
        {feed.platform === 'oxbow' ? null : <FeedAddress feed={feed} now={time} />}
        {feed.platform === 'mapped' || feed.platform === 'cloudevents' ? <Mapping feed={feed} change={change} /> : null}
        <Section title="What must be true">
          <CheckSteps feed={feed} />
        </Section>
        {feed.platform === 'oxbow' ? (
          <Section title="Helper account">
            <Helper feed={feed} change={change} />
          </Section>
        ) : null}
        {feed.platform === 'oxbow' ? <FeedAddress feed={feed} now={time} /> : null}
        <Section title="What it sends">
          <FeedKinds feed={feed} view={view} now={time} change={change} />
        </Section>
        <Section title="Worth">
          <FeedRates feed={feed} change={change} />
        </Section>
        <Section title="What is wrong">
          {view ? (
            diagnosis(feedName(feed), view, time).map((line) => <Text key={line.slice(0, 24)}>{line}</Text>)
          ) : (
            <Text tone="muted">Nothing has been heard of this feed yet.</Text>
          )}
          <FeedProblem feed={feed} now={time} />
        </Section>
      </View>
    </PlaceBody>
  );
}
