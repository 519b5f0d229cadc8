import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { shownCode, type DeviceView, type Right } from '@/core/home/device';
import { invite, useDevices, type Invitation } from '@/ui/data/devices';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { Problem } from '@/ui/part/problem';
import { Qr } from '@/ui/part/qr';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { RIGHT_WORDS } from './rights';

/** Adds a device: what it may do, then a code that it scans or types. */
export function AddDeviceSheet({ onClose }: { onClose: () => void }) {
  const [right, setRight] = useState<Right>('everything');
  const [made, setMade] = useState<(Invitation & { at: number; before: readonly DeviceView[] }) | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const { data: devices = [] } = useDevices();
  const make = async (): Promise<void> => {
    const answer = await invite(right);
    setProblem(answer.ok ? null : answer.reason);
    if (answer.ok) setMade({ ...answer.value, at: performance.now(), before: devices });
  };
  const come = made && devices.find(({ id }) => !made.before.some((known) => known.id === id));
  return (
    <Sheet title={say('Add a device')} onClose={onClose}>
      {come ? (
        <>
          <Text size={17} tone="lagoon" role="status">
            {say('{name} has the show now.', { name: come.name })}
          </Text>
          <Button onPress={onClose}>{say('Done')}</Button>
        </>
      ) : made ? (
        <Code invitation={made} onAgain={() => void make()} />
      ) : (
        <>
          <Text>{say('What may it do?')}</Text>
          <Choice label={say('What may it do?')} value={right} onChange={setRight} options={RIGHT_WORDS} />
          <Button onPress={() => void make()}>{say('Make a code')}</Button>
        </>
      )}
      <Problem says={problem} />
    </Sheet>
  );
}

/** Names by which no other device finds this one. */
const ONLY_HERE = ['localhost', '127.0.0.1', '[::1]'];

function Code({ invitation, onAgain }: { invitation: Invitation & { at: number }; onAgain: () => void }) {
  const left = useLeft(invitation.at + invitation.ms);
  const code = shownCode(invitation.code);
  if (left === 0)
    return (
      <>
        <Text size={17}>{say('The code is not good any more: it is for two minutes.')}</Text>
        <Button onPress={onAgain}>{say('Make another')}</Button>
      </>
    );
  return (
    <View className="gap-4 items-center">
      <Text>{say('Scan this with the other device’s camera. It opens Gavirn there.')}</Text>
      <Qr
        text={`${location.origin}/join#code/${code}`}
        size={220}
        label={say('The code {code} as a QR code', { code })}
      />
      <Text>{say('Or open {address} there, and type:', { address: `${location.host}/join` })}</Text>
      <Text size={30} face="title" selectable accessibilityLabel={say('Code')} className="tabular-nums">
        {code}
      </Text>
      <Text size={13} tone="muted" className="tabular-nums">
        {say('Good for one device, and for {left} s.', { left })}
      </Text>
      {ONLY_HERE.includes(location.hostname) ? (
        <Text size={13} tone="brick">
          {say(
            'This page is open under a name that only this device knows. Open it by its address in your network first.',
          )}
        </Text>
      ) : null}
    </View>
  );
}

/** Whole seconds until then, by the page's steady clock. */
function useLeft(until: number): number {
  const leftAt = (): number => Math.max(0, Math.ceil((until - performance.now()) / 1000));
  const [left, setLeft] = useState(leftAt);
  const at = useRef(leftAt);
  useEffect(() => {
    at.current = leftAt;
  });
  useEffect(() => {
    const timer = setInterval(() => setLeft(at.current()), 500);
    return () => clearInterval(timer);
  }, []);
  return left;
}
