import { Pressable, View } from 'react-native';
import Laptop from 'lucide-react-native/icons/monitor-smartphone';
import type { DeviceView } from '@/core/home/device';
import { useDevices } from '@/ui/data/devices';
import { mayEverything } from '@/ui/data/home-docs';
import { useOpened } from '@/ui/data/show';
import { useOpen, useOpenOne } from '@/ui/frame/address';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Problem } from '@/ui/part/problem';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { agoWords } from '@/ui/words/ago';
import { say } from '@/ui/words/say';
import { AddDeviceSheet } from './add-device-sheet';
import { DeviceSheet } from './device-sheet';
import { KeptSessions } from './kept-sessions';
import { NoHttps } from './no-https';
import { RecoveryCard } from './recovery-card';
import { rightWord } from './rights';

/** The devices that the show is on: which there are, what each may do, and one more. */
export function DevicesPlace() {
  const { data: devices, error } = useDevices();
  const everything = useOpened((open) => mayEverything(open.device));
  const adding = useOpen('add');
  const [chosen, choose] = useOpenOne('device');
  const one = devices?.find(({ id }) => id === chosen);
  return (
    <PlaceBody
      title={say('Devices')}
      beside={everything ? <Button onPress={() => adding.open()}>{say('Add a device')}</Button> : undefined}
    >
      <Text tone="muted" className="mt-1">
        {say('The show is the same on all of them: what one changes, the others have within a second.')}
      </Text>
      <NoHttps />
      <Problem says={error?.message ?? null} />
      <View role="list" aria-label={say('Devices')} className="mt-4 gap-2">
        {devices
          ?.filter(({ sheet }) => !sheet)
          .map((device) => (
            <View key={device.id} role="listitem">
              <Row device={device} onPress={() => choose(device.id)} />
            </View>
          ))}
      </View>
      {everything && devices ? <RecoveryCard sheet={devices.find(({ sheet }) => sheet)} /> : null}
      {everything ? <KeptSessions /> : null}
      {adding.at ? <AddDeviceSheet onClose={adding.close} /> : null}
      {one ? <DeviceSheet device={one} everything={everything} onClose={() => choose(null)} /> : null}
    </PlaceBody>
  );
}

function Row({ device, onPress }: { device: DeviceView; onPress: () => void }) {
  const { muted, marigold } = useColours();
  const seen = device.own ? say('this device') : say('seen {ago}', { ago: agoWords(device.seenMs) });
  return (
    <Pressable
      role="button"
      onPress={onPress}
      className="min-h-[64px] px-3 py-2 flex-row items-center gap-3 rounded-card bg-surface border border-line active:bg-raised"
    >
      <Laptop size={24} color={device.own ? marigold : muted} aria-hidden />
      <View className="flex-1">
        <Text size={17} face="strong" numberOfLines={1}>
          {device.name || say('First device')}
        </Text>
        <Text size={13} tone="muted">
          {seen}
        </Text>
      </View>
      <Text size={15} tone={device.right === 'everything' ? 'ink' : 'mist'}>
        {rightWord(device.right)}
      </Text>
    </Pressable>
  );
}
