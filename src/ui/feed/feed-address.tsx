import type { Feed } from '@/core/platform/feed';
import { useState } from 'react';
import { View } from 'react-native';
import { dayAndTime } from '@/ui/words/clock';
import Copy from 'lucide-react-native/icons/copy';
import { useEngineTime } from '@/ui/data/desk-time';
import { newSigning, renewed } from '@/ui/data/feed-keys';
import { changeFeedKey } from '@/ui/data/library';
import { useKeys, useShow } from '@/ui/data/show';
import { reload } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Confirm } from '@/ui/part/confirm';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { Section } from './section';
import { useAsked } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

const takesPosts = (feed: Feed): boolean =>
  feed.platform === 'oxbow' ||
  feed.platform === 'cloudevents' ||
  feed.platform === 'activity' ||
  (feed.platform === 'mapped' && feed.source.transport === 'webhook');

/** A feed's own address and its secrets: never shown unless asked for, and renewed without losing anything. */
export function FeedAddress({ feed }: { feed: Feed }) {
  if (feed.platform === 'mapped' && feed.source.transport !== 'webhook')
    return (
      <Section title={say('Address')}>
        <Token feed={feed} url={feed.source.url} />
      </Section>
    );
  return takesPosts(feed) ? (
    <Section title={feed.platform === 'oxbow' ? say('Secret') : say('Its own address')}>
      <Inbox feed={feed} />
    </Section>
  ) : null;
}

function Inbox({ feed }: { feed: Feed }) {
  const show = useShow();
  const keys = useKeys();
  const [shown, setShown] = useState(false);
  const [asking, setAsking] = useAsked('renew');
  const [copied, setCopied] = useState<string | null>(null);
  const key = keys.feeds[feed.id];
  const own = feed.platform !== 'oxbow';
  const overlap = useEngineTime((now) => (key?.previous && key.previous.until > now ? key.previous.until : null));
  if (!key) return <Text tone="muted">{say('It is being made …')}</Text>;
  const address = `${window.location.origin}/in/${key.inbox}`;
  const copy = (what: string, text: string): void =>
    void navigator.clipboard.writeText(text).then(
      () => setCopied(what),
      () => setCopied(null),
    );
  const renew = async (): Promise<void> => {
    await changeFeedKey(show, feed.id, (known) =>
      known.signing ? renewed(known, Date.now()) : { ...known, signing: newSigning() },
    );
    await reload();
  };
  return (
    <>
      {own ? (
        <Address address={address} copy={copy} copied={copied} />
      ) : (
        <Text tone="muted">
          {say(
            'Gavirn registers its address and this secret with Oxbow by itself, and refuses what is not signed by it.',
          )}
        </Text>
      )}
      <Secret signing={key.signing} shown={shown} />
      <View className="flex-row flex-wrap gap-2">
        {key.signing ? (
          <Button onPress={() => setShown(!shown)}>{shown ? say('Hide the secret') : say('Show the secret')}</Button>
        ) : null}
        {key.signing ? (
          <Button icon={Copy} onPress={() => copy('secret', key.signing ?? '')}>
            {copied === 'secret' ? say('Copied') : say('Copy the secret')}
          </Button>
        ) : null}
        <Button kind="outline" onPress={() => (key.signing ? setAsking(true) : void renew())}>
          {key.signing ? say('Renew the secret') : say('Ask for signatures')}
        </Button>
      </View>
      {overlap ? (
        <Text size={13} tone="mist">
          {say('The secret before this one is still taken until {dayAndTime}.', { dayAndTime: dayAndTime(overlap) })}
        </Text>
      ) : null}
      {asking ? (
        <Confirm
          title={say('Renew the secret')}
          says={say(
            'A new secret is made. The old one is still taken for a day, so that nothing is lost while you change it over there.',
          )}
          yes={say('Renew')}
          onYes={() => void renew()}
          onClose={() => setAsking(false)}
        />
      ) : null}
    </>
  );
}

function Secret({ signing, shown }: { signing: string | undefined; shown: boolean }) {
  return signing ? (
    <Text selectable={shown} className="break-all" accessibilityLabel={say('Secret')}>
      {shown ? signing : `whsec_${'•'.repeat(20)}`}
    </Text>
  ) : (
    <Text tone="muted">
      {say('No secret: what is posted is not checked. With one, every request must be signed (Standard Webhooks).')}
    </Text>
  );
}

function Address({
  address,
  copy,
  copied,
}: {
  address: string;
  copy: (what: string, text: string) => void;
  copied: string | null;
}) {
  return (
    <>
      <Text tone="muted">
        {say('Paste it where your platform asks for a webhook. Whoever knows it can send to this feed.')}
      </Text>
      <Text selectable className="break-all" accessibilityLabel={say('The feed’s own address')}>
        {address}
      </Text>
      <View className="flex-row">
        <Button icon={Copy} onPress={() => copy('address', address)}>
          {copied === 'address' ? say('Copied') : say('Copy address')}
        </Button>
      </View>
    </>
  );
}

/** The secret of an address that lets nobody in without one. */
function Token({ feed, url }: { feed: Feed; url: string }) {
  const show = useShow();
  const keys = useKeys();
  const [typed, setTyped] = useState('');
  const has = Boolean(keys.feeds[feed.id]?.token);
  const keep = async (): Promise<void> => {
    await changeFeedKey(show, feed.id, ({ token: _old, ...key }) => (typed === '' ? key : { ...key, token: typed }));
    setTyped('');
    await reload();
  };
  return (
    <>
      <Text selectable className="break-all">
        {url}
      </Text>
      <Text size={13} tone="muted">
        {has
          ? say('It has a secret: •••••••• . Type another one to replace it, or nothing to take it away.')
          : url.includes('{secret}')
            ? say('Its secret is still missing.')
            : say('If it asks for a key, put it in here: it is sent as a bearer token and stands in no file.')}
      </Text>
      <TextField
        label={say('Secret')}
        value={typed}
        exact
        most={2000}
        onChange={setTyped}
        onSubmit={() => void keep()}
      />
      {typed !== '' || has ? (
        <View className="flex-row">
          <Button onPress={() => void keep()}>
            {typed === '' ? say('Take the secret away') : say('Keep the secret')}
          </Button>
        </View>
      ) : null}
    </>
  );
}
