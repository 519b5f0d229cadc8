import { useState, type ReactNode } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import * as Primitive from '@rn-primitives/tabs';
import { useDeskView } from '@/ui/data/desk';
import { keepSetting, readSetting } from '@/ui/data/setting';
import { Text } from '@/ui/part/text';
import { say, saying } from '@/ui/words/say';
import { BLOCK_WORDS, type ListBlock } from './blocks';

/** From this width on the desk stands in columns, and from that one in three; below this height what is pressed and the lists stand beside each other. px */
const COLUMNS = 660;
const THREE = 1080;
const LOW = 520;

interface DeskParts {
  lists: readonly ListBlock[];
  head: ReactNode;
  acts: ReactNode;
  list: (block: ListBlock) => ReactNode;
  dock: ReactNode;
}

/**
 * The desk in the room that there is. A phone: what is pressed above, one list below it, and the lists' names at the thumb. Where there is room, the first
 * list is a column of its own. Each column scrolls by itself, so that nothing moves because of another.
 */
export function DeskLayout({ lists, head, acts, list, dock }: DeskParts) {
  const [room, setRoom] = useState({ width: 0, height: 0 });
  const { width, height } = room;
  const low = height < LOW;
  const columns = width < COLUMNS ? 1 : width >= THREE && lists.length > 2 ? 3 : 2;
  const actPane = (
    <ScrollView
      key="acts"
      className={columns === 1 || (columns === 2 && !low && lists.length > 1) ? 'grow-0 shrink' : 'flex-1'}
      style={columns === 1 || (columns === 2 && !low && lists.length > 1) ? { maxHeight: height * 0.44 } : undefined}
      contentContainerClassName="px-4 pb-3 gap-3"
    >
      {acts}
    </ScrollView>
  );
  const headRow = <View className="flex-row items-center min-h-[44px] ps-4 pe-1">{head}</View>;
  const bar = (tabbed: readonly ListBlock[]): ReactNode => <ListTabs lists={tabbed} list={list} dock={dock} />;
  const first = lists[0];
  return (
    <View
      className="flex-1 min-h-0"
      onLayout={({ nativeEvent: { layout } }) => setRoom({ width: layout.width, height: layout.height })}
    >
      {width === 0 ? null : columns === 1 ? (
        <>
          {headRow}
          {actPane}
          {bar(lists)}
        </>
      ) : low || !first ? (
        <View className="flex-1 min-h-0 flex-row">
          <View className="flex-1 min-h-0">
            {headRow}
            {actPane}
          </View>
          <View className="flex-1 min-h-0 border-s border-line pt-1">{bar(lists)}</View>
        </View>
      ) : (
        <View className="flex-1 min-h-0 flex-row">
          <View className="flex-1 min-h-0 border-e border-line px-4 pt-3">
            <Text size={17} face="title" level={2} className="pb-2">
              {saying(BLOCK_WORDS[first])}
            </Text>
            {list(first)}
          </View>
          <View className="flex-[1.25] min-h-0">
            {headRow}
            {actPane}
            {columns === 3 ? <View className="px-4 pb-3">{dock}</View> : bar(lists.slice(1))}
          </View>
          {columns === 3 ? (
            <View className="flex-1 min-h-0 border-s border-line px-4 pt-3 gap-4">
              {lists.slice(1).map((block) => (
                <View key={block} className="flex-1 min-h-0">
                  <Text size={17} face="title" level={2} className="pb-2">
                    {saying(BLOCK_WORDS[block])}
                  </Text>
                  {list(block)}
                </View>
              ))}
            </View>
          ) : null}
        </View>
      )}
    </View>
  );
}

const TAB = 'gavirn.desk-tab';

/** One list at a time, with the lists' names below it. */
function ListTabs({ lists, list, dock }: { lists: readonly ListBlock[] } & Pick<DeskParts, 'list' | 'dock'>) {
  const [chosen, setChosen] = useState(() => readSetting(TAB));
  const count = useDeskView(({ owedInAll }) => owedInAll.count, 0);
  const value = lists.find((block) => block === chosen) ?? lists[0];
  const tabs = lists.map((block) => ({
    block,
    name: block === 'thanks' && count > 0 ? say('To thank {count, number}', { count }) : saying(BLOCK_WORDS[block]),
  }));
  if (value === undefined) return <View className="px-4 py-2 mt-auto">{dock}</View>;
  return (
    <Primitive.Root
      value={value}
      onValueChange={(next) => {
        setChosen(next);
        keepSetting(TAB, next);
      }}
      className="flex-1 min-h-0 border-t border-line"
    >
      <Primitive.Content value={value} className="flex-1 min-h-0 px-4 pt-2">
        {list(value)}
      </Primitive.Content>
      <View className="flex-row items-center gap-2 px-4 py-2 border-t border-line">
        <Primitive.List aria-label={say('Lists of the desk')} className="flex-row flex-1 gap-1 flex-wrap">
          {tabs.map(({ block, name }) => (
            <Primitive.Trigger key={block} value={block} asChild>
              <Pressable
                className={`min-h-[44px] px-2 items-center justify-center rounded-control border ${block === value ? 'border-marigold bg-raised' : 'border-line'}`}
              >
                <Text face={block === value ? 'strong' : 'text'} className="tabular-nums">
                  {name}
                </Text>
              </Pressable>
            </Primitive.Trigger>
          ))}
        </Primitive.List>
        {dock}
      </View>
    </Primitive.Root>
  );
}
