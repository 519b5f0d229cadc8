import { useState } from 'react';
import { View } from 'react-native';
import type { Role } from '@/core/event/viewer';
import type { ChatPiece } from '@/core/piece/chat-schema';
import { sendCommand } from '@/ui/data/command';
import { useShow } from '@/ui/data/show';
import { feedName } from '@/ui/feed/feed-name';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { TextField } from '@/ui/part/field';
import { Problem } from '@/ui/part/problem';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { WithoutField } from './without-field';
import { say } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

type SetField = (field: string, value: unknown) => void;

const ROLE_NAMES: readonly { value: Role; label: Phrase }[] = [
  { value: 'host', label: phrase('Hosts') },
  { value: 'moderator', label: phrase('Moderators') },
  { value: 'subscriber', label: phrase('Subscribers') },
];

/** Which lines a chat column shows, and some made-up ones to look at it with. */
export function ChatFields({ piece, set }: { piece: ChatPiece; set: SetField }) {
  return (
    <View className="gap-4">
      <MadeUpLines />
      <FeedTicks piece={piece} set={set} />
      <People piece={piece} set={set} />
      <TextField
        label={say('Lines that begin with one of these are left out')}
        value={(piece.skips ?? []).join(' ')}
        placeholder="/ !"
        most={200}
        onChange={(text) => {
          const skips = [...new Set(text.split(/\s+/).filter(Boolean))].map((each) => each.slice(0, 20)).slice(0, 12);
          set('skips', skips.length > 0 ? skips : undefined);
        }}
      />
      <WithoutField piece={piece} set={set} />
    </View>
  );
}

function MadeUpLines() {
  const [said, setSaid] = useState<string | null>(null);
  return (
    <View className="gap-2">
      <View className="flex-row">
        <Button
          kind="outline"
          onPress={() =>
            void sendCommand({ command: 'chatter' }).then((answer) => setSaid(answer.ok ? null : answer.reason))
          }
        >
          {say('Show made-up lines for 20 s')}
        </Button>
      </View>
      <Text size={13} tone="muted">
        {say('Here and on the outlets; nothing is counted, and nothing is posted.')}
      </Text>
      <Problem says={said} />
    </View>
  );
}

/** The feeds whose lines are shown. */
function FeedTicks({ piece, set }: { piece: ChatPiece; set: SetField }) {
  const feeds = useShow((show) => show.feeds);
  if (feeds.length < 2) return null;
  const all = feeds.map(({ id }) => id);
  const ticked = piece.feeds ?? all;
  const tick = (id: string): void => {
    const next = all.filter((each) => (each === id) !== ticked.includes(each));
    set('feeds', next.length === all.length ? undefined : next);
  };
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('Lines of these feeds')}
      </Text>
      <Ticks
        label={say('Lines of these feeds')}
        options={feeds.map((feed) => ({ value: feed.id, label: feedName(feed) }))}
        ticked={ticked}
        onTick={tick}
      />
    </View>
  );
}

/** Whose lines are shown, by role. */
function People({ piece: { people }, set }: { piece: ChatPiece; set: SetField }) {
  const roles = people?.roles ?? [];
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('Lines of')}
      </Text>
      <Segments
        label={say('Lines of')}
        value={people?.how ?? 'all'}
        onChange={(how) => set('people', how === 'all' ? undefined : { how, roles })}
        options={[
          { value: 'all', label: say('Everybody') },
          { value: 'only', label: say('Only these') },
          { value: 'but', label: say('All but these') },
        ]}
      />
      {people ? (
        <Ticks
          label={people.how === 'only' ? say('Only these') : say('All but these')}
          options={ROLE_NAMES}
          ticked={roles}
          onTick={(role) =>
            set('people', {
              how: people.how,
              roles: ROLE_NAMES.map(({ value }) => value).filter((each) => (each === role) !== roles.includes(each)),
            })
          }
        />
      ) : null}
    </View>
  );
}
