import { useEffect, type ReactNode } from 'react';
import { View } from 'react-native';
import { usePathname } from 'expo-router';
import { useTicking } from '@/ui/begin/use-to-do';
import { SheetHost } from '@/ui/part/sheet';
import { Pulse } from '@/ui/pulse/pulse';
import { RehearsalLine } from '@/ui/rehearsal/rehearsal-line';
import { StageBeside } from '@/ui/stage/stage-beside';
import { inPlace, useAsked } from './address';
import { AtHand } from './at-hand';
import { Keys } from './keys';
import { Notices } from './notices';
import { Places } from './places';
import { usePressKeys } from './press-keys';
import { ToastHost } from './toast-host';
import { useLow, useWide } from './wide';

/** The frame around every screen: pulse above, places below; when wide, a rail, the place, and the running stage beside it; a phone held across has the rail. */
export function Shell({ children }: { children: ReactNode }) {
  const wide = useWide();
  const low = useLow();
  const path = usePathname();
  useTicking();
  usePressKeys();
  useEffect(() => inPlace.at(path), [path]);
  const [listed, setListed] = useAsked('keys');
  const keys = <Keys listed={listed} onList={setListed} />;
  const onStage = path.startsWith('/stage');
  const rail = wide || low;
  // Each keeps its key: whoever turns their phone finds what was open, and what was typed.
  const place = (
    <View key="place" className={`flex-1 ${wide ? 'border-e border-line' : ''}`}>
      <Pulse />
      <Notices />
      <AtHand />
      <RehearsalLine />
      <View role="main" className="flex-1">
        {children}
        <SheetHost />
        <ToastHost />
      </View>
    </View>
  );
  const places = <Places key="places" rail={rail} {...(wide ? { onKeys: () => setListed(true) } : {})} />;
  return (
    <View className={`flex-1 bg-ground ${rail ? 'flex-row' : ''}`}>
      {rail ? [places, place] : [place, places]}
      {onStage || !wide ? null : <StageBeside />}
      {keys}
    </View>
  );
}
