import '@/global.css';
import { Navigator, Slot } from 'expo-router';
import { View } from 'react-native';
import { ShowProvider } from '@/ui/data/show-provider';
import { PlaceGuard } from '@/ui/frame/place-guard';
import { Shell } from '@/ui/frame/shell';
import { Text } from '@/ui/part/text';
import { Spoken } from '@/ui/words/spoken';
import { useFrameFonts } from '@/ui/theme/fonts';
import { say } from '@/ui/words/say';

/** The frame around every place. While the show is opened it looks as public/index.html does while all this is loaded. */
export default function Layout() {
  useFrameFonts();
  return (
    <Spoken waiting={<View className="flex-1 bg-ground" />}>
      <ShowProvider
        waiting={
          <View className="flex-1 bg-ground items-center justify-center">
            <Text tone="muted">{say('Opening your show …')}</Text>
          </View>
        }
        failed={(sentence) => (
          <View className="flex-1 bg-ground items-center justify-center p-6">
            <Text size={17} tone="brick" role="alert">
              {sentence}
            </Text>
          </View>
        )}
      >
        <Shell>
          <Navigator>
            <PlaceGuard>
              <Slot />
            </PlaceGuard>
          </Navigator>
        </Shell>
      </ShowProvider>
    </Spoken>
  );
}
