import { viewerKey } from '@/core/event/viewer-key';
import { useState } from 'react';
import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { speakable, type SpeechPlan } from '@/core/engine/alert/speech';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button, IconButton } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { Segments } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { ViewerChoice } from '@/ui/people/viewer-choice';
import { MannerFields, PLAIN } from './manner-fields';
import { useAsked } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

const set = (next: Partial<SpeechPlan>): void =>
  edit((draft) => {
    Object.assign(draft.speech, next);
  });

/** How words are read aloud. `speaks`: whether the server can where a browser has no voices; null while that is not known. */
export function SpeechEditor({ speaks }: { speaks: boolean | null }) {
  const speech = useShow((show) => show.speech);
  return (
    <Card className="mt-4 gap-4" label={say('Read aloud')}>
      <Text size={17} face="title" level={2}>
        {say('Read aloud')}
      </Text>
      <Text tone="muted">
        {speaks === false
          ? say(
              'The outlet reads aloud where its browser has voices. This server cannot make speech: the package espeak-ng is not installed.',
            )
          : say('The outlet reads aloud by its browser’s voices; where there are none, this server makes the speech.')}
      </Text>
      <MannerFields manner={speech} onChange={set} />
      <NumberField
        label={say('Longest text')}
        unit={say('characters')}
        value={speech.longest}
        least={20}
        most={500}
        step={20}
        onChange={(longest) => set({ longest })}
      />
      <Segments
        label={say('Addresses of pages')}
        value={speech.links ? 'yes' : 'no'}
        onChange={(on) => set({ links: on === 'yes' })}
        options={[
          { value: 'yes', label: say('Leave addresses out') },
          { value: 'no', label: say('Read addresses') },
        ]}
      />
      <Segments
        label={say('Repeats')}
        value={speech.repeats ? 'yes' : 'no'}
        onChange={(on) => set({ repeats: on === 'yes' })}
        options={[
          { value: 'yes', label: say('Fold repeats') },
          { value: 'no', label: say('Read repeats') },
        ]}
      />
      <Without />
      <TrySpeech />
      <Languages />
      <Voices />
    </Card>
  );
}
/** Words that are never said. */
function Without() {
  const speech = useShow((show) => show.speech);
  const [word, setWord] = useState('');
  const addWord = (): void => {
    const typed = word.trim();
    if (typed === '' || speech.without.includes(typed)) return;
    set({ without: [...speech.without, typed] });
    setWord('');
  };
  return (
    <View className="gap-2">
      <TextField
        label={say('Never say this word')}
        value={word}
        most={60}
        exact
        onChange={setWord}
        onSubmit={addWord}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" icon={Plus} disabled={word.trim() === ''} onPress={addWord}>
          {say('Leave it out')}
        </Button>
        {speech.without.map((each) => (
          <Button
            key={each}
            icon={X}
            label={say('Say {each} again', { each })}
            onPress={() => set({ without: speech.without.filter((other) => other !== each) })}
          >
            {each}
          </Button>
        ))}
      </View>
    </View>
  );
}

/** What a text is read as. */
function TrySpeech() {
  const speech = useShow((show) => show.speech);
  const [sample, setSample] = useState(say('Sooooo good good good good! See https://example.org/glaze'));
  return (
    <View className="gap-2">
      <TextField label={say('Test with a text')} value={sample} most={500} onChange={setSample} />
      <Text size={13} tone="muted">
        {say('Is read as')}
      </Text>
      <Text role="status">{speakable(sample, speech) || say('Nothing: no word is left.')}</Text>
    </View>
  );
}

/** Other ways for languages. */
function Languages() {
  const speech = useShow((show) => show.speech);
  const [language, setLanguage] = useState('');
  const tag = language.trim().toLowerCase();
  const tagFits = /^[a-z]{2,3}$/.test(tag) && !speech.languages.some((one) => one.language === tag);
  return (
    <>
      {speech.languages.map((one, n) => (
        <View key={one.language} className="gap-2 pt-3 border-t border-line">
          <View className="flex-row items-center justify-between">
            <Text face="strong">{languageName(one.language)}</Text>
            <IconButton
              icon={X}
              label={say('Take out {languageName}', { languageName: languageName(one.language) })}
              tone="muted"
              onPress={() => set({ languages: speech.languages.filter((_, at) => at !== n) })}
            />
          </View>
          <MannerFields
            of={languageName(one.language)}
            manner={one}
            onChange={(next) =>
              set({ languages: speech.languages.map((other, at) => (at === n ? { ...other, ...next } : other)) })
            }
          />
        </View>
      ))}
      <View className="flex-row items-end gap-2">
        <View className="flex-1">
          <TextField
            label={say('Another way for a language (its code: ja, ar, de)')}
            value={language}
            most={3}
            exact
            onChange={setLanguage}
            problem={tag === '' || tagFits ? null : say('A code of two or three letters that is not in the list yet.')}
          />
        </View>
        <Button
          kind="outline"
          icon={Plus}
          disabled={!tagFits}
          onPress={() => {
            set({ languages: [...speech.languages, { language: tag, ...PLAIN }] });
            setLanguage('');
          }}
        >
          {say('Add')}
        </Button>
      </View>
    </>
  );
}

/** Viewers' own voices. */
function Voices() {
  const speech = useShow((show) => show.speech);
  const [choosing, setChoosing] = useAsked('viewer');
  return (
    <>
      {speech.viewers.map((one, n) => (
        <View key={one.viewer} className="gap-2 pt-3 border-t border-line">
          <View className="flex-row items-center justify-between">
            <Text face="strong" className="shrink" numberOfLines={1}>
              {one.name}
            </Text>
            <IconButton
              icon={X}
              label={say('Take out {name}', { name: one.name })}
              tone="muted"
              onPress={() => set({ viewers: speech.viewers.filter((_, at) => at !== n) })}
            />
          </View>
          <MannerFields
            of={one.name}
            manner={one}
            onChange={(next) =>
              set({ viewers: speech.viewers.map((other, at) => (at === n ? { ...other, ...next } : other)) })
            }
          />
        </View>
      ))}
      <Button kind="outline" icon={Plus} onPress={() => setChoosing(true)}>
        {say('A viewer’s own voice')}
      </Button>
      {choosing ? (
        <ViewerChoice
          title={say('Whose words')}
          onClose={() => setChoosing(false)}
          onChoose={({ feed, viewer, name }) => {
            setChoosing(false);
            const key = viewerKey(feed, viewer);
            if (!speech.viewers.some((one) => one.viewer === key))
              set({ viewers: [...speech.viewers, { viewer: key, name, ...PLAIN }] });
          }}
        />
      ) : null}
    </>
  );
}

function languageName(code: string): string {
  try {
    return new Intl.DisplayNames('en', { type: 'language' }).of(code) ?? code;
  } catch {
    return code;
  }
}
