import useSWR from 'swr';
import { useRouter } from 'expo-router';
import { fetchJson } from '@/ui/data/api';
import type { ServerConfig } from '@/ui/data/server-config';
import { isMuted, mute } from '@/ui/data/hear';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { HeardCheck } from './heard-check';
import { SpeechEditor } from './speech-editor';
import type { Show } from '@/core/show/show';
import { say } from '@/ui/words/say';

/** How what is heard is heard: its level, what happens when much sounds at once, from where, and what is read aloud how. */
export function SoundPlace() {
  const show = useShow();
  const router = useRouter();
  const { data: muted, mutate } = useSWR('muted', isMuted);
  const { data: config } = useSWR<ServerConfig, Error>('/api/config', fetchJson);
  const outlet = show.outlets.find(({ sounds }) => sounds);
  const set = (next: Partial<typeof show.sound>): void =>
    edit((draft) => {
      Object.assign(draft.sound, next);
    });
  return (
    <PlaceBody title={say('Sound')}>
      <LevelCard show={show} set={set} />
      <SeveralCard show={show} set={set} />
      <Card className="mt-4 gap-3" label={say('Where it is heard')}>
        <Text size={17} face="title" level={2}>
          {say('Where it is heard')}
        </Text>
        {outlet ? (
          <Text>{say('From the outlet “{name}”, and from nowhere else.', { name: outlet.name })}</Text>
        ) : (
          <Text tone="brick">{say('No outlet sounds: nothing will be heard.')}</Text>
        )}
        <Button kind="outline" onPress={() => router.navigate('/outlets')}>
          {say('Choose the outlet')}
        </Button>
        <Segments
          label={say('On this device')}
          value={muted ? 'yes' : 'no'}
          onChange={(on) => void mute(on === 'yes').then(() => mutate())}
          options={[
            { value: 'no', label: say('Sounds can be tried here') },
            { value: 'yes', label: say('Silent here: outlet only') },
          ]}
        />
        {outlet ? <HeardCheck outlet={outlet} /> : null}
      </Card>
      <SpeechEditor speaks={config?.speaks ?? null} />
    </PlaceBody>
  );
}

function SeveralCard({ show, set }: { show: Show; set: (next: Partial<Show['sound']>) => void }) {
  return (
    <Card className="mt-4 gap-3" label={say('Several at once')}>
      <Text size={17} face="title" level={2}>
        {say('Several at once')}
      </Text>
      <Segments
        label={say('Several sounds')}
        value={show.sound.together}
        onChange={(together) => set({ together })}
        options={[
          { value: 'mix', label: say('Play together') },
          { value: 'queue', label: say('One after another') },
        ]}
      />
      {show.sound.together === 'mix' ? (
        <Segments
          label={say('What plays already')}
          value={show.sound.duck ? 'yes' : 'no'}
          onChange={(duck) => set({ duck: duck === 'yes' })}
          options={[
            { value: 'yes', label: say('Makes way for what comes') },
            { value: 'no', label: say('Stays as it is') },
          ]}
        />
      ) : null}
    </Card>
  );
}

function LevelCard({ show, set }: { show: Show; set: (next: Partial<Show['sound']>) => void }) {
  return (
    <Card className="mt-2 gap-4" label={say('Level')}>
      <Text size={17} face="title" level={2}>
        {say('Level')}
      </Text>
      <Text tone="muted">
        {say('Every sound is brought to one loudness, so that none startles. Your own are measured when you add them.')}
      </Text>
      <NumberField
        label={say('Loudness of every sound')}
        unit={say('LUFS')}
        value={Math.round(show.sound.target)}
        least={-36}
        most={-8}
        onChange={(target) => set({ target })}
      />
      <NumberField
        label={say('Highest peak')}
        unit={say('dBTP')}
        value={Math.round(show.sound.peak)}
        least={-9}
        most={0}
        onChange={(peak) => set({ peak })}
      />
    </Card>
  );
}
