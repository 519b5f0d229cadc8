import { useState } from 'react';
import { View } from 'react-native';
import type { Message, Named } from '@/core/recap/recap';
import { Button } from '@/ui/part/button';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import { hourMinute } from '@/ui/words/clock';
import { say } from '@/ui/words/say';

/** So many are listed at once, and so many more with each tap: thousands of lines would hold up a phone. */
const AT_ONCE = 100;

/** Those who followed or subscribed, by name; opened by a tap. */
export function NamesSheet({
  title,
  names,
  unnamed,
  onClose,
}: {
  title: string;
  names: readonly (Named & { note?: string })[];
  /** How many more there were whom no platform named. */
  unnamed: number;
  onClose: () => void;
}) {
  const [shown, setShown] = useState(AT_ONCE);
  return (
    <Sheet title={title} onClose={onClose}>
      <View role="list" aria-label={title}>
        {names.slice(0, shown).map(({ key, name, note }) => (
          <View key={key} role="listitem" className="flex-row items-center min-h-[44px] gap-2 border-b border-line">
            <ViewerText text={name} face="strong" numberOfLines={1} className="flex-1" />
            {note ? (
              <Text size={13} tone="muted">
                {note}
              </Text>
            ) : null}
          </View>
        ))}
      </View>
      {names.length > shown ? (
        <Button onPress={() => setShown(shown + AT_ONCE)}>
          {say('Show more ({names})', { names: names.length - shown })}
        </Button>
      ) : null}
      {unnamed > 0 ? (
        <Text tone="muted">{say('{unnamed, number} more, whom the platform does not name.', { unnamed })}</Text>
      ) : null}
    </Sheet>
  );
}

/** Words that came with tips and subscriptions, in their order. */
export function Messages({ messages }: { messages: readonly Message[] }) {
  const [shown, setShown] = useState(AT_ONCE);
  if (messages.length === 0) return null;
  return (
    <View className="mt-6">
      <Text size={17} face="title" level={2}>
        {say('Messages')}
      </Text>
      <View role="list" aria-label={say('Messages')}>
        {messages.slice(0, shown).map(({ key, name, kind, at, text }) => (
          <View key={`${key}/${at}`} role="listitem" className="py-2 border-b border-line gap-1">
            <View className="flex-row items-center gap-2">
              <ViewerText text={name} face="strong" numberOfLines={1} className="flex-1" />
              <Text size={13} tone="muted" className="tabular-nums">
                {kind === 'tip'
                  ? say('tip, {at}', { at: hourMinute(at) })
                  : say('subscription, {at}', { at: hourMinute(at) })}
              </Text>
            </View>
            <ViewerText text={text} />
          </View>
        ))}
      </View>
      {messages.length > shown ? (
        <Button className="mt-2" onPress={() => setShown(shown + AT_ONCE)}>
          {say('Show more ({messages})', { messages: messages.length - shown })}
        </Button>
      ) : null}
    </View>
  );
}
