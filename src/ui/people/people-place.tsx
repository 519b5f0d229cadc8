import { viewerKey } from '@/core/event/viewer-key';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { useRouter } from 'expo-router';
import { pointsWords } from '@/core/engine/feature/points/schema';
import type { Table } from '@/core/people/table';
import type { RollEntry, RollOrder } from '@/core/people/roll';
import { engineClock } from '@/ui/data/desk';
import { useRoll, wholeRoll } from '@/ui/data/people';
import { openFile, saveFile } from '@/ui/data/save-file';
import { useKeys, useShow } from '@/ui/data/show';
import { feedName } from '@/ui/feed/feed-name';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import { agoWords } from '@/ui/words/ago';
import { FollowAgain } from './follow-again';
import { ImportSheet, type Tables as TableReaders } from './import-sheet';
import { PersonSheet } from './person-sheet';
import { useAsked, useOpen } from '@/ui/frame/address';
import { say, saying, spoken } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';
import { inMoney } from '@/ui/words/figures';

const ORDERS: readonly { value: RollOrder; label: Phrase }[] = [
  { value: 'last', label: phrase('Last seen') },
  { value: 'first', label: phrase('First seen') },
  { value: 'points', label: phrase('Points') },
  { value: 'coins', label: phrase('Coins') },
  { value: 'worth', label: phrase('Worth') },
  { value: 'likes', label: phrase('Likes') },
  { value: 'name', label: phrase('Name') },
];
const PAGE = 40;

/** Everybody who was ever seen with this show. */
export function PeoplePlace() {
  const show = useShow();
  const keys = useKeys();
  const router = useRouter();
  const [sought, setSought] = useState('');
  const [by, setBy] = useState<RollOrder>('last');
  const [most, setMost] = useState(PAGE);
  const { at, open: openPerson, close } = useOpen('person');
  const open = at?.[1] === undefined ? null : { feed: at[0] ?? '', viewer: at[1] };
  const [said, setSaid] = useState<string | null>(null);
  const { data, error } = useRoll(show.id, keys.desk, { sought, by, most });
  return (
    <PlaceBody
      title={say('People')}
      beside={
        <Button kind="outline" onPress={() => router.navigate('/points')}>
          {say('Points')}
        </Button>
      }
    >
      <Text tone="muted" className="tabular-nums">
        {data ? countWords(data) : '…'}
      </Text>
      <PeopleFilter sought={sought} setSought={setSought} setMost={setMost} by={by} setBy={setBy} />
      {(said ?? error?.message) ? (
        <Text tone="brick" role="alert" className="mt-2">
          {said ?? error?.message}
        </Text>
      ) : null}
      <PeopleList entries={data?.entries ?? []} by={by} onOpen={openPerson} />
      {data && data.found > data.entries.length ? (
        <Button kind="outline" className="mt-3" onPress={() => setMost(most + PAGE)}>
          {say('Show {min} more of {found, number}', {
            min: Math.min(PAGE, data.found - data.entries.length),
            found: data.found,
          })}
        </Button>
      ) : null}
      {data?.all === 0 ? (
        <Text size={17} tone="muted" className="mt-2">
          {say(
            'Viewers are listed here once they have done something while you were live, and stay from session to session.',
          )}
        </Text>
      ) : null}
      {data && data.all > 0 && data.found === 0 ? (
        <Text tone="muted" className="mt-2">
          {say('Nobody of that name or handle.')}
        </Text>
      ) : null}
      <FollowAgain />
      <Tables none={!data || data.all === 0} onSaid={setSaid} />
      {open ? (
        <PersonSheet key={viewerKey(open.feed, open.viewer)} feed={open.feed} viewer={open.viewer} onClose={close} />
      ) : null}
    </PlaceBody>
  );
}

function PeopleList({
  entries,
  by,
  onOpen,
}: {
  entries: readonly RollEntry[];
  by: RollOrder;
  onOpen: (feed: string, viewer: string) => void;
}) {
  return (
    <View role="list" aria-label={say('People')} className="mt-2">
      {entries.map((one) => (
        <Row key={viewerKey(one.feed, one.viewer)} one={one} by={by} onOpen={() => onOpen(one.feed, one.viewer)} />
      ))}
    </View>
  );
}

