import type { Feed } from '@/core/platform/feed';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import type { Draft } from 'immer';
import Pause from 'lucide-react-native/icons/pause';
import Play from 'lucide-react-native/icons/play';
import type { Playback } from '@/core/desk/playback';
import { commandFeed } from '@/ui/data/feed-api';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { clockTime } from '@/ui/pulse/session-word';
import { Section } from './section';
import { Problem } from '@/ui/part/problem';
import { say } from '@/ui/words/say';

const SPEEDS = [1, 2, 5, 10, 30, 100].map((speed) => ({ value: String(speed), label: `${speed}×` }));

/** Plays a recording: on and off, from where, how fast. */
export function PlaybackControls({
  feed,
  playback,
  change,
}: {
  feed: Extract<Feed, { platform: 'file' }>;
  playback: Playback;
  change: (recipe: (draft: Draft<Feed>) => void) => void;
}) {
  const [width, setWidth] = useState(0);
  const [refused, setRefused] = useState<string | null>(null);
  const command = async (body: unknown): Promise<void> => setRefused(await commandFeed(feed.id, 'playback', body));
  const share = playback.length === 0 ? 0 : playback.at / playback.length;
  const seek = (to: number): void => void command({ seek: Math.round(Math.max(0, Math.min(1, to)) * playback.length) });
  return (
    <Section title={say('Play')}>
      <View className="flex-row items-center gap-3">
        <Button
          kind="main"
          icon={playback.playing ? Pause : Play}
          onPress={() => void command({ play: !playback.playing })}
        >
          {playback.playing ? say('Pause') : say('Play')}
        </Button>
        <Text className="tabular-nums">
          {say('{at} of {length}', { at: clockTime(playback.at), length: clockTime(playback.length) })}
        </Text>
        <Text size={13} tone="muted" className="shrink">
          {say('{n, plural, one {# message} other {# messages}}', { n: playback.messages })}
        </Text>
      </View>
      <SeekBar playback={playback} setWidth={setWidth} width={width} seek={seek} share={share} />
      <Segments
        label={say('Speed')}
        options={SPEEDS}
        value={String(playback.speed)}
        onChange={(speed) => {
          change((draft) => {
            if (draft.platform === 'file') draft.speed = Number(speed);
          });
          void command({ speed: Number(speed) });
        }}
      />
      <Problem says={refused} />
    </Section>
  );
}

/** Where in the recording it stands; a press goes there. */
function SeekBar({
  playback,
  setWidth,
  width,
  seek,
  share,
}: {
  playback: Playback;
  setWidth: (value: number) => void;
  width: number;
  seek: (to: number) => void;
  share: number;
}) {
  return (
    <Pressable
      role="slider"
      aria-label={say('Place in the recording')}
      aria-valuemin={0}
      aria-valuemax={Math.round(playback.length / 1000)}
      aria-valuenow={Math.round(playback.at / 1000)}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      onPress={({ nativeEvent }) => {
        if (width > 0) seek(nativeEvent.locationX / width);
      }}
      // On a wide screen the arrows go by a twentieth.
      {...{
        onKeyDown: (event: { key: string }) => {
          if (event.key === 'ArrowRight') seek(share + 0.05);
          else if (event.key === 'ArrowLeft') seek(share - 0.05);
        },
      }}
      className="h-[44px] justify-center"
    >
      <View className="h-[8px] rounded-[4px] bg-raised overflow-hidden" style={{ pointerEvents: 'none' }}>
        <View className="h-[8px] bg-marigold" style={{ width: `${share * 100}%` }} />
      </View>
    </Pressable>
  );
}
