import { Pressable, View } from 'react-native';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import Plus from 'lucide-react-native/icons/plus';
import type { Listed, ListKind } from '@/core/engine/kernel/feature';
import { addListed, listed, LISTS, usesOf } from '@/core/show/listed';
import { useDeskAt } from '@/ui/data/desk-time';
import { randomKey } from '@/ui/data/random-key';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { numbersOf } from '@/ui/desk/shown-number';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { ThingSheet } from './thing-sheet';
import { usesWords } from './uses-words';
import { useOpen } from '@/ui/frame/address';
import { say, saying } from '@/ui/words/say';
import { isMirrored } from '@/ui/words/facing';

/** Every goal, countdown, counter, lantern and draw of the show: where each is shown and named; made, changed and removed here. */
export function NumbersPlace() {
  const show = useShow();
  const { at, open, close } = useOpen('number');
  const [of, id = ''] = at ?? [];
  const list = LISTS.find((each) => each.list === of);
  const there = list && listed(show, list.list).some((each) => each.id === id);
  return (
    <>
      <PlaceBody title={say('Numbers')}>
        <Text tone="muted">
          {say('All that this show counts. A piece on the stage shows one of them; several may show the same.')}
        </Text>
        {LISTS.map((each) => (
          <OneList key={each.list} list={each} onOpen={(thing) => open(each.list, thing)} />
        ))}
      </PlaceBody>
      {list && there ? <ThingSheet list={list} id={id} onClose={close} /> : null}
    </>
  );
}

function OneList({ list, onOpen }: { list: ListKind; onOpen: (id: string) => void }) {
  const things = listed(useShow(), list.list);
  const add = (): void => {
    const id = randomKey().slice(0, 12);
    edit((draft) => void addListed(draft, list, id));
    onOpen(id);
  };
  return (
    <View className="mt-5">
      <View className="flex-row flex-wrap items-center justify-between gap-2">
        <Text size={17} face="title" level={2}>
          {list.several}
        </Text>
        <Button icon={Plus} disabled={things.length >= list.most} onPress={add}>
          {say('New {kind}', { kind: saying(list.title).toLowerCase() })}
        </Button>
      </View>
      {things.length === 0 ? (
        <Text tone="muted">{say('No {kind} yet.', { kind: saying(list.title).toLowerCase() })}</Text>
      ) : (
        <View role="list" aria-label={saying(list.several)}>
          {things.map((thing) => (
            <ThingRow key={thing.id} list={list} thing={thing} onOpen={onOpen} />
          ))}
        </View>
      )}
    </View>
  );
}

function ThingRow({ list, thing, onOpen }: { list: ListKind; thing: Listed; onOpen: (id: string) => void }) {
  const show = useShow();
  const { muted } = useColours();
  const number = numbersOf(show).find((each) => each.number === `${list.kind}/${thing.id}`);
  const stands = useDeskAt((view, now) => {
    if (!number) return '';
    const { words, note } = number.read(view, now);
    return `${words} ${note}`.trim();
  });
  const used = usesWords(usesOf(show, list, thing.id));
  return (
    <View role="listitem">
      <Pressable
        role="button"
        onPress={() => onOpen(thing.id)}
        className="min-h-[56px] py-2 border-b border-line flex-row items-center gap-3"
      >
        <View className="flex-1">
          <Text face="strong" numberOfLines={1}>
            {`${thing.name} `}
          </Text>
          <Text size={13} tone="muted" numberOfLines={2}>
            {`${used} `}
          </Text>
        </View>
        {stands === '' ? null : <Text className="tabular-nums">{stands}</Text>}
        {isMirrored() ? <ChevronLeft size={18} color={muted} /> : <ChevronRight size={18} color={muted} />}
      </Pressable>
    </View>
  );
}