function PeopleFilter({
  sought,
  setSought,
  setMost,
  by,
  setBy,
}: {
  sought: string;
  setSought: (value: string) => void;
  setMost: (value: number) => void;
  by: RollOrder;
  setBy: (value: RollOrder) => void;
}) {
  return (
    <View className="gap-3 mt-3">
      <TextField
        label={say('Name or handle')}
        value={sought}
        exact
        onChange={(next) => {
          setSought(next);
          setMost(PAGE);
        }}
      />
      <Pick label={say('In the order of')} options={ORDERS} value={by} onChange={setBy} />
    </View>
  );
}

const countWords = ({ all, found }: { all: number; found: number }): string => {
  if (all === 0) return say('Nobody yet');
  return found === all ? say('{all, number} in all', { all }) : say('{found, number} of {all, number}', { found, all });
};

/** Everybody as a table, out and in. */
function Tables({ none, onSaid }: { none: boolean; onSaid: (sentence: string | null) => void }) {
  const show = useShow();
  const keys = useKeys();
  const [table, setTable] = useState<{ table: Table; tables: TableReaders } | null>(null);
  const [importing, setImporting] = useAsked('import');
  const save = async (): Promise<void> => {
    const whole = await wholeRoll(show.id, keys.desk);
    if (!whole.ok) return onSaid(whole.reason);
    const { peopleCsv } = await import('@/ui/data/tables');
    const isNamed = (list: readonly { feed: string; viewer: string }[], one: RollEntry): boolean =>
      list.some(({ feed, viewer }) => feed === one.feed && viewer === one.viewer);
    saveFile(
      `${show.name} people.csv`,
      'text/csv',
      peopleCsv(
        whole.value.entries.map((one) => ({
          ...one,
          note: show.notes.find(({ feed, viewer }) => feed === one.feed && viewer === one.viewer)?.note ?? '',
          leftOut: isNamed(show.leftOut.named, one),
        })),
      ),
    );
  };
  const bring = async (): Promise<void> => {
    const file = await openFile('text/csv,.csv,.txt');
    if (!file) return;
    const tables = await import('@/ui/data/tables');
    const read = tables.readTable(file.text);
    onSaid(read.ok ? null : saying(read.reason));
    if (!read.ok) return;
    setTable({ table: read.table, tables });
    setImporting(true);
  };
  return (
    <>
      <View className="flex-row flex-wrap gap-2 mt-4">
        <Button kind="outline" disabled={none} onPress={() => void save()}>
          {say('Save people as CSV')}
        </Button>
        <Button kind="outline" onPress={() => void bring()}>
          {say('Import a CSV')}
        </Button>
      </View>
      {table && importing ? (
        <ImportSheet
          {...table}
          onClose={(sentence) => {
            setImporting(false);
            onSaid(sentence);
          }}
        />
      ) : null}
    </>
  );
}

function Row({ one, by, onOpen }: { one: RollEntry; by: RollOrder; onOpen: () => void }) {
  const show = useShow();
  const feed = show.feeds.find(({ id }) => id === one.feed);
  const seen = (at: number): string => (at === 0 ? say('not seen yet') : agoWords(engineClock.now() - at));
  const value = {
    last: seen(one.lastAt),
    first: seen(one.firstAt),
    name: seen(one.lastAt),
    points: pointsWords(one.balance, show.points, spoken()),
    coins: say('{n, plural, one {# coin} other {# coins}}', { n: one.coins }),
    worth: inMoney(one.worth, show.money.currency),
    likes: say('{n, plural, one {# like} other {# likes}}', { n: one.likes }),
  }[by];
  return (
    <View role="listitem">
      <Pressable
        role="button"
        onPress={onOpen}
        className="min-h-[52px] py-2 border-b border-line flex-row items-center gap-3"
      >
        <View className="flex-1">
          <View className="flex-row">
            <ViewerText text={one.name} size={17} numberOfLines={1} className="shrink" />
          </View>
          <Text size={13} tone="muted" numberOfLines={1}>
            {say(show.points.on ? '{handle} on {feed}, level {level}' : '{handle} on {feed}', {
              handle: one.handle,
              feed: feed ? feedName(feed) : phrase('a feed that is gone'),
              level: one.level,
            })}
          </Text>
        </View>
        <Text size={13} tone="muted" className="tabular-nums">
          {value}
        </Text>
      </Pressable>
    </View>
  );
}
