import { View } from 'react-native';
import useSWR from 'swr';
import { fetchJson } from '@/ui/data/api';
import { useShow } from '@/ui/data/show';
import { Ticks } from '@/ui/part/ticks';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

interface Gift {
  id: string;
  name: string;
}

/** Any gift, or some of the platform's. */
export function GiftEditor({ value, onChange }: { value: readonly Gift[]; onChange: (gifts: Gift[]) => void }) {
  const show = useShow();
  const { data: gifts, error } = useSWR<(Gift & { coins: number })[], Error>(
    show.feeds.some(({ platform }) => platform === 'brindle') ? '/api/platforms/brindle/gifts' : null,
    fetchJson,
  );
  // Those that are chosen are offered even when the platform does not answer, or has dropped them.
  const listed = [
    ...(gifts ?? []),
    ...value.filter((gift) => !gifts?.some(({ id }) => id === gift.id)).map((gift) => ({ ...gift, coins: null })),
  ];
  const options = [
    { value: '', label: say('Any gift') },
    ...listed.map(({ id, name, coins }) => ({
      value: id,
      label: name,
      note: coins === null ? undefined : say('{n, plural, one {# coin} other {# coins}}', { n: coins }),
    })),
  ];
  const tick = (id: string): void => {
    const gift = listed.find((each) => each.id === id);
    if (!gift) return onChange([]);
    onChange(
      value.some((each) => each.id === id)
        ? value.filter((each) => each.id !== id)
        : [...value, { id: gift.id, name: gift.name }],
    );
  };
  return (
    <View className="gap-1">
      <Ticks
        label={say('Gifts')}
        options={options}
        ticked={value.length === 0 ? [''] : value.map(({ id }) => id)}
        onTick={tick}
      />
      {error ? <Text tone="muted">{error.message}</Text> : null}
    </View>
  );
}
