import { View } from 'react-native';
import { useRouter } from 'expo-router';
import Plus from 'lucide-react-native/icons/plus';
import { randomKey } from '@/ui/data/random-key';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { OutletCard } from './outlet-card';
import { PasteGuide } from './paste-guide';
import { say } from '@/ui/words/say';

/** The addresses to paste into a compositor. */
export function OutletsPlace() {
  const show = useShow();
  const router = useRouter();
  const add = (): void =>
    edit((draft) => {
      draft.outlets.push({
        id: randomKey().slice(0, 12),
        name: say('Outlet {outlets}', { outlets: draft.outlets.length + 1 }),
        sounds: false,
        shows: { kind: 'pieces', pieces: [] },
        whose: 'viewers',
      });
    });
  return (
    <PlaceBody title={say('Outlets')}>
      <Text tone="muted">
        {say(
          'Paste the address into your app or cloud compositor as a web layer. It never changes by itself, and follows your stage within a second.',
        )}
      </Text>
      <View className="flex-row flex-wrap gap-2 mt-3">
        <Button kind="outline" onPress={() => router.navigate('/sound')}>
          {say('Sound and read aloud')}
        </Button>
        <Button kind="outline" onPress={() => router.navigate('/program')}>
          {say('Program')}
        </Button>
        {show.outlets.length < 50 ? (
          <Button kind="outline" icon={Plus} onPress={add}>
            {say('Add an outlet')}
          </Button>
        ) : null}
      </View>
      <View className="gap-3 mt-4">
        {show.outlets.map((outlet) => (
          <OutletCard key={outlet.id} outlet={outlet} />
        ))}
      </View>
      <PasteGuide />
    </PlaceBody>
  );
}
