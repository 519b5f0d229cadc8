import { viewerKey } from '@/core/event/viewer-key';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import type { RollEntry } from '@/core/people/roll';
import { useRoll } from '@/ui/data/people';
import { useKeys, useShow } from '@/ui/data/show';
import { feedName } from '@/ui/feed/feed-name';
import { TextField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import { say } from '@/ui/words/say';

/** So many are offered at most: more are sought by name. */
const MOST = 40;

/** One of the viewers who were ever seen, by name or handle. */
export function ViewerChoice({
  title,
  onChoose,
  onClose,
}: {
  title: string;
  onChoose: (viewer: RollEntry) => void;
  onClose: () => void;
}) {
  return (
    <Sheet title={title} onClose={onClose}>
      <ViewerSearch onChoose={onChoose} />
    </Sheet>
  );
}

export function ViewerSearch({ onChoose }: { onChoose: (viewer: RollEntry) => void }) {
  const show = useShow();
  const keys = useKeys();
  const [sought, setSought] = useState('');
  const { data, error } = useRoll(show.id, keys.desk, { sought: sought, by: 'last', most: MOST });
  const found = data?.entries ?? [];
  const feedOf = (id: string): string => {
    const feed = show.feeds.find((each) => each.id === id);
    return feed ? feedName(feed) : say('a feed that is gone');
  };
  return (
    <>
      <TextField label={say('Name or handle')} value={sought} exact onChange={setSought} />
      {error ? (
        <Text tone="brick" role="alert">
          {error.message}
        </Text>
      ) : null}
      <View role="list" aria-label={say('Viewers')}>
        {found.map((viewer) => (
          <View key={viewerKey(viewer.feed, viewer.viewer)} role="listitem">
            <Pressable
              role="button"
              aria-label={say('{name}, {handle} on {feedOf}', {
                name: viewer.name,
                handle: viewer.handle,
                feedOf: feedOf(viewer.feed),
              })}
              onPress={() => onChoose(viewer)}
              className="min-h-[52px] py-2 border-b border-line"
            >
              <View className="flex-row">
                <ViewerText text={viewer.name} size={17} numberOfLines={1} className="shrink" />
              </View>
              <Text size={13} tone="muted" numberOfLines={1}>
                {say('{handle} on {feed}', { handle: viewer.handle, feed: feedOf(viewer.feed) })}
              </Text>
            </Pressable>
          </View>
        ))}
      </View>
      {data && found.length === 0 ? (
        <Text tone="muted">
          {sought.trim() === ''
            ? say('Nobody has been seen yet. Viewers are listed once they have done something.')
            : say('Nobody of that name or handle.')}
        </Text>
      ) : null}
    </>
  );
}
