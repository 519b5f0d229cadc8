import { usePathname, useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { Text } from '@/ui/part/text';
import { mayEverything } from '@/ui/data/home-docs';
import { useOpened } from '@/ui/data/show';
import { useColours } from '@/ui/theme/look';
import { MARK } from '@/ui/theme/mark';
import { PLACES } from './five-places';
import { morePlace } from './more-places';
import { Sign } from './sign';
import { useLow } from './wide';
import { say, saying } from '@/ui/words/say';

/** Gavirn's mark: a proscenium arch with a gift's shape under it. */
function Mark() {
  const { ink, marigold } = useColours();
  return (
    <Svg width={34} height={34} viewBox="0 0 34 34" aria-hidden>
      <Path d={MARK.arch} stroke={ink} strokeWidth={MARK.line} fill="none" strokeLinecap="round" />
      <Path d={MARK.gift} fill={marigold} />
    </Svg>
  );
}

/** Where one goes: a bar below on a phone, a rail on the left when wide. */
export function Places({ rail, onKeys }: { rail: boolean; onKeys?: () => void }) {
  const low = useLow();
  const everything = useOpened((open) => mayEverything(open.device));
  const router = useRouter();
  const path = usePathname();
  const { ink, muted } = useColours();
  return (
    <View
      role="navigation"
      aria-label={say('Places')}
      className={
        rail
          ? `w-[5.25rem] items-center border-e border-line ${low ? '' : 'pt-5'}`
          : 'flex-row border-t border-line bg-ground'
      }
      style={rail ? undefined : { paddingBottom: 'env(safe-area-inset-bottom)' as never }}
    >
      {rail && !low ? (
        <View className="pb-4">
          <Mark />
        </View>
      ) : null}
      {PLACES.filter(({ path: to }) => everything || to === '/desk').map(({ path: to, name, sign }) => {
        const here = (morePlace(path)?.of ?? path).startsWith(to) || (to === '/feeds' && path.startsWith('/feed/'));
        return (
          <Pressable
            key={to}
            role="link"
            aria-current={here ? 'page' : undefined}
            aria-label={saying(name)}
            onPress={() => router.navigate(to)}
            className={`items-center justify-center gap-1 ${rail ? (low ? 'w-full flex-1 min-h-[44px]' : 'w-full min-h-[66px]') : 'flex-1 min-h-[62px]'}`}
          >
            <View
              className={`absolute bg-marigold ${rail ? 'start-0 top-[6px] bottom-[6px] w-[3px] rounded-e-[3px]' : 'top-[-1px] w-[34px] h-[3px] rounded-b-[3px]'} ${here ? '' : 'opacity-0'}`}
            />
            {low ? null : <Sign path={sign} color={here ? ink : muted} />}
            <Text size={13} face={here ? 'strong' : 'text'} tone={here ? 'ink' : 'muted'}>
              {name}
            </Text>
          </Pressable>
        );
      })}
      {onKeys ? (
        <Pressable
          role="button"
          aria-label={say('Keys')}
          onPress={onKeys}
          className="mt-auto mb-4 w-[44px] h-[44px] items-center justify-center rounded-control active:bg-raised"
        >
          <Text size={22} face="strong" tone="muted" aria-hidden>
            ?
          </Text>
        </Pressable>
      ) : null}
    </View>
  );
}
