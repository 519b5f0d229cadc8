import { wordsProblem, takeApart } from '@/core/words/message';
import { Pressable, View } from 'react-native';
import { WORD_FIELDS, type WordField, type WordValues } from '@/core/words/fields';
import { withoutIsolates } from '@/core/words/isolate';
import { useShow } from '@/ui/data/show';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** Words with fields, and how they will read. */
export function WordsEditor({
  label,
  words,
  sample,
  onChange,
}: {
  label: string;
  words: string;
  sample: WordValues;
  onChange: (words: string) => void;
}) {
  const show = useShow();
  return (
    <>
      <TextField
        label={label}
        value={words}
        most={300}
        autoFocus
        onChange={onChange}
        problem={wordsProblem(words, show.language)}
      />
      <View className="px-3 py-2 rounded-control border border-line">
        <Text size={13} tone="muted">
          {say('For example')}
        </Text>
        <Text role="status">{withoutIsolates(takeApart(words, show.language)(sample)) || '…'}</Text>
      </View>
      <FieldButtons onChange={onChange} words={words} fields={WORD_FIELDS.filter((field) => field in sample)} />
    </>
  );
}

/** The values that can be put into the words, and what lets words be left out. */
function FieldButtons({
  onChange,
  words,
  fields,
}: {
  onChange: (words: string) => void;
  words: string;
  fields: readonly WordField[];
}) {
  const put = (text: string): void => onChange(`${words}${words.endsWith(' ') || words === '' ? '' : ' '}${text}`);
  return (
    <View className="gap-2">
      <Text size={13} tone="muted">
        {say('Insert a value')}
      </Text>
      <View className="flex-row flex-wrap gap-2">
        {fields.map((field) => (
          <Pressable
            key={field}
            role="button"
            aria-label={say('Insert {field}', { field: `{${field}}` })}
            onPress={() => put(`{${field}}`)}
            className="min-h-[44px] px-3 justify-center rounded-control bg-raised"
          >
            <Text>{`{${field}}`}</Text>
          </Pressable>
        ))}
        <Pressable
          role="button"
          aria-label={say('Insert forms by number')}
          onPress={() => put('{count, plural, one {# gift} other {# gifts}}')}
          className="min-h-[44px] px-3 justify-center rounded-control bg-raised"
        >
          <Text>{say('forms by number')}</Text>
        </Pressable>
        {fields.includes('message') ? (
          <Pressable
            role="button"
            aria-label={say('Insert a part that is left out where it is empty')}
            onPress={() => onChange(`${words}[: {message}]`)}
            className="min-h-[44px] px-3 justify-center rounded-control bg-raised"
          >
            <Text>{'[: {message}]'}</Text>
          </Pressable>
        ) : null}
      </View>
      <Text size={13} tone="muted">
        {say('What stands in square brackets is left out where a value in it is empty.')}
      </Text>
    </View>
  );
}
