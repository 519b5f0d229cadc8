import type { Outlet } from '@/core/show/outlet';
import { useState } from 'react';
import { View } from 'react-native';
import { sendCommand } from '@/ui/data/command';
import { useDeskView } from '@/ui/data/desk';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { Problem } from '@/ui/part/problem';
import { say } from '@/ui/words/say';

/** Plays three bells from the outlet and asks whether they were heard: the way to the stream's sound has parts that Gavirn cannot see. */
export function HeardCheck({ outlet }: { outlet: Outlet }) {
  const [asked, setAsked] = useState<'no' | 'waiting' | 'heard' | 'not'>('no');
  const [said, setSaid] = useState<string | null>(null);
  const places = useDeskView(({ outlets }) => outlets[outlet.id] ?? 0, 0);
  const play = async (): Promise<void> => {
    const answer = await sendCommand({ command: 'tone' });
    setSaid(answer.ok ? null : answer.reason);
    setAsked(answer.ok ? 'waiting' : 'no');
  };
  return (
    <View className="gap-2 pt-3 border-t border-line">
      <Button onPress={() => void play()}>
        {asked === 'no' ? say('Play three bells there') : say('Play them again')}
      </Button>
      <Problem says={said} />
      {asked === 'waiting' ? (
        <View role="group" aria-label={say('Were they heard?')} className="gap-2">
          <Text size={17}>{say('Did you hear three bells from your stream?')}</Text>
          <View className="flex-row gap-2">
            <Button className="flex-1" kind="main" onPress={() => setAsked('heard')}>
              {say('Yes')}
            </Button>
            <Button className="flex-1" kind="outline" onPress={() => setAsked('not')}>
              {say('No')}
            </Button>
          </View>
        </View>
      ) : null}
      {asked === 'heard' ? (
        <Text tone="lagoon" role="status">
          {say('Sound arrives. What you hear there is what your viewers hear.')}
        </Text>
      ) : null}
      {asked === 'not' ? (
        <View role="status" className="gap-1">
          {places === 0 ? (
            <Text tone="brick">
              {say(
                'Nothing shows “{name}” just now. Paste its address into your compositor, or open it in a browser.',
                { name: outlet.name },
              )}
            </Text>
          ) : null}
          {places > 1 ? (
            <Text tone="brick">
              {say('“{name}” is open in {places} places: each of them plays the sound.', { name: outlet.name, places })}
            </Text>
          ) : null}
          {places > 0 ? (
            <Text>
              {say(
                'It is open. Browsers stay silent until a page is touched: tap the frame once where it is shown. Then look whether the layer is muted in your compositor, and which of your device’s outputs your stream takes.',
              )}
            </Text>
          ) : null}
        </View>
      ) : null}
    </View>
  );
}
