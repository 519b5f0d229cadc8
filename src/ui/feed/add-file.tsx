import type { Feed } from '@/core/platform/feed';
import { useState } from 'react';
import { keepRecording } from '@/ui/data/recordings';
import { openFile } from '@/ui/data/save-file';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { fileFeed } from './new-feed';
import { Problem } from '@/ui/part/problem';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const FORMAT_WORDS = {
  events: phrase('an event log'),
  csv: phrase('a table of events'),
  cloudevents: phrase('CloudEvents'),
  brindle: phrase('a saved Brindle stream'),
} as const;

/** A recorded session: the file, and what it was found to be. */
export function AddFile({ onAdd }: { onAdd: (feed: Feed) => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const choose = async (): Promise<void> => {
    const file = await openFile('.ndjson,.csv,.json,.txt,application/json,text/csv,text/plain');
    if (!file) return;
    const { guessFormat } = await import('@/ui/data/tables');
    const as = guessFormat(file.text);
    if (!as)
      return setProblem(
        say(
          '{name} is no recording. Gavirn plays event logs (NDJSON), tables of events (CSV with a column "kind"), CloudEvents, and saved Brindle streams.',
          { name: file.name },
        ),
      );
    const feed = fileFeed(file.name, as);
    await keepRecording(feed.id, file.text);
    onAdd(feed);
  };
  return (
    <>
      <Text tone="muted">
        {say('Play a session again as if it happened now, at 1 to 100 times its speed. It can be {values}.', {
          values: { or: Object.values(FORMAT_WORDS) },
        })}
      </Text>
      <Problem says={problem} />
      <Button kind="main" onPress={() => void choose()}>
        {say('Choose a file')}
      </Button>
    </>
  );
}
