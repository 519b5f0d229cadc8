import { useState } from 'react';
import { View } from 'react-native';
import { shownCode, type DeviceView } from '@/core/home/device';
import { makeSheet, removeDevice } from '@/ui/data/devices';
import { useAsked } from '@/ui/frame/address';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Confirm } from '@/ui/part/confirm';
import { Problem } from '@/ui/part/problem';
import { Qr } from '@/ui/part/qr';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { saveSheet } from './save-sheet';

/** The way back when every device is lost. @param sheet the one that there is */
export function RecoveryCard({ sheet }: { sheet: DeviceView | undefined }) {
  const [code, setCode] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [asking, ask] = useAsked('revoke');
  const [shown, show] = useAsked('sheet');
  const make = async (): Promise<void> => {
    const made = await makeSheet();
    setProblem(made.ok ? null : made.reason);
    if (!made.ok) return;
    setCode(made.value.code);
    show(true);
  };
  return (
    <Card className="mt-6 gap-3" label={say('Recovery sheet')}>
      <Text size={17} face="title" level={2}>
        {say('Recovery sheet')}
      </Text>
      <Text>
        {say(
          'There is no account. Whoever loses every device comes back by this sheet or by a backup, and in no other way: nobody can help then, not even whoever runs the server.',
        )}
      </Text>
      {sheet ? <Text tone="lagoon">{say('There is one. It is good until you revoke it or make another.')}</Text> : null}
      <View className="flex-row flex-wrap gap-2">
        <Button kind={sheet ? 'outline' : 'plain'} onPress={() => void make()}>
          {sheet ? say('Make another') : say('Make a recovery sheet')}
        </Button>
        {sheet ? (
          <Button kind="bad" onPress={() => ask(true)}>
            {say('Revoke it')}
          </Button>
        ) : null}
      </View>
      <Problem says={problem} />
      {shown ? (
        <Sheet title={say('Recovery sheet')} onClose={() => show(false)}>
          {code === null ? (
            <Text>{say('Its code was shown once. Make another sheet if you have not got it.')}</Text>
          ) : (
            <Shown code={code} />
          )}
        </Sheet>
      ) : null}
      {asking && sheet ? (
        <Confirm
          title={say('Revoke the recovery sheet')}
          says={say('The sheet that you have printed or saved is good for nothing then.')}
          yes={say('Revoke it')}
          onYes={() => void removeDevice(sheet.id).then(setProblem)}
          onClose={() => ask(false)}
        />
      ) : null}
    </Card>
  );
}

/** Shown this once. */
function Shown({ code }: { code: string }) {
  const address = `${location.origin}/join#code/${shownCode(code)}`;
  return (
    <View className="gap-4 items-center">
      <Text>{say('It is shown this once. Print it or save it, and keep it where you would keep a passport.')}</Text>
      <Qr text={address} size={200} label={say('The recovery sheet as a QR code')} />
      <Text size={17} face="strong" selectable accessibilityLabel={say('Recovery code')} className="text-center">
        {shownCode(code)}
      </Text>
      <Button className="w-full" onPress={() => saveSheet(code, address)}>
        {say('Save as a file to print')}
      </Button>
    </View>
  );
}
