import { cueSentence } from '@/core/show/sentence';
import { useState } from 'react';
import { View } from 'react-native';
import { bringIn, clashes, type CueChoice, type CueFile } from '@/core/show/cue-file';
import { takeFiles } from '@/ui/data/media-files';
import { randomKey } from '@/ui/data/random-key';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import type { Cue, Show } from '@/core/show/show';
import { say, saying } from '@/ui/words/say';
import { phrase, type Phrase, asKept } from '@/core/words/phrase';

const OFFERED = {
  new: [
    { value: 'leave', label: phrase('Leave it') },
    { value: 'instead', label: phrase('Import it') },
  ],
  same: [
    { value: 'leave', label: phrase('Leave it') },
    { value: 'beside', label: phrase('Once more') },
  ],
  differs: [
    { value: 'leave', label: phrase('Keep yours') },
    { value: 'instead', label: phrase('Take this one') },
    { value: 'beside', label: phrase('Keep both') },
  ],
} as const satisfies Record<string, readonly { value: CueChoice; label: Phrase }[]>;

const SAYS = {
  new: phrase('New here.'),
  same: phrase('You have the same already.'),
  differs: phrase('You have one that came from the same, and is another by now.'),
} as const;

/** Cues of a file, before anything changes: what is new, what clashes, what is missing; and what to do with each. */
export function CueFileSheet({ file, onClose }: { file: CueFile; onClose: (said: string[]) => void }) {
  const show = useShow();
  const list = clashes(file, show);
  const [choices, setChoices] = useState<Record<string, CueChoice>>(() =>
    Object.fromEntries(list.map(({ cue, how }) => [cue.id, how === 'new' ? 'instead' : 'leave'])),
  );
  const [busy, setBusy] = useState(false);
  // Its sentence names what is in the file where the show has nothing of that name.
  const seen = {
    ...show,
    media: [...show.media, ...file.media],
    goals: [...show.goals, ...file.goals],
    counters: [...show.counters, ...file.counters],
    countdowns: [...show.countdowns, ...file.countdowns],
  };
  const count = Object.values(choices).filter((choice) => choice !== 'leave').length;
  const bring = async (): Promise<void> => {
    setBusy(true);
    const used = file.media.filter(({ id }) =>
      list.some(({ cue }) => choices[cue.id] !== 'leave' && JSON.stringify(cue.steps).includes(id)),
    );
    const said = await takeFiles(used, file.files);
    edit((draft) => bringIn(draft, file, choices, () => randomKey().slice(0, 12)));
    onClose(said);
  };
  return (
    <Sheet
      title={say('{cues} {cues, plural, one {cue} other {cues}} in this file', { cues: file.cues.length })}
      onClose={() => onClose([])}
    >
      <Text tone="muted">{say('Nothing has been changed yet.')}</Text>
      <View role="list" aria-label={say('Cues of the file')} className="gap-4">
        {list.map(({ cue, how, said }) => (
          <CueOfFile
            key={cue.id}
            cue={cue}
            seen={seen}
            how={how}
            said={said}
            choices={choices}
            setChoices={setChoices}
          />
        ))}
      </View>
      <Button kind="main" disabled={count === 0 || busy} onPress={() => void bring()}>
        {count === 0 ? say('Import nothing') : say('Import {count, plural, one {# cue} other {# cues}}', { count })}
      </Button>
    </Sheet>
  );
}

/** One cue of the file: what it says, and what comes of it. */
function CueOfFile({
  cue,
  seen,
  how,
  said,
  choices,
  setChoices,
}: {
  cue: Cue;
  seen: Show;
  how: 'new' | 'same' | 'differs';
  said: Phrase[];
  choices: Record<string, CueChoice>;
  setChoices: (value: Record<string, CueChoice>) => void;
}) {
  return (
    <View role="listitem" className="gap-2 pt-3 border-t border-line">
      {cue.name ? (
        <Text size={13} face="strong" tone="muted">
          {cue.name}
        </Text>
      ) : null}
      <Text>{saying(cueSentence(cue, seen))}</Text>
      <Text size={13} tone={how === 'differs' ? 'brick' : 'muted'}>
        {SAYS[how]}
      </Text>
      {said.map((sentence) => (
        <Text key={asKept(sentence)} size={13} tone="brick">
          {sentence}
        </Text>
      ))}
      <Segments<CueChoice>
        label={cue.name ? say('What to do with {name}', { name: cue.name }) : say('What to do with this cue')}
        options={OFFERED[how]}
        value={choices[cue.id] ?? 'leave'}
        onChange={(choice) => setChoices({ ...choices, [cue.id]: choice })}
      />
    </View>
  );
}
