import type { Range } from '@/core/engine/range';
import type { Setting } from '@/core/engine/when/when';
import type { WordValues } from '@/core/engine/words';
import type { Show } from '@/core/show/show';
import { useShow } from '@/ui/data/show-context';
import { Choice, Segments, type Option } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { GiftEditor } from './gift-editor';
import { RangeEditor } from './range-editor';
import { SoundChoice } from './sound-choice';
import { WordsEditor } from './words-editor';

/** Edits one thing of a "when" or a step, whatever it is. What the schema does not take is not taken. */
export function SettingEditor({ setting, value, sample, onChange }: { setting: Setting; value: unknown; sample: WordValues; onChange: (value: unknown) => void }) {
  const { show } = useShow();
  switch (setting.setting) {
    case 'number':
      return <NumberField label={setting.label} unit={setting.unit} value={typeof value === 'number' ? value : setting.least} least={setting.least} most={setting.most} step={setting.step} onChange={onChange} />;
    case 'range':
      return <RangeEditor label={setting.label} unit={setting.unit} value={value as Range} onChange={onChange} />;
    case 'choice':
      return setting.options.length > 4
        ? <Choice label={setting.label} options={setting.options} value={String(value)} onChange={onChange} />
        : <><Text size={13} tone="muted">{setting.label}</Text><Segments label={setting.label} options={setting.options} value={String(value)} onChange={onChange} /></>;
    case 'text':
      return <TextField label={setting.label} value={String(value)} most={setting.most} placeholder={setting.placeholder} onChange={onChange} />;
    case 'words':
      return <WordsEditor label={setting.label} words={String(value)} sample={sample} onChange={onChange} />;
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

const NONE = {
  goals: 'There is no goal in this show yet.', spotlights: 'There is no spotlight on the stage. Add one there first.', cues: 'There is no other cue yet.', pieces: 'There is no piece on the stage yet.',
};

function optionsOf(of: 'goals' | 'spotlights' | 'cues' | 'pieces', show: Show): Option<string>[] {
  switch (of) {
    case 'goals': return [{ value: '', label: 'Any goal' }, ...show.goals.map(({ id, name }) => ({ value: id, label: name }))];
    case 'spotlights': return show.pieces.filter(({ kind }) => kind === 'spotlight').map(({ id, name }) => ({ value: id, label: name }));
    case 'pieces': return show.pieces.map(({ id, name }) => ({ value: id, label: name }));
    case 'cues': return show.cues.map(({ id, name }, n) => ({ value: id, label: name || `Cue ${n + 1}` }));
  }
}

