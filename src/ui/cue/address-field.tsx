import { useState } from 'react';
import { ASKS } from '@/ui/data/feed-keys';
import { useKeys } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

const isAddress = (typed: string): boolean => {
  try {
    return /^https?:$/.test(new URL(typed).protocol);
  } catch {
    return false;
  }
};

/** A web address that a cue tells, and what whoever is behind it needs so that they can trust it. What is no address is not taken. */
export function AddressField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  const keys = useKeys();
  const [typed, setTyped] = useState(value);
  const [shown, setShown] = useState(false);
  const secret = keys.feeds[ASKS]?.signing ?? null;
  const take = (text: string): void => {
    setTyped(text);
    if (text.trim() === '' || isAddress(text.trim())) onChange(text.trim());
  };
  return (
    <>
      <TextField
        label={label}
        value={typed}
        most={2000}
        exact
        placeholder="https://"
        onChange={take}
        problem={
          typed.trim() === '' || isAddress(typed.trim()) ? null : say('An address begins with https:// or http://.')
        }
      />
      <Text tone="muted">
        {say(
          'It gets a CloudEvent by POST: the cue’s name and your words, and nothing else. It has 5 s to answer, and is asked once more.',
        )}
      </Text>
      {secret ? (
        <>
          <Text tone="muted">{say('Each is signed (Standard Webhooks). Whoever checks it needs this secret:')}</Text>
          {shown ? (
            <Text selectable className="p-3 rounded-control bg-raised break-all">
              {secret}
            </Text>
          ) : (
            <Button kind="outline" onPress={() => setShown(true)}>
              {say('Show the secret')}
            </Button>
          )}
        </>
      ) : null}
    </>
  );
}
