import type { Outlet } from '@/core/show/outlet';
import { View } from 'react-native';
import Settings from 'lucide-react-native/icons/sliders-horizontal';
import { outletSize } from '@/core/stage/outlet-frame';
import { useKeys, useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { CopyButton } from '@/ui/part/copy-button';
import { Text } from '@/ui/part/text';
import { outletAddress } from './outlet-key';
import { Qr } from '@/ui/part/qr';
import { say } from '@/ui/words/say';

/** An outlet's address, to be read, copied or scanned, and how large the layer is to be. */
export function OutletAddress({ outlet, onOpen }: { outlet: Outlet; onOpen: () => void }) {
  const frame = useShow((show) => outletSize(show, outlet));
  const key = useKeys().outlets[outlet.id];
  const address = outletAddress(key);
  const wall = outlet.shows.kind === 'wall';
  const { width, height } = wall ? { width: 1920, height: 1080 } : frame;
  return (
    <>
      <Text selectable className="mt-3 p-3 rounded-control bg-raised break-all" accessibilityLabel={say('Address')}>
        {key === undefined ? say('Its address is being made …') : address}
      </Text>
      <View className="flex-row gap-4 mt-3 items-start">
        <Qr text={address} size={132} />
        <View className="flex-1 gap-3">
          <CopyButton text={address} />
          <View>
            <Text size={13} tone="muted">
              {wall ? say('Fills the television; drawn for') : say('Give the layer')}
            </Text>
            <Text size={17} face="strong" className="tabular-nums">
              {say('{width} wide, {height} high', { width, height })}
            </Text>
          </View>
          <Button
            kind="outline"
            icon={Settings}
            label={say('What it carries: {name}', { name: outlet.name })}
            onPress={onOpen}
          >
            {say('What it carries')}
          </Button>
        </View>
      </View>
    </>
  );
}
