import { View } from 'react-native';
import { canPost } from '@/core/engine/kernel/answer';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { feedName } from '@/ui/feed/feed-name';
import { Segments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** Where answers to viewers go: to the chat that asked; and where nothing can be posted, to the frame, if that is wanted. */
export function AnswersIn() {
  const { feeds, pieces, answersIn } = useShow();
  const on = feeds.filter((feed) => feed.on);
  const silent = on.filter((feed) => !canPost(feed));
  const spotlights = pieces.filter(({ kind }) => kind === 'spotlight');
  if (silent.length === 0) return <Text tone="muted">{say('Each is answered in the chat that asked.')}</Text>;
  const names = { and: silent.map(feedName) };
  const open = on.filter((feed) => canPost(feed)).map(feedName);
  return (
    <View className="gap-2">
      <Text tone="muted">
        {open.length > 0
          ? say('In {open} each is answered in the chat that asked. In {names} Gavirn cannot post.', {
              open: { and: open },
              names,
            })
          : say('Gavirn cannot post in {names}: no helper account, or the platform lets nobody post.', { names })}
      </Text>
      {spotlights.length > 0 ? (
        <>
          <Text size={13} tone="muted">
            {say('Answers to those who ask in {names}', { names })}
          </Text>
          <Segments
            label={say('Answers where nothing can be posted')}
            value={answersIn ?? ''}
            onChange={(id) =>
              edit((draft) => {
                draft.answersIn = id === '' ? undefined : id;
              })
            }
            options={[
              { value: '', label: say('Are not shown') },
              ...spotlights.map(({ id, name }) => ({ value: id, label: say('In {name}', { name }) })),
            ]}
          />
        </>
      ) : null}
    </View>
  );
}
