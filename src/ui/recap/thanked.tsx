import type { ViewerTally } from '@/core/engine/count/viewer-tally';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { joinPeople, partPerson } from '@/core/engine/count/people';
import { WORTH_PARTS } from '@/core/event/worth-parts';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { randomKey } from '@/ui/data/random-key';
import { feedName } from '@/ui/feed/feed-name';
import { Button } from '@/ui/part/button';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import type { Show } from '@/core/show/show';
import { useOpenOne } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

/** Whom to thank, most first; a tap opens what is known of one, and joins them with another or parts them again. */
export function ToThank({ tallies }: { tallies: readonly ViewerTally[] }) {
  const [open, setOpen] = useOpenOne('viewer');
  const [shown, setShown] = useState(20);
  const chosen = tallies.find(({ key }) => key === open);
  return (
    <>
      <View role="list" aria-label={say('To thank')}>
        {tallies.slice(0, shown).map((tally, at) => (
          <Thanked key={tally.key} tally={tally} place={at + 1} onOpen={() => setOpen(tally.key)} />
        ))}
      </View>
      {tallies.length > shown ? (
        <Button className="mt-2" onPress={() => setShown(shown + 100)}>
          {say('Show more ({value, number})', { value: tallies.length - shown })}
        </Button>
      ) : null}
      {chosen ? (
        <PersonSheet
          tally={chosen}
          others={tallies.filter((other) => other !== chosen).slice(0, 100)}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </>
  );
}

function Thanked({ tally, place, onOpen }: { tally: ViewerTally; place: number; onOpen: () => void }) {
  const show = useShow();
  const says = givenWords(tally, show.money.currency);
  return (
    <View role="listitem">
      <Pressable
        role="button"
        onPress={onOpen}
        className="flex-row items-center min-h-[46px] gap-2 border-b border-line"
      >
        <Text tone="muted" className="w-[26px] tabular-nums">
          {place}
        </Text>
        <ViewerText text={tally.name} face="strong" numberOfLines={1} className="flex-1" />
        <Text size={13} tone="muted" className="tabular-nums">
          {say('{facts}', { facts: { dots: says.slice(0, 2) } })}
        </Text>
      </Pressable>
    </View>
  );
}

function givenWords(tally: ViewerTally, currency: string): string[] {
  return [
    ...(tally.worth > 0
      ? [say('worth {amount}', { amount: { money: Math.round(tally.worth / WORTH_PARTS), currency } })]
      : []),
    ...(tally.coins > 0 ? [say('{n, plural, one {# coin} other {# coins}}', { n: tally.coins })] : []),
    ...(tally.subscriptions > 0
      ? [say('{n, plural, one {# subscription} other {# subscriptions}}', { n: tally.subscriptions })]
      : []),
    ...(tally.giftSubs
      ? [
          say('{giftSubs, plural, one {# subscription} other {# subscriptions}} given away', {
            giftSubs: tally.giftSubs,
          }),
        ]
      : []),
    ...(tally.gifts > 0 ? [say('{n, plural, one {# gift} other {# gifts}}', { n: tally.gifts })] : []),
    ...(tally.likes > 0 ? [say('{n, plural, one {# like} other {# likes}}', { n: tally.likes })] : []),
    ...(tally.chats > 0 ? [say('{n, plural, one {# chat line} other {# chat lines}}', { n: tally.chats })] : []),
  ];
}

function PersonSheet({
  tally,
  others,
  onClose,
}: {
  tally: ViewerTally;
  others: readonly ViewerTally[];
  onClose: () => void;
}) {
  const show = useShow();
  const { currency } = show.money;
  const where = (who: ViewerTally): string => {
    const feed = show.feeds.find(({ id }) => id === who.feed);
    return who.key.startsWith('person/') ? say('on several feeds') : feed ? feedName(feed) : say('a feed that is gone');
  };
  const joined = tally.key.startsWith('person/');
  return (
    <Sheet title={tally.name} onClose={onClose}>
      <Text tone="muted">
        {say('{facts}', { facts: { dots: [tally.handle, where(tally)].filter((each) => each !== '') } })}
      </Text>
      <Text>{say('{facts}', { facts: { dots: givenWords(tally, currency) } })}</Text>
      {joined ? (
        <Button
          onPress={() => {
            edit((draft) => {
              draft.people = partPerson(show.people, tally);
            });
            onClose();
          }}
        >
          {say('Part them again')}
        </Button>
      ) : null}
      {others.length > 0 ? (
        <Text tone="muted">
          {say('Is this the same person as …? Their counts are then added up everywhere, and can be parted again.')}
        </Text>
      ) : null}
      <SameSomewhereElse others={others} show={show} tally={tally} onClose={onClose} where={where} />
    </Sheet>
  );
}

/** Those on other platforms who are the same person. */
function SameSomewhereElse({
  others,
  show,
  tally,
  onClose,
  where,
}: {
  others: readonly ViewerTally[];
  show: Show;
  tally: ViewerTally;
  onClose: () => void;
  where: (who: ViewerTally) => string;
}) {
  return (
    <View role="list" aria-label={say('The same person as')}>
      {others.map((other) => (
        <View role="listitem" key={other.key}>
          <Pressable
            role="button"
            className="min-h-[48px] flex-row items-center gap-2 border-b border-line"
            onPress={() => {
              edit((draft) => {
                draft.people = joinPeople(show.people, tally, other, randomKey().slice(0, 12));
              });
              onClose();
            }}
          >
            <ViewerText text={other.name} face="strong" numberOfLines={1} className="flex-1" />
            <Text size={13} tone="muted">
              {where(other)}
            </Text>
          </Pressable>
        </View>
      ))}
    </View>
  );
}
