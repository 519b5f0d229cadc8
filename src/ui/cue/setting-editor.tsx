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
import { GiftEditor } from './gift-editor';
import { LookEditor } from './look-editor';
import { RangeEditor } from './range-editor';
import { SoundChoice } from './sound-choice';
import { WordsEditor } from './words-editor';

/** Edits one thing of a "when" or a step, whatever it is. What the schema does not take is not taken. */
export function SettingEditor({
  setting,
  value,
  sample,
  onChange,
}: {
  setting: Setting;
  value: unknown;
  sample: WordValues;
  onChange: (value: unknown) => void;
}) {
  const show = useShow();
  switch (setting.setting) {
    case 'number':
      return (
        <NumberField
          label={setting.label}
          unit={setting.unit}
          value={typeof value === 'number' ? value : setting.least}
          least={setting.least}
          most={setting.most}
          step={setting.step}
          onChange={onChange}
        />
      );
    case 'range':
      return <RangeEditor label={setting.label} unit={setting.unit} value={value as Range} onChange={onChange} />;
    case 'choice':
      return <ChoiceEditor setting={setting} value={String(value)} onChange={onChange} />;
    case 'text':
      return (
        <TextField
          label={setting.label}
          value={String(value)}
          most={setting.most}
          placeholder={setting.placeholder}
          onChange={onChange}
        />
      );
    case 'address':
      return <AddressField label={setting.label} value={String(value)} onChange={onChange} />;
    case 'words':
      return <WordsEditor label={setting.label} words={String(value)} sample={sample} onChange={onChange} />;
    case 'look':
      return <LookEditor look={value as Look | undefined} onChange={onChange} />;
    case 'gifts':
      return <GiftEditor value={value as { id: string; name: string }[]} onChange={onChange} />;
    case 'one': {
      if (setting.of === 'sounds') return <SoundChoice value={String(value)} onChange={onChange} />;
      const options = optionsOf(setting.of, show);
      if (options.length === 0) return <Text tone="brick">{NONE[setting.of]}</Text>;
      return <Choice label={setting.label} options={options} value={String(value)} onChange={onChange} />;
    }
  }
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

type Listed = Exclude<Extract<Setting, { setting: 'one' }>['of'], 'sounds'>;

const NONE: Record<Listed, string> = {
  goals: 'There is no goal in this show yet.',
  spotlights: 'There is no spotlight on the stage. Add one there first.',
  cues: 'There is no other cue yet.',
  pieces: 'There is no piece on the stage yet.',
  scenes: 'This show has no scenes yet. Make some on the stage.',
  anyScene: 'This show has no scenes yet. Make some on the stage.',
  draws: 'There is no draw reel yet. Add one on the stage.',
  anyDraw: 'There is no draw reel yet. Add one on the stage.',
  lanterns: 'There is no lantern yet. Add one on the stage.',
  anyLantern: 'There is no lantern yet. Add one on the stage.',
  anyPerk: 'There is no perk yet. Add one under Points.',
  countdowns: 'There is no countdown yet. Add one on the stage.',
  counters: 'There is no counter yet. Add one on the stage.',
  numbers: 'There is no number to add to yet. Add a countdown, a counter or a goal on the stage.',
};

function optionsOf(of: Listed, show: Show): Option<string>[] {
  const named = (list: readonly { id: string; name: string }[]): Option<string>[] =>
    list.map(({ id, name }) => ({ value: id, label: name }));
  switch (of) {
    case 'goals':
      return [{ value: '', label: 'Any goal' }, ...named(show.goals)];
    case 'countdowns':
      return show.countdowns.length === 0 ? [] : [{ value: '', label: 'Any countdown' }, ...named(show.countdowns)];
    case 'counters':
      return named(show.counters);
    case 'scenes':
      return named(show.scenes);
    case 'anyScene':
      return show.scenes.length === 0 ? [] : [{ value: '', label: 'Any scene' }, ...named(show.scenes)];
    case 'anyPerk':
      return show.points.perks.length === 0 ? [] : [{ value: '', label: 'Any perk' }, ...named(show.points.perks)];
    case 'draws':
      return named(show.draws);
    case 'anyDraw':
      return show.draws.length === 0 ? [] : [{ value: '', label: 'Any draw' }, ...named(show.draws)];
    case 'lanterns':
      return named(show.lanterns);
    case 'anyLantern':
      return show.lanterns.length === 0 ? [] : [{ value: '', label: 'Any lantern' }, ...named(show.lanterns)];
    case 'numbers':
      return numbersOf(show, KIT).map(({ number, name, of: kind }) => ({ value: number, label: name, note: kind }));
    case 'spotlights':
      return named(show.pieces.filter(({ kind }) => kind === 'spotlight'));
    case 'pieces':
      return named(show.pieces);
    case 'cues':
      return show.cues.map(({ id, name }, n) => ({ value: id, label: name || `Cue ${n + 1}` }));
  }
}
