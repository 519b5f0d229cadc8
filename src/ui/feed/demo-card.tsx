import { useState } from 'react';
import { Linking, View } from 'react-native';
import useSWR from 'swr';
import { actInBrindle, fetchJson } from '@/ui/data/api';
import { addStarter } from '@/ui/data/library';
import { useShow } from '@/ui/data/show-context';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';

/** Events a second of the pretend crowd: lively, and slow enough to follow. */
const CROWD_RATE = 3;

interface BrindleRoom {
  state: 'offline' | 'live' | 'ended';
  crowd: number;
}

/** In the demo: a crowd for the made-up platform, its page, the compositor, and a way to start with nothing. */
export function DemoCard() {
  const { show, reload } = useShow();
  const [trouble, setTrouble] = useState<string | null>(null);
  const handle = show.feeds[0]?.handle ?? 'odavarn.kiln';
  const { data: room, mutate } = useSWR<BrindleRoom, Error>(`/standins/brindle/live/${encodeURIComponent(handle)}`, fetchJson, { refreshInterval: 3000 });
  const act = async (body: Record<string, unknown>): Promise<void> => {
    const answer = await actInBrindle(handle, body);
    setTrouble(answer.ok ? null : answer.reason);
    await mutate();
  };
  const running = (room?.crowd ?? 0) > 0;
  return (
    <Card label="Demo">
      <Text size={17} face="title" level={2}>Try it with a pretend crowd</Text>
      <Text tone="muted" className="mt-1">Brindle is a made-up platform that comes with Gavirn. A pretend crowd goes live as {handle} and sends likes, gifts, follows and chat.</Text>
      <View className="flex-row flex-wrap gap-2 mt-3">
        {running
          ? <Button onPress={() => void act({ act: 'end' })}>End the pretend show</Button>
          : <Button kind="main" onPress={() => void act({ act: 'crowd', rate: CROWD_RATE, seed: Date.now() % 100_000 })}>Start a pretend crowd</Button>}
        <Button kind="outline" onPress={() => void Linking.openURL(`/standins/brindle?handle=${encodeURIComponent(handle)}`)}>Brindle’s page</Button>
        <Button kind="outline" onPress={() => void Linking.openURL('/standins/weir')}>Cloud compositor</Button>
      </View>
      {trouble ? <Text tone="brick" className="mt-2" role="alert">{trouble}</Text> : null}
      <View className="mt-3 pt-2 border-t border-line flex-row items-center justify-between gap-3">
        <Text tone="muted" className="shrink">Rather begin with your own? This show stays in the list.</Text>
        <Button kind="outline" onPress={() => void addStarter().then(reload)}>Start empty</Button>
      </View>
    </Card>
  );
}
