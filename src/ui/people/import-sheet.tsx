import { useState } from 'react';
import { View } from 'react-native';
import type { Field, Table } from '@/core/people/table';
import { wholeRoll, importPoints } from '@/ui/data/people';
import { useKeys, useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { feedName } from '@/ui/feed/feed-name';
import { Button } from '@/ui/part/button';
import { Pick } from '@/ui/part/pick';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { Problem } from '@/ui/part/problem';
import type { Show } from '@/core/show/show';
import { say } from '@/ui/words/say';
import type { Phrase } from '@/core/words/phrase';

const NONE = '-';
const SHOWN_ERRORS = 20;

/** What reads tables, as it was loaded. */
export type Tables = typeof import('@/ui/data/tables');
type Good = ReturnType<Tables['readPeople']>['good'][number];

/** A table of viewers: which column is which, what is wrong in which line, and then all of it at once. */
export function ImportSheet({
  table,
  tables: { FIELDS, FIELD_TITLES, guessColumns, readPeople },
  onClose,
}: {
  table: Table;
  tables: Tables;
  onClose: (sentence: string | null) => void;
}) {
  const show = useShow();
  const keys = useKeys();
  const [columns, setColumns] = useState(() => guessColumns(table));
  const [feed, setFeed] = useState(show.feeds[0]?.id ?? '');
  const [said, setSaid] = useState<string | null>(null);
  const { good, bad } = readPeople(table, columns);
  const named = columns.handle !== undefined || columns.viewer !== undefined;
  const set = (field: Field, at: string): void => {
    const next = { ...columns };
    if (at === NONE) delete next[field];
    else next[field] = Number(at);
    setColumns(next);
  };
  const bring = async (): Promise<void> => {
    const problem = await bringIn(show, keys.desk, feed, good);
    if (problem === null) onClose(null);
    else setSaid(problem);
  };
  const nothing =
    named && good.every(({ points, note, leftOut }) => points === undefined && !note && leftOut === undefined);
  return (
    <Sheet title={say('Import people')} onClose={() => onClose(null)}>
      <Text tone="muted">
        {say(
          '{rows, plural, one {# line} other {# lines}}. Say which column is which; what is not chosen is left alone.',
          { rows: table.rows.length },
        )}
      </Text>
      {show.feeds.length > 1 ? (
        <Pick
          label={say('They are viewers of')}
          options={show.feeds.map((each) => ({ value: each.id, label: feedName(each) }))}
          value={feed}
          onChange={setFeed}
        />
      ) : null}
      {FIELDS.map((field) => (
        <ColumnPick key={field} field={field} FIELD_TITLES={FIELD_TITLES} columns={columns} set={set} table={table} />
      ))}
      {bad.length > 0 ? <BadLines named={named} bad={bad} /> : null}
      {nothing ? (
        <Text tone="muted">
          {say('There is nothing to bring in: choose a column of points, of notes, or of who is left off the boards.')}
        </Text>
      ) : null}
      <Problem says={said} />
      <Button kind="main" disabled={good.length === 0 || nothing || feed === ''} onPress={() => void bring()}>
        {bad.length === 0
          ? say('Import {good, plural, one {# line} other {# lines}}', { good: good.length })
          : say('Import the {good, plural, one {# good line} other {# good lines}}', { good: good.length })}
      </Button>
    </Sheet>
  );
}

/** Which lines cannot be used, and why. */
function BadLines({ named, bad }: { named: boolean; bad: { line: number; reason: Phrase }[] }) {
  return (
    <View className="gap-1" role="alert">
      <Text tone="brick">
        {named
          ? say('{bad, plural, one {# line} other {# lines}} cannot be used:', { bad: bad.length })
          : say('Choose the column with the handles, or with the platform’s ids.')}
      </Text>
      {named
        ? bad.slice(0, SHOWN_ERRORS).map(({ line, reason }) => (
            <Text key={line} size={13} tone="brick">
              {say('Line {line}: {reason}', { line, reason })}
            </Text>
          ))
        : null}
      {named && bad.length > SHOWN_ERRORS ? (
        <Text size={13} tone="brick">
          {say('and {n, number} more.', { n: bad.length - SHOWN_ERRORS })}
        </Text>
      ) : null}
    </View>
  );
}

/** Which column of the table a field is. */
function ColumnPick({
  field,
  FIELD_TITLES,
  columns,
  set,
  table,
}: {
  field: 'viewer' | 'name' | 'note' | 'handle' | 'points' | 'leftOut';
  FIELD_TITLES: Record<'viewer' | 'name' | 'note' | 'handle' | 'points' | 'leftOut', Phrase>;
  columns: Partial<Record<'viewer' | 'name' | 'note' | 'handle' | 'points' | 'leftOut', number>>;
  set: (field: Field, at: string) => void;
  table: Table;
}) {
  return (
    <Pick
      label={FIELD_TITLES[field]}
      value={columns[field] === undefined ? NONE : String(columns[field])}
      onChange={(at) => set(field, at)}
      options={[
        { value: NONE, label: say('Not in the table') },
        ...table.columns.map((name, n) => ({
          value: String(n),
          label: name || say('Column {n}', { n: n + 1 }),
          note: table.rows[0]?.[n] ?? '',
        })),
      ]}
    />
  );
}

/**
 * Brings lines of a table in: points on the server, notes and places off the boards in the show.
 * @returns what stands in the way, in a sentence; null: all of it is in
 */
async function bringIn(show: Show, key: string, feed: string, good: readonly Good[]): Promise<string | null> {
  const rows = good.flatMap(({ handle, viewer, name, points }) =>
    points === undefined ? [] : [{ handle, points, ...(viewer ? { viewer } : {}), ...(name ? { name } : {}) }],
  );
  const told = good.filter(({ note, leftOut }) => (note ?? '') !== '' || leftOut !== undefined);
  if (told.length > 4000)
    return say(
      'Notes and places off the boards of more than 4,000 viewers cannot be kept. Leave those columns out, or split the table.',
    );
  if (rows.length > 0) {
    const answer = await importPoints(show.id, key, { feed, rows });
    if (!answer.ok) return answer.reason;
  }
  if (told.length === 0) return null;
  const whole = await wholeRoll(show.id, key);
  const byHandle = new Map(
    (whole.ok ? whole.value.entries : [])
      .filter((one) => one.feed === feed)
      .map((one) => [one.handle.toLowerCase(), one]),
  );
  edit((draft) => {
    for (const { handle, viewer: given, name, note, leftOut } of told) {
      const known = byHandle.get(handle.toLowerCase());
      const viewer = given ?? known?.viewer ?? `handle:${handle.toLowerCase()}`;
      const one = { feed, viewer, name: name ?? known?.name ?? handle };
      const other = (each: { feed: string; viewer: string }): boolean => each.feed !== feed || each.viewer !== viewer;
      if (note) draft.notes = [...draft.notes.filter(other), { ...one, note }];
      if (leftOut !== undefined)
        draft.leftOut.named = [...draft.leftOut.named.filter(other), ...(leftOut ? [one] : [])];
    }
  });
  return null;
}
