import { useState } from 'react';
import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import type { Step } from '@/core/engine/kinds';
import { MOST_VARIANTS } from '@/core/engine/cue/variants';
import { soundName } from '@/core/sound/library';
import { wordsProblem } from '@/core/words/message';
import { useShow } from '@/ui/data/show';
import { Button, IconButton } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { MediaField } from '@/ui/stage/media-field';
import { SoundChoice } from './sound-choice';
import { say, saying } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

/** The kinds of step that can have several wordings, pictures or sounds. */
export type VariedStep = Extract<Step, { kind: 'show' | 'play' | 'read' | 'post' }>;
export const canVary = (step: Step): step is VariedStep =>
  step.kind === 'show' || step.kind === 'play' || step.kind === 'read' || step.kind === 'post';

type Variant = { words?: string; sound?: string; picture?: string; weight?: number };

const SOUND_WORDS = {
  others: phrase('Other sounds'),
  add: phrase('Add another sound'),
  first: phrase('How often the first sound comes'),
  nth: (n: number) => say('Sound {n}', { n }),
};
const WORDING_WORDS = {
  others: phrase('Other wordings'),
  add: phrase('Add another wording'),
  first: phrase('How often the first wording comes'),
  nth: (n: number) => say('Wording {n}', { n }),
};

/** Other wordings (or sounds) of a step, and how one of them is chosen. */
export function VariantsEditor({ step, onChange }: { step: VariedStep; onChange: (step: Step) => void }) {
  const more: readonly Variant[] = step.more ?? [];
  const words = step.kind === 'play' ? SOUND_WORDS : WORDING_WORDS;
  const put = (next: readonly Variant[]): void =>
    // What is put in has the form of this step's kind: it was made from it.
    onChange({ ...step, more: next.length > 0 ? next : undefined } as Step);
  const change = (at: number, changed: Partial<Variant>): void =>
    put(more.map((each, n) => (n === at ? { ...each, ...changed } : each)));
  const add = (): void => put([...more, step.kind === 'play' ? { sound: step.sound } : { words: step.words }]);
  return (
    <View className="gap-3 pt-3 border-t border-line" role="group" aria-label={saying(words.others)}>
      <Text size={17} face="title" level={2}>
        {words.others}
      </Text>
      {more.map((variant, at) => (
        <VariantFields
          key={at}
          name={words.nth(at + 2)}
          step={step}
          variant={variant}
          weighted={step.by !== 'turn'}
          onChange={(changed) => change(at, changed)}
          onRemove={() => put(more.filter((_each, n) => n !== at))}
        />
      ))}
      {more.length > 0 ? (
        <>
          {step.by === 'turn' ? null : (
            <NumberField
              label={words.first}
              unit="×"
              value={step.weight ?? 1}
              least={1}
              most={1000}
              onChange={(weight) => onChange({ ...step, weight })}
            />
          )}
          <Segments
            label={say('How one is chosen')}
            value={step.by ?? 'chance'}
            onChange={(by) => onChange({ ...step, by })}
            options={[
              { value: 'chance', label: say('By chance, never twice running') },
              { value: 'turn', label: say('In turn') },
            ]}
          />
        </>
      ) : null}
      {more.length < MOST_VARIANTS ? (
        <View className="flex-row">
          <Button kind="outline" icon={Plus} onPress={add}>
            {words.add}
          </Button>
        </View>
      ) : null}
    </View>
  );
}

function VariantFields({
  name,
  step,
  variant,
  weighted,
  onChange,
  onRemove,
}: {
  name: string;
  step: VariedStep;
  variant: Variant;
  weighted: boolean;
  onChange: (changed: Partial<Variant>) => void;
  onRemove: () => void;
}) {
  const { language, media } = useShow();
  const [choosing, setChoosing] = useState(false);
  const sound = variant.sound ?? '';
  return (
    <View className="gap-2 pb-3 border-b border-line" role="group" aria-label={name}>
      <View className="flex-row items-end gap-2">
        <View className="flex-1">
          {variant.words === undefined ? (
            <Button kind="outline" label={say('{name}: choose', { name })} onPress={() => setChoosing(!choosing)}>
              {soundName(sound) ?? media.find(({ id }) => id === sound)?.name ?? say('a sound that is gone')}
            </Button>
          ) : (
            <TextField
              label={name}
              value={variant.words}
              most={300}
              onChange={(words) => onChange({ words })}
              problem={wordsProblem(variant.words, language)}
            />
          )}
        </View>
        <IconButton icon={X} tone="muted" label={say('Delete {name}', { name })} onPress={onRemove} />
      </View>
      {choosing && variant.words === undefined ? (
        <SoundChoice value={sound} onChange={(id) => onChange({ sound: id })} />
      ) : null}
      <VariantPicture name={name} step={step} variant={variant} onChange={onChange} />
      {weighted ? (
        <NumberField
          label={say('How often {name} comes', { name })}
          unit="×"
          value={variant.weight ?? 1}
          least={1}
          most={1000}
          onChange={(weight) => onChange({ weight })}
        />
      ) : null}
    </View>
  );
}

/** The picture of one wording, where the step shows one. */
function VariantPicture({
  name,
  step,
  variant,
  onChange,
}: {
  name: string;
  step: VariedStep;
  variant: Variant;
  onChange: (changed: Partial<Variant>) => void;
}) {
  const { media } = useShow();
  const [choosing, setChoosing] = useState(false);
  if (step.kind !== 'show' || !step.look || step.look.picture === '') return null;
  return (
    <>
      <View className="flex-row">
        <Button kind="outline" label={say('Picture of {name}', { name })} onPress={() => setChoosing(!choosing)}>
          {variant.picture === undefined
            ? say('Picture: as the first')
            : say('Picture: {name}', { name: media.find(({ id }) => id === variant.picture)?.name ?? phrase('gone') })}
        </Button>
      </View>
      {choosing ? (
        <MediaField
          label={say('Picture of {name}', { name })}
          of="picture"
          value={variant.picture ?? ''}
          onChange={(picture) => onChange({ picture })}
        />
      ) : null}
    </>
  );
}
