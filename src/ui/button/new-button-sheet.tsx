import { useState } from 'react';
import { makeButton } from '@/ui/data/buttons';
import { useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { CopyButton } from '@/ui/part/copy-button';
import { TextField } from '@/ui/part/field';
import { Problem } from '@/ui/part/problem';
import { Qr } from '@/ui/part/qr';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { buttonChoices } from './choices';

/** Makes a button: what it does, then its address, which is shown this once. */
export function NewButtonSheet({ onClose }: { onClose: () => void }) {
  const show = useShow();
  const choices = buttonChoices(show);
  const [key, setKey] = useState<string | null>(null);
  const [name, setName] = useState('');
  const [address, setAddress] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const chosen = choices.find((choice) => choice.key === key);
  const make = async (): Promise<void> => {
    if (!chosen) return;
    const answer = await makeButton(name.trim() || chosen.label.slice(0, 60), chosen.does);
    setProblem(answer.ok ? null : answer.reason);
    if (answer.ok) setAddress(`${location.origin}/b/${answer.value.key}`);
  };
  return (
    // Another one once it is made: the first is scrolled to its end by then.
    <Sheet key={address === null ? 'asked' : 'made'} title={say('New button')} onClose={onClose}>
      {address === null ? (
        <>
          <Choice
            label={say('What it does')}
            value={key}
            onChange={setKey}
            options={choices.map((choice) => ({ value: choice.key, label: choice.label }))}
          />
          <TextField
            label={say('What you call it')}
            value={name}
            most={60}
            placeholder={chosen?.label ?? ''}
            onChange={setName}
          />
          <Button kind="main" disabled={!chosen} onPress={() => void make()}>
            {say('Make its address')}
          </Button>
          <Problem says={problem} />
        </>
      ) : (
        <Made address={address} onClose={onClose} />
      )}
    </Sheet>
  );
}

function Made({ address, onClose }: { address: string; onClose: () => void }) {
  const line = `curl -X POST ${address}`;
  return (
    <>
      <Text size={17}>{say('This is its address. It is shown only now: copy it to where the button is.')}</Text>
      <Text selectable accessibilityLabel={say('Address')}>
        {address}
      </Text>
      <CopyButton text={address} />
      <Qr text={address} size={180} label={say('The address as a QR code')} />
      <Text tone="muted">
        {say('Have a shortcut, a watch or a box of buttons send a POST to it, with nothing in it. In a terminal:')}
      </Text>
      <Text selectable accessibilityLabel={say('Command')}>
        {line}
      </Text>
      <Text size={13} tone="muted">
        {say('Whoever has the address can press this button, and do nothing else. Remove it here when it is lost.')}
      </Text>
      <Button onPress={onClose}>{say('Done')}</Button>
    </>
  );
}
