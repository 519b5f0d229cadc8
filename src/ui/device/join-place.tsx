import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { typedCode } from '@/core/home/device';
import { join } from '@/ui/data/devices';
import { ownName } from '@/ui/data/home-docs';
import { useOpen } from '@/ui/frame/address';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Problem } from '@/ui/part/problem';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** Where another device comes to: it has scanned a code, or types one. */
export function JoinPlace() {
  const router = useRouter();
  const scanned = useOpen('code').at?.[0] ?? '';
  const [typed, setTyped] = useState<string | null>(null);
  const [name, setName] = useState(ownName);
  const [joining, setJoining] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const code = typed ?? scanned;
  const signs = code.replace(/[\s-]/g, '').length;
  // A recovery sheet's is longer: while it is typed it is not wrong yet.
  const wrong = typedCode(code) === null && (signs === 8 || signs >= 32 || /[01IO]/i.test(code));
  const go = async (): Promise<void> => {
    setJoining(true);
    setProblem(null);
    const joined = await join(code, name.trim());
    setJoining(false);
    if (joined.ok) router.replace(joined.right === 'everything' ? '/stage' : '/desk');
    else setProblem(joined.reason);
  };
  return (
    <PlaceBody title={say('Add this device')}>
      <View className="gap-4 mt-3">
        <Text>
          {say(
            'On the device that has your show: the show’s name, then Devices, then “Add a device”. It shows a code.',
          )}
        </Text>
        <TextField
          label={say('Code')}
          value={code}
          onChange={setTyped}
          exact
          most={60}
          problem={
            wrong
              ? say(
                  'A code has eight letters and digits, that of a recovery sheet 32, and never 0, 1, I or O: look again.',
                )
              : null
          }
        />
        <TextField
          label={say('What is this device called?')}
          value={name}
          onChange={setName}
          most={40}
          problem={name.trim() === '' ? say('A device needs a name.') : null}
        />
        <Button disabled={joining || typedCode(code) === null || name.trim() === ''} onPress={() => void go()}>
          {joining ? say('Fetching the show …') : say('Add this device')}
        </Button>
        <Problem says={problem} />
        <Text size={13} tone="muted">
          {say('What this browser has already stays beside it, under Shows.')}
        </Text>
        <Text size={13} tone="muted">
          {say('No device is left? The code of a recovery sheet is typed here too; a backup is opened under Shows.')}
        </Text>
      </View>
    </PlaceBody>
  );
}
