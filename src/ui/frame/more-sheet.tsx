import { usePathname, useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import { useOpened, useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { inPlace } from './address';
import { mayOpen, MORE_PLACES } from './more-places';
import { Sign } from './sign';
import { say } from '@/ui/words/say';

/** All places beside the five, under the show's name. */
export function MoreSheet({ onClose }: { onClose: () => void }) {
  const router = useRouter();
  const path = usePathname();
  const { marigold } = useColours();
  const name = useShow((show) => show.name);
  const right = useOpened((open) => open.device?.right ?? 'everything');
  const shows = useOpened((open) => open.shows.length);
  // The sheet is left first, so that a step back from there does not open it again.
  const go = (to: string): void => inPlace.closeThen(() => router.navigate(to as '/shows'));
  return (
    <Sheet title={name} onClose={onClose}>
      <View className="flex-row items-center justify-between gap-3">
        <Text tone="muted" className="shrink">
          {shows === 1 ? say('Your only show so far') : say('One of {shows} shows', { shows })}
        </Text>
        <Button kind="outline" onPress={() => go('/shows')}>
          {say('Change show')}
        </Button>
      </View>
      <View role="list" aria-label={say('More places')} className="flex-row flex-wrap gap-[8px]">
        {MORE_PLACES.filter(({ path: to }) => mayOpen(to, right)).map((place) => {
          const here = path === place.path;
          return (
            <View key={place.path} role="listitem" className="grow basis-[46%]">
              <Pressable
                role="link"
                aria-label={say('{place}: {says}', { place: place.name, says: place.says })}
                aria-current={here ? 'page' : undefined}
                onPress={() => go(place.path)}
                className={`min-h-[76px] px-3 py-2 gap-1 rounded-card bg-raised border-2 active:opacity-80 ${here ? 'border-marigold' : 'border-raised'}`}
              >
                <View className="flex-row items-center gap-2">
                  <Sign path={place.sign} color={marigold} />
                  <Text size={17} face="strong">
                    {place.name}
                  </Text>
                </View>
                <Text size={13} tone="muted">
                  {place.says}
                </Text>
              </Pressable>
            </View>
          );
        })}
      </View>
    </Sheet>
  );
}
