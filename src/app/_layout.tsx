import '@/global.css';
import { Slot } from 'expo-router';
import { View } from 'react-native';
import { GestureHandlerRootView } from 'react-native-gesture-handler';
import { ShowProvider } from '@/ui/data/show-provider';
import { Shell } from '@/ui/frame/shell';
import { Text } from '@/ui/part/text';
import { useGavirnFonts } from '@/ui/theme/fonts';

/** The frame around every place. */
export default function Layout() {
  const fonts = useGavirnFonts();
  const waiting = (
    <View className="flex-1 bg-ground items-center justify-center">
      {fonts ? <Text tone="muted">Opening your show …</Text> : null}
    </View>
  );
  if (!fonts) return waiting;
  return (
    <GestureHandlerRootView style={{ flex: 1 }}>
      <ShowProvider
        waiting={waiting}
        failed={(sentence) => (
          <View className="flex-1 bg-ground items-center justify-center p-6">
            <Text size={17} tone="brick" role="alert">
              {sentence}
            </Text>
          </View>
        )}
      >
        <Shell>
          <Slot />
        </Shell>
      </ShowProvider>
    </GestureHandlerRootView>
  );
}
