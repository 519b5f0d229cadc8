import { useState } from 'react';
import { View } from 'react-native';
import type { DeviceView, Right } from '@/core/home/device';
import { changeDevice, leaveShow, removeDevice } from '@/ui/data/devices';
import { useShow } from '@/ui/data/show';
import { useAsked } from '@/ui/frame/address';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { Confirm } from '@/ui/part/confirm';
import { TextField } from '@/ui/part/field';
import { Problem } from '@/ui/part/problem';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { RIGHT_WORDS } from './rights';

/** One device: its name, what it may do, and the way out. @param everything whether this device may change others */
export function DeviceSheet({
  device,
  everything,
  onClose,
}: {
  device: DeviceView;
  everything: boolean;
  onClose: () => void;
}) {
  const show = useShow(({ id }) => id);
  const [name, setName] = useState(device.name);
  const [problem, setProblem] = useState<string | null>(null);
  const [asking, ask] = useAsked('out');
  const rename = async (): Promise<void> => setProblem(await changeDevice(device.id, { name: name.trim() }));
  const giveRight = async (right: Right): Promise<void> => setProblem(await changeDevice(device.id, { right }));
  const out = async (): Promise<void> => {
    const refused = await removeDevice(device.id);
    setProblem(refused);
    if (refused !== null) return;
    if (device.own) await leaveShow(show);
    else onClose();
  };
  return (
    <Sheet title={device.name || say('First device')} onClose={onClose}>
      {everything || device.own ? (
        <View className="gap-2">
          <TextField
            label={say('Name of this device')}
            value={name}
            most={40}
            onChange={setName}
            onSubmit={() => void rename()}
            problem={name.trim() === '' ? say('A device needs a name.') : null}
          />
          {name.trim() !== device.name && name.trim() !== '' ? (
            <Button onPress={() => void rename()}>{say('Give it this name')}</Button>
          ) : null}
        </View>
      ) : null}
      {everything ? (
        <View className="gap-1">
          <Text size={13} tone="muted">
            {say('It may')}
          </Text>
          <Choice
            label={say('It may')}
            value={device.right}
            onChange={(right) => void giveRight(right)}
            options={RIGHT_WORDS}
          />
        </View>
      ) : null}
      <Problem says={problem} />
      {everything || device.own ? (
        <Button kind="bad" onPress={() => ask(true)}>
          {device.own ? say('Leave the show on this device') : say('Take it out')}
        </Button>
      ) : null}
      {asking ? <AskOut device={device} onYes={() => void out()} onClose={() => ask(false)} /> : null}
    </Sheet>
  );
}

/** Asked before a device is taken out, or leaves. */
function AskOut({ device, onYes, onClose }: { device: DeviceView; onYes: () => void; onClose: () => void }) {
  return (
    <Confirm
      title={device.own ? say('Leave the show') : say('Take out {name}', { name: device.name })}
      says={
        device.own
          ? say('The show goes from this device, and stays on the others. What is not on the server yet is lost.')
          : say('It is out at once, wherever it is. To have it back you add it again.')
      }
      yes={device.own ? say('Leave') : say('Take it out')}
      onYes={onYes}
      onClose={onClose}
    />
  );
}
