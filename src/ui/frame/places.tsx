import { usePathname, useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { morePlace } from './more-places';
import { Sign } from './sign';
import { useLow } from './wide';

/** The five places, in the order of the work, with their own signs. */
export const PLACES = [
  { path: '/feeds', name: 'Feeds', sign: 'M3 6h7a4 4 0 0 1 4 4v0a4 4 0 0 0 4 4h3M3 14h5' },
  { path: '/stage', name: 'Stage', sign: 'M7 2h10v18H7zM9.5 15h5' },
  { path: '/cues', name: 'Cues', sign: 'M3 5h12M3 10h17M3 15h9M17 14v6M14 17h6' },
  { path: '/desk', name: 'Desk', sign: 'M5 3v16M11 3v16M17 3v16M3 8h4M9 14h4M15 6h4' },
  { path: '/recap', name: 'Recap', sign: 'M3 18V9M8 18V4M13 18v-6M18 18V7' },
] as const;

/** Gavirn's mark: a proscenium arch with a gift's shape under it. */
function Mark() {
  const { ink, marigold } = useColours();
  return (
    <Svg width={34} height={34} viewBox="0 0 34 34" aria-hidden>
      <Path d="M5 30V17a12 12 0 0 1 24 0v13" stroke={ink} strokeWidth={3.2} fill="none" strokeLinecap="round" />
      <Path d="M17 15.5 23 22l-6 6.5-6-6.5Z" fill={marigold} />
    </Svg>
  );
}

/** Where one goes: a bar below on a phone, a rail on the left when wide. */
export function Places({ rail, onKeys }: { rail: boolean; onKeys?: () => void }) {
  const low = useLow();
  const router = useRouter();
  const path = usePathname();
  const { ink, muted } = useColours();
  return (
    <View
      role="navigation"
      aria-label="Places"
      className={
        rail
          ? `w-[5.25rem] items-center border-r border-line ${low ? '' : 'pt-5'}`
          : 'flex-row border-t border-line bg-ground'
      }
      style={rail ? undefined : { paddingBottom: 'env(safe-area-inset-bottom)' as never }}
    >
      {rail && !low ? (
        <View className="pb-4">
          <Mark />
        </View>
      ) : null}
      {PLACES.map(({ path: to, name, sign }) => {
        const here = (morePlace(path)?.of ?? path).startsWith(to) || (to === '/feeds' && path.startsWith('/feed/'));
        return (
          <Pressable
            key={to}
            role="link"
            aria-current={here ? 'page' : undefined}
            aria-label={name}
            onPress={() => router.navigate(to)}
            className={`items-center justify-center gap-1 ${rail ? (low ? 'w-full flex-1 min-h-[44px]' : 'w-full min-h-[66px]') : 'flex-1 min-h-[62px]'}`}
          >
            <View
              className={`absolute bg-marigold ${rail ? 'left-0 top-[6px] bottom-[6px] w-[3px] rounded-r-[3px]' : 'top-[-1px] w-[34px] h-[3px] rounded-b-[3px]'} ${here ? '' : 'opacity-0'}`}
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
          aria-label="Keys"
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
