import useSWR from 'swr';
import { mediaBytes, MEDIA_KEY } from '@/ui/data/media';
import { useShow } from '@/ui/data/show';
import { Card } from '@/ui/part/card';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** Another device may be about to bring them, ms. */
const AGAIN_MS = 12_000;

const NONE: string[] = [];

/** Names of the show's files that are neither here nor on the server. */
export function useMissing(): string[] {
  const files = useShow(({ media }) => media);
  const { data = NONE } = useSWR(
    files.length > 0 ? [`${MEDIA_KEY}/missing`, ...files.map(({ id }) => id)] : null,
    async () => {
      const gone: string[] = [];
      // One after another: each may be megabytes.
      for (const { id, name } of files) if (!(await mediaBytes(id))) gone.push(name);
      return gone;
    },
    { refreshInterval: AGAIN_MS },
  );
  return data;
}

/** The same, with what to do. */
export function Missing() {
  const missing = useMissing();
  if (missing.length === 0) return null;
  return (
    <Card className="mt-4 gap-2" label={say('Missing files')}>
      <Text size={17} face="title" level={2}>
        {say('Missing files')}
      </Text>
      {missing.map((name) => (
        <Text key={name}>{name}</Text>
      ))}
      <Text size={13} tone="muted">
        {say(
          'The show uses them, and they are neither here nor on the server. Open Gavirn on the device that has them, or add the same files again.',
        )}
      </Text>
    </Card>
  );
}
