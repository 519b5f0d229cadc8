import { useState } from 'react';
import { Pressable, View } from 'react-native';
import useSWR from 'swr';
import { z } from 'zod';
import { addMedia } from '@/ui/data/media';
import { phrase, type Phrase } from '@/core/words/phrase';
import { Text } from '@/ui/part/text';
import { say, saying } from '@/ui/words/say';

/** What the samples are called, by their file's name. */
const TITLES: Readonly<Record<string, Phrase>> = {
  'tall-pot': phrase('Tall pot'),
  'celadon-pot': phrase('Celadon pot'),
  bowl: phrase('Bowl'),
  'kiln-fire': phrase('Kiln fire'),
  wheel: phrase('Potter’s wheel'),
  wave: phrase('Wave'),
  anchor: phrase('Anchor'),
  lighthouse: phrase('Lighthouse'),
  moon: phrase('Moon'),
  sun: phrase('Sun'),
  leaf: phrase('Leaf'),
  ribbon: phrase('Ribbon'),
  'clay-rim': phrase('Clay rim'),
  porthole: phrase('Porthole'),
  'shelf-board': phrase('Shelf board'),
  rope: phrase('Rope'),
  'two-windows': phrase('Two windows'),
};

const indexSchema = z.array(z.object({ name: z.string(), title: z.string(), kind: z.enum(['picture', 'art']) }));
const readIndex = async (): Promise<z.infer<typeof indexSchema>> =>
  indexSchema.parse(await (await fetch('/samples/index.json')).json());

/** Pictures and frame arts that come with Gavirn: a tap puts one among the streamer's own. */
export function Samples() {
  const { data = [] } = useSWR('samples', readIndex, { revalidateOnFocus: false });
  const [said, setSaid] = useState<string | null>(null);
  const take = async (name: string, title: string): Promise<void> => {
    const response = await fetch(`/samples/${name}.svg`).catch(() => null);
    const added = response?.ok ? await addMedia(`${title}.svg`, new Uint8Array(await response.arrayBuffer())) : null;
    if (!added) return setSaid(say('“{title}” is not to be had just now. Try again in a moment.', { title }));
    setSaid(
      !added.ok
        ? saying(added.reason)
        : added.known
          ? say('“{title}” is among your files already.', { title })
          : say('“{title}” is among your files now.', { title }),
    );
  };
  if (data.length === 0) return null;
  const titled = data.map((sample) => ({ ...sample, title: saying(TITLES[sample.name]) ?? sample.title }));
  return (
    <View className="mt-6 gap-3" role="group" aria-label={say('Samples')}>
      <Text size={17} face="title" level={2}>
        {say('Samples')}
      </Text>
      <Text tone="muted">
        {say('Drawn for Gavirn; take any of them among your own. Those with a hole are frame arts.')}
      </Text>
      {said ? <Text role="status">{said}</Text> : null}
      <View role="list" className="flex-row flex-wrap gap-3">
        {titled.map(({ name, title, kind }) => (
          <View key={name} role="listitem" className="grow basis-[100px] max-w-[160px]">
            <Pressable
              role="button"
              aria-label={say('Take {title}', { title })}
              onPress={() => void take(name, title)}
              className="gap-1 items-center"
            >
              <View className="w-full h-[100px] rounded-control bg-raised items-center justify-center">
                <img src={`/samples/${name}.svg`} alt="" style={{ width: 84, height: 84, objectFit: 'contain' }} />
              </View>
              <Text size={13} tone="muted" numberOfLines={2} className="text-center">
                {kind === 'art' ? say('{title}, a frame', { title }) : title}
              </Text>
            </Pressable>
          </View>
        ))}
      </View>
    </View>
  );
}
