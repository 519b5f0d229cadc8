import { useEffect, type ReactNode } from 'react';
import { View } from 'react-native';
import { usePathname } from 'expo-router';
import { useTicking } from '@/ui/begin/use-to-do';
import { SheetHost } from '@/ui/part/sheet';
import { Pulse } from '@/ui/pulse/pulse';
import { StageBeside } from '@/ui/stage/stage-beside';
import { inPlace, useAsked } from './address';
import { Keys } from './keys';
import { Notices } from './notices';
import { Places } from './places';
import { useWide } from './wide';

/** The frame around every screen: pulse above, places below; when wide, a rail, the place, and the running stage beside it. */
export function Shell({ children }: { children: ReactNode }) {
  const wide = useWide();
  const path = usePathname();
  useTicking();
  useEffect(() => inPlace.at(path), [path]);
  const [listed, setListed] = useAsked('keys');
  const keys = <Keys listed={listed} onList={setListed} />;
  const onStage = path.startsWith('/stage');
  if (!wide) {
    return (
      <View className="flex-1 bg-ground">
        <Pulse />
        <Notices />
        <View role="main" className="flex-1">
          {children}
          <SheetHost />
        </View>
        <Places wide={false} />
        {keys}
      </View>
    );
  }
  return (
    <View className="flex-1 flex-row bg-ground">
      <Places wide onKeys={() => setListed(true)} />
      <View className="flex-1 border-r border-line">
        <Pulse />
        <Notices />
        <View role="main" className="flex-1">
          {children}
          <SheetHost />
        </View>
      </View>
      {onStage ? null : <StageBeside />}
      {keys}
    </View>
  );
}
