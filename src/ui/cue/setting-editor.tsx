import type { Setting } from '@/core/engine/kernel/when';
import type { Look } from '@/core/engine/alert/look';
import type { Range } from '@/core/engine/cue/range';
import { KIT } from '@/core/engine/features';
import { numbersOf } from '@/core/engine/kernel/number';
import type { WordValues } from '@/core/words/fields';
import type { Show } from '@/core/show/show';
import { useShow } from '@/ui/data/show';
import { Choice, Segments, type Option } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { AddressField } from './address-field';
import { CurrencyEditor } from './currency-editor';
import { GiftEditor } from './gift-editor';
import { LookEditor } from './look-editor';
import { RangeEditor } from './range-editor';
import { SoundChoice } from './sound-choice';
import { WordsEditor } from './words-editor';
import { listed } from '@/core/show/listed';
import { AmountField } from '@/ui/part/amount-field';
import { say, saying } from '@/ui/words/say';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';

/** Edits one thing of a "when" or a step, whatever it is. What the schema does not take is not taken. */
export function SettingEditor({
  setting,
  value,
  values,
  sample,
  onChange,
}: {
  setting: Setting;
  value: unknown;
  /** All that is set of the same "when" or step. */
  values: Readonly<Record<string, unknown>>;
  sample: WordValues;
  onChange: (value: unknown) => void;
}) {
  const show = useShow();
  switch (setting.setting) {
    case 'number':
      return <SizeEditor setting={setting} value={value} values={values} onChange={onChange} />;
    case 'range':
      return (
        <RangeEditor
          label={saying(setting.label)}
          unit={saying(setting.unit) ?? ''}
          // A "when" that names a currency has its amounts in that.
          currency={setting.money ? ownCurrency(values, show.money.currency) : undefined}
          value={value as Range}
          onChange={onChange}
        />
      );
    case 'choice':
      return <ChoiceEditor setting={setting} value={String(value ?? setting.otherwise)} onChange={onChange} />;
    case 'text':
      return (
        <TextField
          label={saying(setting.label)}
          value={String(value)}
          most={setting.most}
          placeholder={setting.placeholder}
          onChange={onChange}
        />
      );
    case 'currency':
      return <CurrencyEditor label={saying(setting.label)} value={value as string | undefined} onChange={onChange} />;
    case 'address':
      return <AddressField label={saying(setting.label)} value={String(value)} onChange={onChange} />;
    case 'words':
      return <WordsEditor label={saying(setting.label)} words={String(value)} sample={sample} onChange={onChange} />;
    case 'look':
      return <LookEditor look={value as Look | undefined} onChange={onChange} />;
    case 'gifts':
      return <GiftEditor value={value as { id: string; name: string }[]} onChange={onChange} />;
    case 'one': {
      if (setting.of === 'sounds') return <SoundChoice value={String(value)} onChange={onChange} />;
      const options = optionsOf(setting, show);
      if (!Array.isArray(options)) return <Text tone="brick">{saying(options as Sayable)}</Text>;
      return <Choice label={saying(setting.label)} options={options} value={String(value)} onChange={onChange} />;
    }
  }
}

const ownCurrency = ({ currency }: Readonly<Record<string, unknown>>, otherwise: string): string =>
  typeof currency === 'string' ? currency : otherwise;

function SizeEditor({
  setting,
  value,
  values,
  onChange,
}: {
  setting: Extract<Setting, { setting: 'number' }>;
  value: unknown;
  values: Readonly<Record<string, unknown>>;
  onChange: (value: number) => void;
}) {
  const { currency } = useShow().money;
  const now = typeof value === 'number' ? value : setting.least;
  const { label, least, most } = setting;
  return setting.money?.(values) ? (
    <AmountField label={label} currency={currency} value={now} least={least} most={most} onChange={onChange} />
  ) : (
    <NumberField
      label={label}
      unit={saying(setting.unit) ?? ''}
      value={now}
      least={least}
      most={most}
      step={setting.step}
      onChange={onChange}
    />
  );
}

function ChoiceEditor({
  setting: { label, options },
  value,
  onChange,
}: {
  setting: Extract<Setting, { setting: 'choice' }>;
  value: string;
  onChange: (value: string) => void;
}) {
  if (options.length > 4) return <Choice label={label} options={options} value={value} onChange={onChange} />;
  return (
    <>
      <Text size={13} tone="muted">
        {label}
      </Text>
      <Segments label={label} options={options} value={value} onChange={onChange} />
    </>
  );
}

/** What there is to choose from, besides the lists of the show's features. */
const OTHERS: Record<string, { none: Phrase; of: (show: Show) => Option<string>[] }> = {
  spotlights: {
    none: phrase('There is no spotlight on the stage. Add one there first.'),
    of: ({ pieces }) => named(pieces.filter(({ kind }) => kind === 'spotlight')),
  },
  cues: {
    none: phrase('There is no other cue yet.'),
    of: ({ cues }) => cues.map(({ id, name }, n) => ({ value: id, label: name || say('Cue {n}', { n: n + 1 }) })),
  },
  credits: {
    none: phrase('There are no scrolling names on the stage. Add them there first.'),
    of: ({ pieces }) => named(pieces.filter(({ kind }) => kind === 'credits')),
  },
  pieces: { none: phrase('There is no piece on the stage yet.'), of: ({ pieces }) => named(pieces) },
  scenes: { none: phrase('This show has no scenes yet. Make some on the stage.'), of: ({ scenes }) => named(scenes) },
  perks: { none: phrase('There is no perk yet. Add one under Points.'), of: ({ points }) => named(points.perks) },
  numbers: {
    none: phrase('There is no number to add to yet. Add a countdown, a counter or a goal under Numbers.'),
    of: (show) => numbersOf(show, KIT).map(({ number, name, of }) => ({ value: number, label: name, note: of })),
  },
};

const named = (list: readonly { id: string; name: string }[]): Option<string>[] =>
  list.map(({ id, name }) => ({ value: id, label: name }));

/** What can be chosen; or, in a sentence, why nothing can. */
function optionsOf({ of, any }: Extract<Setting, { setting: 'one' }>, show: Show): Option<string>[] | Sayable {
  const list = KIT.lists.get(of);
  const options = list ? named(listed(show, of)) : (OTHERS[of]?.of(show) ?? []);
  if (options.length > 0) return any === undefined ? options : [{ value: '', label: any }, ...options];
  return list
    ? say('There is no {kind} in this show yet. Make one under Numbers.', {
        kind: saying(list.title).toLowerCase(),
      })
    : (OTHERS[of]?.none ?? say('There is nothing to choose from.'));
}
