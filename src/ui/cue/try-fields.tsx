import { eventsOf } from '@/core/show/sentence';
import { useState } from 'react';
import { View } from 'react-native';
import { sampleValues } from '@/core/engine/kinds';
import { FIELDS, type WordField, type WordValues } from '@/core/words/fields';
import type { Cue } from '@/core/show/show';
import { sendCommand } from '@/ui/data/command';
import { useDeskView } from '@/ui/data/desk';
import { Button } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { Problem } from '@/ui/part/problem';
import type { DeskChatLine } from '@/core/desk/chat-line';
import type { Happened } from '@/core/desk/happened';
import { say } from '@/ui/words/say';

/** These follow from who the viewer is. */
const NOT_TYPED: readonly WordField[] = ['place', 'level', 'points'];
const SHOWN = 5;

/** Trying a cue with something that happened, or with values of one's own. */
export function TryFields({ cue, onClose }: { cue: Cue; onClose: () => void }) {
  const [values, setValues] = useState<WordValues>(() => sampleValues(cue.when));
  const [said, setSaid] = useState<string | null>(null);
  const kinds = eventsOf(cue);
  const happened = useDeskView(
    (view): Tried[] =>
      [...view.happened, ...view.chat.map(written)]
        .filter(({ kind, name }) => kinds.includes(kind) && name !== null)
        .slice(-SHOWN)
        .reverse(),
    [],
  );
  const tryIt = async (): Promise<void> => {
    const answer = await sendCommand({ command: 'try', cue: cue.id, values });
    setSaid(answer.ok ? null : answer.reason);
    if (answer.ok) onClose();
  };
  const set = (field: WordField, text: string): void =>
    setValues({
      ...values,
      [field]: FIELDS[field].holds === 'number' && /^\d{1,9}$/.test(text.trim()) ? Number(text) : text,
    });
  return (
    <>
      {happened.length > 0 ? <HappenedLines happened={happened} setValues={setValues} values={values} /> : null}
      {(Object.keys(values) as WordField[]).map((field) =>
        !NOT_TYPED.includes(field) ? (
          <TextField
            key={field}
            label={FIELDS[field].title}
            value={String(values[field] ?? '')}
            most={200}
            onChange={(text) => set(field, text)}
          />
        ) : null,
      )}
      <Problem says={said} />
      <Button kind="main" onPress={() => void tryIt()}>
        {say('Try it with these')}
      </Button>
    </>
  );
}

/** What of something that happened a cue is tried with. */
type Tried = Pick<Happened, 'id' | 'kind' | 'name' | 'count' | 'text' | 'coins'>;

const written = ({ id, name, text }: DeskChatLine): Tried => ({ id, kind: 'chat', name, count: 1, text, coins: 0 });

/** What has happened lately, to try the cue with. */
function HappenedLines({
  happened,
  setValues,
  values,
}: {
  happened: Tried[];
  setValues: (value: WordValues) => void;
  values: WordValues;
}) {
  return (
    <View className="gap-2">
      <Text size={13} tone="muted">
        {say('With something that happened')}
      </Text>
      {happened.map((line) => (
        <Button
          key={line.id}
          kind="outline"
          onPress={() =>
            setValues({
              ...values,
              viewer: line.name ?? '',
              count: line.count,
              ...(line.kind === 'gift' ? { gift: line.text, total: line.coins } : {}),
              ...(line.kind === 'chat' ? { message: line.text } : {}),
            })
          }
        >
          {`${line.name ?? say('Someone')}: ${line.text === '' ? line.count : line.text}`}
        </Button>
      ))}
    </View>
  );
}
