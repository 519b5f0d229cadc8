import { useState } from 'react';
import Check from 'lucide-react-native/icons/check';
import Copy from 'lucide-react-native/icons/copy';
import { Button } from './button';
import { Problem } from './problem';
import { say } from '@/ui/words/say';

/** Copies an address. Where the browser does not let the page do that, it says what to do instead. */
export function CopyButton({ text }: { text: string }) {
  // Of one address: a new one has not been copied yet.
  const [copied, setCopied] = useState<{ text: string; well: boolean } | null>(null);
  const done = copied?.text === text ? copied.well : null;
  const copy = (): void =>
    void navigator.clipboard.writeText(text).then(
      () => setCopied({ text, well: true }),
      () => setCopied({ text, well: false }),
    );
  return (
    <>
      <Button kind="main" icon={done ? Check : Copy} onPress={copy}>
        {done ? say('Copied') : say('Copy address')}
      </Button>
      <Problem
        says={
          done === false ? say('This browser does not let the page copy. Hold the address above to select it.') : null
        }
      />
    </>
  );
}
