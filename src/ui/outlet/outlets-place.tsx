import { useState } from 'react';
import { View } from 'react-native';
import { useRouter } from 'expo-router';
import Check from 'lucide-react-native/icons/check';
import Copy from 'lucide-react-native/icons/copy';
import type { Outlet } from '@/core/show/show';
import { renewOutletKey } from '@/ui/data/library';
import { useShow } from '@/ui/data/show-context';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Confirm } from '@/ui/part/confirm';
import { Text } from '@/ui/part/text';
import { watchedBy } from '@/ui/stage/watched';
import { Qr } from './qr';

/** The addresses to paste into a compositor. */
export function OutletsPlace() {
  const { show } = useShow();
  const router = useRouter();
  return (
    <PlaceBody title="Outlets">
      <Text tone="muted">Paste the address into your app or cloud compositor as a web layer. It never changes by itself, and follows your stage within a second.</Text>
      <View className="flex-row flex-wrap gap-2 mt-3">
        <Button kind="outline" onPress={() => router.navigate('/sound')}>Sound and read aloud</Button>
      </View>
      <View className="gap-3 mt-4">{show.outlets.map((outlet) => <OutletCard key={outlet.id} outlet={outlet} />)}</View>
    </PlaceBody>
  );
}

function OutletCard({ outlet }: { outlet: Outlet }) {
  const { show, keys, desk, reload, edit } = useShow();
  const [copied, setCopied] = useState<'no' | 'yes' | 'failed'>('no');
  const [asking, setAsking] = useState(false);
  const address = `${window.location.origin}/o/${keys.outlets[outlet.id] ?? ''}`;
  const places = desk.view?.outlets[outlet.id] ?? 0;
  const copy = async (): Promise<void> => {
    try {
      await navigator.clipboard.writeText(address);
      setCopied('yes');
    } catch {
      setCopied('failed');
    }
  };
  return (
    <Card label={outlet.name}>
      <View className="flex-row items-center justify-between gap-3">
        <Text size={17} face="title" level={2} className="shrink">{outlet.name}</Text>
        <View role="status" className="flex-row items-center gap-2">
          <View className={`w-[10px] h-[10px] rounded-full ${places > 0 ? 'bg-lagoon' : 'border border-muted'}`} />
          <Text size={13} tone={places > 0 ? 'lagoon' : 'muted'}>{watchedBy(places)}</Text>
        </View>
      </View>
      <Text selectable className="mt-3 p-3 rounded-control bg-raised break-all" accessibilityLabel="Address">{address}</Text>
      <View className="flex-row gap-4 mt-3 items-start">
        <Qr text={address} size={132} />
        <View className="flex-1 gap-3">
          <Button kind="main" icon={copied === 'yes' ? Check : Copy} onPress={() => void copy()}>{copied === 'yes' ? 'Copied' : 'Copy address'}</Button>
          {copied === 'failed' ? <Text tone="brick" role="alert">This browser does not let the page copy. Hold the address above to select it.</Text> : null}
          <View>
            <Text size={13} tone="muted">Give the layer</Text>
            <Text size={17} face="strong" className="tabular-nums">{`${show.frame.width} wide, ${show.frame.height} high`}</Text>
          </View>
        </View>
      </View>
      <View className="mt-4 pt-3 border-t border-line flex-row items-center justify-between gap-3">
        <Text size={13} tone="muted" className="shrink">{outlet.sounds ? 'Sounds and read-aloud words are heard from here, and from nowhere else.' : 'Silent.'}</Text>
        <Button
          kind="outline"
          onPress={() => edit((draft) => {
            // One at a time, so that nothing is heard twice.
            for (const each of draft.outlets) each.sounds = each.id === outlet.id && !outlet.sounds;
          })}
        >
          {outlet.sounds ? 'Make it silent' : 'Sound from here'}
        </Button>
      </View>
      <View className="mt-4 pt-3 border-t border-line flex-row items-center justify-between gap-3">
        <Text size={13} tone="muted" className="shrink">Anyone with this address can look at the frame, and do nothing else.</Text>
        <Button kind="outline" onPress={() => setAsking(true)}>New address</Button>
      </View>
      {asking ? (
        <Confirm
          title="Make a new address" says="The present address stops at once, wherever it is pasted: the frame there becomes empty. The new one has to be pasted again." yes="Make a new one"
          onYes={() => void renewOutletKey(show, outlet.id).then(() => reload()).then(() => setCopied('no'))} onClose={() => setAsking(false)}
        />
      ) : null}
    </Card>
  );
}
