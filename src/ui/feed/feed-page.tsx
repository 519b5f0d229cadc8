import { Section } from './section';
import type { Feed } from '@/core/platform/feed';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { View } from 'react-native';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ArrowRight from 'lucide-react-native/icons/arrow-right';
import type { Draft } from 'immer';
import { diagnosis } from '@/core/desk/diagnosis';
import { useDesk, useDeskView } from '@/ui/data/desk';
import { useDeskAt } from '@/ui/data/desk-time';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { feedWord } from '@/ui/pulse/feed-word';
import { CheckSteps } from './check-steps';
import { feedName, feedNote } from './feed-name';
import { FeedAddress } from './feed-address';
import { FeedKinds } from './feed-kinds';
import { FeedRates } from './feed-rates';
import { MissingRates } from './missing-rates';
import { FeedProblem } from './feed-problem';
import { Helper } from './helper';
import { Mapping } from './mapping';
import { PlaybackControls } from './playback-controls';
import { say } from '@/ui/words/say';
import { isMirrored } from '@/ui/words/facing';

const TONES = { good: 'lagoon', waiting: 'mist', problem: 'brick' } as const;

/** Everything there is to know of one feed, and to set: what is wrong, what must be true, its secrets, its rules, its messages. */
export function FeedPage() {
  const { id } = useLocalSearchParams<{ id: string }>();
  const show = useShow();
  const router = useRouter();
  const feed = show.feeds.find((each) => each.id === id);
  const change = useMemo(
    () =>
      (recipe: (draft: Draft<Feed>) => void): void =>
        edit((draft) => {
          const found = draft.feeds.find((each) => each.id === id);
          if (found) recipe(found);
        }),
    [id],
  );
  const back = (
    <Button
      kind="outline"
      icon={isMirrored() ? ArrowRight : ArrowLeft}
      label={say('Back to Feeds')}
      onPress={() => router.navigate('/feeds')}
    >
      {say('Feeds')}
    </Button>
  );
  if (!feed)
    return (
      <PlaceBody title={say('No such feed')} beside={back}>
        <Text tone="muted" className="mt-2">
          {say('This show has no such feed. It may have been removed.')}
        </Text>
      </PlaceBody>
    );
  return (
    <PlaceBody title={feedName(feed)} beside={back}>
      <Text tone="muted">{feedNote(feed)}</Text>
      <FeedState feed={feed.id} />
      <View className="gap-3 mt-4">
        {feed.platform === 'file' ? <FilePlayback feed={feed} change={change} /> : null}
        {feed.platform === 'oxbow' ? null : <FeedAddress feed={feed} />}
        {feed.platform === 'mapped' || feed.platform === 'cloudevents' ? <Mapping feed={feed} change={change} /> : null}
        <Section title={say('What must be true')}>
          <CheckSteps feed={feed} />
        </Section>
        {feed.platform === 'oxbow' ? (
          <Section title={say('Helper account')}>
            <Helper feed={feed} change={change} />
          </Section>
        ) : null}
        {feed.platform === 'oxbow' ? <FeedAddress feed={feed} /> : null}
        <Section title={say('What it sends')}>
          <FeedKinds feed={feed} change={change} />
        </Section>
        <Section title={say('Worth')}>
          <MissingRates />
          <FeedRates feed={feed} change={change} />
        </Section>
        <Section title={say('What is wrong')}>
          <Diagnosis feed={feed} />
          <FeedProblem feed={feed} />
        </Section>
      </View>
    </PlaceBody>
  );
}

/** In a sentence, how it stands. */
function FeedState({ feed }: { feed: string }) {
  const { sentence, mood } = useDesk(({ server, view }) => feedWord(server, view?.feeds[feed]));
  return (
    <Text size={17} tone={TONES[mood]} className="mt-2" role="status">
      {sentence}
    </Text>
  );
}

/** All that can be said of what is wrong with it. */
function Diagnosis({ feed }: { feed: Feed }) {
  const lines = useDeskAt((view, now) => {
    const seen = view?.feeds[feed.id];
    return seen ? diagnosis(feedName(feed), seen, now) : null;
  });
  return lines ? (
    lines.map((line, n) => <Text key={n}>{line}</Text>)
  ) : (
    <Text tone="muted">{say('Nothing has been heard of this feed yet.')}</Text>
  );
}

function FilePlayback({
  feed,
  change,
}: {
  feed: Extract<Feed, { platform: 'file' }>;
  change: (recipe: (draft: Draft<Feed>) => void) => void;
}) {
  const playback = useDeskView((view) => view.feeds[feed.id]?.playback ?? null, null);
  return playback ? <PlaybackControls feed={feed} playback={playback} change={change} /> : null;
}
