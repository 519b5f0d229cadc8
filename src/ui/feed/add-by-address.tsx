import { transportSchema, type Feed, type Transport } from '@/core/platform/feed';
import { useState } from 'react';
import { View } from 'react-native';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { mappedFeed } from './new-feed';
import { say } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

const WAYS = [
  { value: 'webhook', label: phrase('It posts to me') },
  { value: 'sse', label: phrase('Event stream') },
  { value: 'websocket', label: phrase('WebSocket') },
  { value: 'poll', label: phrase('Ask now and then') },
] as const;
type Way = (typeof WAYS)[number]['value'];

const SAYS: Record<Way, Phrase> = {
  webhook: phrase('The platform posts each message to an address that this feed gets. You paste it there afterwards.'),
  sse: phrase('An address that stays open and sends messages as they happen (text/event-stream).'),
  websocket: phrase('An address that begins with ws:// or wss://.'),
  poll: phrase('An address that answers with JSON whenever it is asked; every 2 s here.'),
};
const POLL_MS = 2000;

/** Any other platform: what it is called, and how its messages come. What they mean is tapped together on the feed's page. */
export function AddByAddress({ onAdd }: { onAdd: (feed: Feed) => void }) {
  const [name, setName] = useState('');
  const [way, setWay] = useState<Way>('webhook');
  const [url, setUrl] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const [nameless, setNameless] = useState(false);
  const add = (): void => {
    setNameless(name.trim() === '');
    const source: Transport =
      way === 'webhook'
        ? { transport: way }
        : way === 'poll'
          ? { transport: way, url: url.trim(), everyMs: POLL_MS }
          : { transport: way, url: url.trim() };
    const right = transportSchema.safeParse(source).success;
    setProblem(
      right
        ? null
        : way === 'websocket'
          ? say('A WebSocket’s address begins with ws:// or wss://.')
          : say('A whole address is needed, with http:// or https:// in front.'),
    );
    if (right && name.trim() !== '') onAdd(mappedFeed(name, source));
  };
  return (
    <>
      <TextField
        label={say('What you call it')}
        value={name}
        placeholder={say('My other platform')}
        most={64}
        autoFocus
        onChange={setName}
        problem={nameless ? say('It needs a name, to be found in lists.') : null}
      />
      <WayChoice way={way} setWay={setWay} setProblem={setProblem} />
      {way === 'webhook' ? null : (
        <AddressOfFeed url={url} setUrl={setUrl} setProblem={setProblem} problem={problem} way={way} add={add} />
      )}
      {way === 'webhook' ? null : (
        <Text size={13} tone="muted">
          {say(
            'If the address holds a secret, write {secret} in its place. You put it in on the feed’s page, where it is kept apart.',
            { secret: '{secret}' },
          )}
        </Text>
      )}
      <Button kind="main" onPress={add}>
        {say('Add this feed')}
      </Button>
    </>
  );
}

function AddressOfFeed({
  url,
  setUrl,
  setProblem,
  problem,
  way,
  add,
}: {
  url: string;
  setUrl: (value: string) => void;
  setProblem: (value: string | null) => void;
  problem: string | null;
  way: 'sse' | 'websocket' | 'poll';
  add: () => void;
}) {
  return (
    <TextField
      label={say('Address')}
      value={url}
      exact
      most={2000}
      onChange={(text) => {
        setUrl(text);
        setProblem(null);
      }}
      problem={problem}
      placeholder={way === 'websocket' ? say('wss://') : 'https://'}
      onSubmit={add}
    />
  );
}

/** By which of the open ways it is reached. */
function WayChoice({
  way,
  setWay,
  setProblem,
}: {
  way: 'sse' | 'websocket' | 'poll' | 'webhook';
  setWay: (value: 'sse' | 'websocket' | 'poll' | 'webhook') => void;
  setProblem: (value: string | null) => void;
}) {
  return (
    <View className="gap-2">
      <Text size={13} tone="muted">
        {say('How do its messages come?')}
      </Text>
      <Segments
        label={say('Way')}
        options={WAYS}
        value={way}
        onChange={(next) => {
          setWay(next);
          setProblem(null);
        }}
      />
      <Text size={13} tone="muted">
        {SAYS[way]}
      </Text>
    </View>
  );
}
