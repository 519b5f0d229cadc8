import { memo } from 'react';
import { Pressable } from 'react-native';
import type { DeskChatLine } from '@/core/desk/chat-line';
import type { Role } from '@/core/event/viewer';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import { phrase, type Phrase } from '@/core/words/phrase';
import { say, saying } from '@/ui/words/say';
import { FeedMark } from './feed-mark';

/** A role in a word; the first of these that a writer has is told. */
const ROLE_WORDS: readonly [Role, Phrase][] = [
  ['host', phrase('host')],
  ['moderator', phrase('moderator')],
  ['bot', phrase('bot')],
  ['subscriber', phrase('subscriber')],
];

export const roleWord = (roles: readonly Role[]): string => {
  const found = ROLE_WORDS.find(([role]) => roles.includes(role));
  return found ? saying(found[1]) : '';
};

/** One line of chat. A tap opens what can be done with it. */
export const ChatRow = memo(function ChatRow({
  line,
  asks,
  kept,
  onOpen,
  reached,
}: {
  line: DeskChatLine;
  asks: boolean;
  kept: boolean;
  onOpen: (id: string) => void;
  /** Tab comes to this one; the arrows go on from it. */
  reached: boolean;
}) {
  const told = [
    asks ? say('asks') : '',
    line.first ? say('first time') : '',
    kept ? say('kept') : '',
    roleWord(line.roles),
  ].filter((word) => word !== '');
  const name = line.name === '' ? say('Someone') : line.name;
  return (
    <Pressable
      role="button"
      aria-label={say('{name}: {text} {told}', { name, text: line.text, told: told.join(', ') })}
      tabIndex={reached ? 0 : -1}
      onPress={() => onOpen(line.id)}
      className="min-h-[44px] py-2 flex-row items-center gap-3 border-b border-line active:bg-raised"
    >
      <FeedMark feed={line.feed} />
      <ViewerText text={line.text} numberOfLines={3} tone="muted" className="flex-1" before={name} />
      {/* One word of them is seen, so that the lines keep their room. */}
      {told.length > 0 ? (
        <Text size={13} tone={asks ? 'marigold' : line.first ? 'mist' : 'muted'} className="shrink-0">
          {told[0]}
        </Text>
      ) : null}
    </Pressable>
  );
});
