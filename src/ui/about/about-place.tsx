import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import useSWR from 'swr';
import { z } from 'zod';
import { fetchJson } from '@/ui/data/api';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

const aboutSchema = z.object({
  version: z.string(),
  packages: z.array(z.object({ name: z.string(), version: z.string(), licence: z.string() })),
});

const PAGE = 40;

/** What this is: its version, what is kept where, and what it is made of. */
export function AboutPlace() {
  const { data, error } = useSWR('/about.json', (path: string) =>
    fetchJson<unknown>(path).then((read) => aboutSchema.parse(read)),
  );
  return (
    <PlaceBody title={say('About')}>
      <Text tone="muted">{data ? say('Gavirn {version}', { version: data.version }) : 'Gavirn'}</Text>
      <Kept />
      <Part title={say('Pictures and fonts')}>
        <Text>{say('Emoji on the frame: graphics of the Twemoji set, under CC BY 4.0.')}</Text>
        <Text>
          {say(
            'Fonts: Alfa Slab One, Atkinson Hyperlegible Next, Baloo 2, Bricolage Grotesque, Caveat, Fraunces, Josefin Sans, Noto Sans with its Arabic, Devanagari, Japanese and Thai, and Zilla Slab, all under the SIL Open Font License 1.1.',
          )}
        </Text>
      </Part>
      {data ? <Packages packages={data.packages} /> : null}
      {error ? (
        <Text tone="brick" role="alert" className="mt-4">
          {say(
            'The list of packages cannot be read just now. It is a part of this page, and comes with the next reload.',
          )}
        </Text>
      ) : null}
    </PlaceBody>
  );
}

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <Card label={title} className="mt-4 gap-2">
    <Text size={17} face="title" level={2}>
      {title}
    </Text>
    {children}
  </Card>
);

const Kept = () => (
  <Part title={say('What is kept where')}>
    <Text>
      {say(
        'In this browser: your shows, with their keys and secrets; your media; finished sessions with their logs. Nobody else can read them, and whoever clears this browser’s data clears them, too: save a backup under Shows.',
      )}
    </Text>
    <Text>
      {say(
        'On this server: the show that runs, the session that is on, everybody who was seen with their points, and the media that the show uses. The keys of your desk and outlets are kept there as fingerprints only; secrets of feeds as they are, since the server signs and checks with them.',
      )}
    </Text>
    <Text>
      {say('Nowhere else: nothing is sent to anybody but the platforms and addresses that you enter yourself.')}
    </Text>
  </Part>
);

/** Every package, by its name or its licence. */
function Packages({ packages }: { packages: z.infer<typeof aboutSchema>['packages'] }) {
  const [sought, setSought] = useState('');
  const [most, setMost] = useState(PAGE);
  const words = sought.trim().toLocaleLowerCase();
  const found = packages.filter(({ name, licence }) => `${name} ${licence}`.toLocaleLowerCase().includes(words));
  return (
    <Part title={say('{packages} packages', { packages: packages.length })}>
      <TextField label={say('Search packages and licences')} value={sought} exact onChange={setSought} />
      <View role="list" aria-label={say('Packages')}>
        {found.slice(0, most).map(({ name, version, licence }) => (
          <View key={`${name}@${version}`} role="listitem" className="min-h-[36px] py-1 flex-row items-center gap-3">
            <Text className="flex-1" numberOfLines={2}>{`${name} ${version}`}</Text>
            <Text size={13} tone="muted">
              {licence}
            </Text>
          </View>
        ))}
      </View>
      {found.length === 0 ? <Text tone="muted">{say('No package of that name or licence.')}</Text> : null}
      {found.length > most ? (
        <Button kind="outline" onPress={() => setMost(most + 200)}>
          {say('Show more ({found})', { found: found.length - most })}
        </Button>
      ) : null}
    </Part>
  );
}
