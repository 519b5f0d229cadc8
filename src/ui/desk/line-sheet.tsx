import { useState } from 'react';
import { View } from 'react-native';
import { useRouter } from 'expo-router';
import type { DeskChatLine } from '@/core/desk/chat-line';
import { canPost } from '@/core/engine/kernel/answer';
import type { Command } from '@/core/session/input';
import { addPiece } from '@/core/stage/add';
import { useDeskView } from '@/ui/data/desk';
import { commandFeed } from '@/ui/data/feed-api';
import { mayEverything } from '@/ui/data/home-docs';
import { keepSetting, readSetting } from '@/ui/data/setting';
import { useOpened, useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { feedName } from '@/ui/feed/feed-name';
import { inPlace, partsOf } from '@/ui/frame/address';
import { toasts } from '@/ui/frame/toast';
import { Button } from '@/ui/part/button';
import { TitledSegments } from '@/ui/part/choice';
import { TextField } from '@/ui/part/field';
import { Problem } from '@/ui/part/problem';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import { newIds } from '@/ui/stage/add-piece';
import { AgoText } from '@/ui/words/ago-text';
import { say } from '@/ui/words/say';
import { roleWord } from './chat-row';

interface LineProps {
  line: DeskChatLine;
  onCommand: (command: Command) => void;
  onClose: () => void;
}

/** A line of chat, and what can be done with it: shown on the frame, answered, kept for later; and the way to its writer. */
export function LineSheet({ line, kept, onCommand, onClose }: LineProps & { kept: boolean }) {
  const router = useRouter();
  const feed = useShow(({ feeds }) => feeds.find(({ id }) => id === line.feed));
  const everything = useOpened((open) => mayEverything(open.device));
  const { id, viewer, name, roles, text } = line;
  const written = { id, feed: line.feed, viewer, name, roles, text };
  const told = [feed ? feedName(feed) : '', roleWord(roles), line.first ? say('writes for the first time') : ''];
  return (
    <Sheet title={name === '' ? say('Someone') : name} onClose={onClose}>
      <View className="gap-1">
        <ViewerText text={text} size={22} selectable />
        <View className="flex-row gap-2 flex-wrap">
          <Text size={13} tone="muted">
            {say('{facts}', { facts: { dots: told.filter((each) => each !== '') } })}
          </Text>
          <AgoText at={line.at} />
        </View>
      </View>
      <OnFrame line={line} onCommand={onCommand} onClose={onClose} />
      <Answer line={line} onClose={onClose} />
      <View className="flex-row flex-wrap gap-2">
        <Button
          pressed={kept}
          onPress={() => onCommand(kept ? { command: 'dropLine', line: id } : { command: 'keepLine', line: written })}
        >
          {kept ? say('Keep it no longer') : say('Keep for later')}
        </Button>
        {viewer !== '' && everything ? (
          <Button
            free
            onPress={() => {
              inPlace.closeThen(() => router.navigate(`/people#${partsOf('person', line.feed, viewer)}`));
            }}
          >
            {say('What is known of {name}', { name })}
          </Button>
        ) : null}
      </View>
    </Sheet>
  );
}

const SECONDS = ['10', '20', '60', '0'] as const;
type Seconds = (typeof SECONDS)[number];
const KEPT_SECONDS = 'gavirn.featured-seconds';

function OnFrame({ line, onCommand, onClose }: LineProps) {
  const everything = useOpened((open) => mayEverything(open.device));
  const there = useShow(({ pieces }) => pieces.some(({ kind, off }) => kind === 'featured' && !off));
  const isOn = useDeskView(({ featured }) => featured?.id === line.id, false);
  const [seconds, setSeconds] = useState<Seconds>(
    () => SECONDS.find((each) => each === readSetting(KEPT_SECONDS)) ?? '20',
  );
  const { id, feed, viewer, name, roles, text } = line;
  if (isOn)
    return (
      <Button kind="main" onPress={() => onCommand({ command: 'unfeature' })}>
        {say('Take it off the frame')}
      </Button>
    );
  if (!there)
    return (
      <View className="gap-2">
        <Text tone="muted">{say('Nothing on the stage shows a line of chat that you choose.')}</Text>
        {everything ? (
          <Button onPress={() => edit((draft) => void addPiece(draft, 'featured', newIds(), null))}>
            {say('Add a featured line to the stage')}
          </Button>
        ) : null}
      </View>
    );
  return (
    <View className="gap-3">
      <TitledSegments
        label={say('On the frame for')}
        value={seconds}
        onChange={(next) => {
          setSeconds(next);
          keepSetting(KEPT_SECONDS, next);
        }}
        options={SECONDS.map((value) => ({
          value,
          label: value === '0' ? say('Until I take it off') : say('{n} s', { n: Number(value) }),
        }))}
      />
      <Button
        kind="main"
        onPress={() => {
          onCommand({ command: 'feature', line: { id, feed, viewer, name, roles, text }, seconds: Number(seconds) });
          onClose();
          toasts.show({
            text: say('On the frame: {name}', { name }),
            action: { label: say('Take it off'), act: () => onCommand({ command: 'unfeature' }) },
          });
        }}
      >
        {say('Put it on the frame')}
      </Button>
    </View>
  );
}

function Answer({ line, onClose }: Pick<LineProps, 'line' | 'onClose'>) {
  const feed = useShow(({ feeds }) => feeds.find(({ id }) => id === line.feed));
  const [text, setText] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  if (!feed) return null;
  if (!canPost(feed))
    return (
      <Text tone="muted">
        {say('It cannot be answered from here: no account of yours posts in {feed}. Name one on the feed’s page.', {
          feed: feedName(feed),
        })}
      </Text>
    );
  const send = (): void => {
    const answer = text.trim();
    if (answer === '') return;
    void commandFeed(feed.id, 'post', { text: answer }).then((refused) => {
      setSaid(refused);
      if (refused === null) onClose();
    });
  };
  return (
    <View className="gap-2">
      <TextField
        label={say('Answer in {feed}’s chat', { feed: feedName(feed) })}
        value={text}
        most={300}
        onChange={setText}
      />
      <Problem says={said} />
      <View className="flex-row">
        <Button disabled={text.trim() === ''} onPress={send}>
          {say('Post it')}
        </Button>
      </View>
    </View>
  );
}
