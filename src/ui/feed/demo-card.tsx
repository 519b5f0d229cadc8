import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Linking, View } from 'react-native';
import useSWR from 'swr';
import { ask, fetchJson, standinRoom } from '@/ui/data/api';
import { PLATFORMS } from '@/core/platform';
import { useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { say, saying } from '@/ui/words/say';

/** Events a second of each platform's pretend crowd: lively, and slow enough to follow. */
const CROWD_RATES = { brindle: 3, oxbow: 1, tarn: 1 } as const;
type Standin = keyof typeof CROWD_RATES;
const isStandin = (platform: string): platform is Standin => Object.hasOwn(CROWD_RATES, platform);

interface Room {
  state: 'offline' | 'live' | 'ended';
  crowd: number;
}

/** In the demo: a crowd for the made-up platforms, their pages, the compositor, and a way to start with nothing. */
export function DemoCard() {
  const show = useShow();
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const found = show.feeds.flatMap(({ platform, handle }) => (isStandin(platform) ? [{ platform, handle }] : []));
  const rooms = found.length > 0 ? found : [{ platform: 'brindle' as const, handle: 'odavarn.kiln' }];
  const first = rooms[0] ?? { platform: 'brindle' as const, handle: 'odavarn.kiln' };
  const { data: room, mutate } = useSWR<Room, Error>(standinRoom(first.platform, first.handle), fetchJson, {
    refreshInterval: 3000,
  });
  const act = async (body: (platform: Standin) => Record<string, unknown>): Promise<void> => {
    const answers = await Promise.all(
      rooms.map(({ platform, handle }) =>
        ask('POST', `${standinRoom(platform, handle)}/act`, { body: body(platform) }),
      ),
    );
    const refused = answers.find(({ ok }) => !ok);
    setProblem(refused && !refused.ok ? refused.reason : null);
    await mutate();
  };
  const running = (room?.crowd ?? 0) > 0;
  const names = [...new Set(rooms.map(({ platform }) => saying(PLATFORMS[platform].name)))];
  return (
    <Card label={say('Demo')}>
      <Text size={17} face="title" level={2}>
        {say('Try it with a pretend crowd')}
      </Text>
      <Text tone="muted" className="mt-1">
        {say(
          '{list} {names, plural, one {is a made-up platform that comes} other {are made-up platforms that come}} with Gavirn. A pretend crowd goes live as {handle} and sends likes, gifts, follows, tips and chat.',
          { list: { and: names }, names: names.length, handle: first.handle },
        )}
      </Text>
      <DemoActs running={running} act={act} names={names} rooms={rooms} first={first} />
      {problem ? (
        <Text tone="brick" className="mt-2" role="alert">
          {problem}
        </Text>
      ) : null}
      <View className="mt-3 pt-2 border-t border-line flex-row items-center justify-between gap-3">
        <Text tone="muted" className="shrink">
          {say('Rather begin with your own? This show stays in the list.')}
        </Text>
        <Button kind="outline" onPress={() => router.push('/begin?show=own')}>
          {say('Start empty')}
        </Button>
      </View>
    </Card>
  );
}

/** What the made-up platforms can be made to do. */
function DemoActs({
  running,
  act,
  names,
  rooms,
  first,
}: {
  running: boolean;
  act: (body: (platform: Standin) => Record<string, unknown>) => Promise<void>;
  names: string[];
  rooms: { platform: Standin; handle: string }[];
  first: { platform: Standin; handle: string };
}) {
  return (
    <View className="flex-row flex-wrap gap-2 mt-3">
      {running ? (
        <Button onPress={() => void act(() => ({ act: 'end' }))}>{say('End the pretend show')}</Button>
      ) : (
        <Button
          kind="main"
          onPress={() =>
            void act((platform) => ({ act: 'crowd', rate: CROWD_RATES[platform], seed: Date.now() % 100_000 }))
          }
        >
          {say('Start a pretend crowd')}
        </Button>
      )}
      {names.map((name) => (
        <Button
          key={name}
          kind="outline"
          onPress={() =>
            void Linking.openURL(
              `/standins/${name.toLowerCase()}?handle=${encodeURIComponent(rooms.find(({ platform }) => PLATFORMS[platform].name === name)?.handle ?? first.handle)}`,
            )
          }
        >
          {say('{name}’s page', { name })}
        </Button>
      ))}
      <Button kind="outline" onPress={() => void Linking.openURL('/standins/weir')}>
        {say('Cloud compositor')}
      </Button>
    </View>
  );
}
