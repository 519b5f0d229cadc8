import type { Feed } from '@/core/platform/feed';
import { Pressable, View } from 'react-native';
import type { Draft } from 'immer';
import type { EventKind } from '@/core/event/kind';
import { kindsOf, PLATFORMS, sendsOf } from '@/core/platform';
import { useDeskAt } from '@/ui/data/desk-time';
import { KIND_WORDS, Shape } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { agoWords } from '@/ui/words/ago';
import { say, saying } from '@/ui/words/say';

/** What a feed sends, when each came last, and what an account must be admitted to. */
export function FeedKinds({ feed, change }: { feed: Feed; change: (recipe: (draft: Draft<Feed>) => void) => void }) {
  const { admission, name } = PLATFORMS[feed.platform];
  const toggle = (kind: EventKind): void =>
    change((draft) => {
      draft.admitted = draft.admitted.includes(kind)
        ? draft.admitted.filter((other) => other !== kind)
        : [...draft.admitted, kind];
    });
  const kinds = kindsOf(feed);
  if (kinds.length === 0) return <Text tone="muted">{say('Nothing yet: make a rule first.')}</Text>;
  return (
    <View>
      {kinds.map((kind) => {
        const gated = admission.includes(kind);
        const admitted = sendsOf(feed, kind) === 'yes';
        return (
          <View key={kind} className="flex-row items-center gap-3 min-h-[48px] border-b border-line">
            <Shape kind={kind} size={15} />
            <View className="flex-1">
              <Text>{KIND_WORDS[kind]}</Text>
              <Text size={13} tone="muted">
                <LastSeen
                  feed={feed.id}
                  kind={kind}
                  never={admitted ? say('none so far') : say('only once {name} has admitted your account', { name })}
                />
              </Text>
            </View>
            {gated ? (
              <Pressable
                role="switch"
                aria-checked={admitted}
                aria-label={say('{state}: my account and {kind}', {
                  state: admitted ? say('Admitted') : say('Not yet'),
                  kind: saying(KIND_WORDS[kind]).toLowerCase(),
                })}
                onPress={() => toggle(kind)}
                className={`min-h-[44px] px-3 justify-center rounded-control border ${admitted ? 'border-lagoon' : 'border-line'}`}
              >
                <Text face="strong" tone={admitted ? 'lagoon' : 'muted'}>
                  {admitted ? say('Admitted') : say('Not yet')}
                </Text>
              </Pressable>
            ) : null}
          </View>
        );
      })}
    </View>
  );
}

/** When a feed last sent something of a kind, in words. */
function LastSeen({ feed, kind, never }: { feed: string; kind: EventKind; never: string }) {
  return useDeskAt((view, now) => {
    const at = view?.feeds[feed]?.lastSeen[kind];
    return at === undefined ? never : say('last {ago}', { ago: agoWords(now - at) });
  });
}
