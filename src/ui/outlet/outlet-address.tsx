import type { Outlet } from '@/core/show/outlet';
import { useState } from 'react';
import { View } from 'react-native';
import Check from 'lucide-react-native/icons/check';
import Copy from 'lucide-react-native/icons/copy';
import Settings from 'lucide-react-native/icons/sliders-horizontal';
import { outletSize } from '@/core/stage/outlet-frame';
import { useKeys, useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { Qr } from './qr';

/** An outlet's address, to be read, copied or scanned, and how large the layer is to be. */
export function OutletAddress({ outlet, onOpen }: { outlet: Outlet; onOpen: () => void }) {
  const frame = useShow((show) => outletSize(show, outlet));
  const key = useKeys().outlets[outlet.id];
  // Of one address: a new one has not been copied yet.
  const [copied, setCopied] = useState<{ address: string; well: boolean } | null>(null);
  const address = `${window.location.origin}/o/${key ?? ''}`;
  const wall = outlet.shows.kind === 'wall';
  const { width, height } = wall ? { width: 1920, height: 1080 } : frame;
  const done = copied?.address === address ? copied.well : null;
  const copy = async (): Promise<void> => {
    try {
      await navigator.clipboard.writeText(address);
      setCopied({ address, well: true });
    } catch {
      // The browser does not let the page write there: the sentence says what to do instead.
      setCopied({ address, well: false });
    }
  };
  return (
    <>
      <Text selectable className="mt-3 p-3 rounded-control bg-raised break-all" accessibilityLabel="Address">
        {key === undefined ? 'Its address is being made …' : address}
      </Text>
      <View className="flex-row gap-4 mt-3 items-start">
        <Qr text={address} size={132} />
        <View className="flex-1 gap-3">
          <Button kind="main" icon={done ? Check : Copy} onPress={() => void copy()}>
            {done ? 'Copied' : 'Copy address'}
          </Button>
          {done === false ? (
            <Text tone="brick" role="alert">
              This browser does not let the page copy. Hold the address above to select it.
            </Text>
          ) : null}
          <View>
            <Text size={13} tone="muted">
              {wall ? 'Fills the television; drawn for' : 'Give the layer'}
            </Text>
            <Text size={17} face="strong" className="tabular-nums">{`${width} wide, ${height} high`}</Text>
          </View>
          <Button kind="outline" icon={Settings} label={`What it carries: ${outlet.name}`} onPress={onOpen}>
            What it carries
          </Button>
        </View>
      </View>
    </>
  );
}
