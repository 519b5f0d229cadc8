import { useState } from 'react';
import { View } from 'react-native';
import type { Control } from '@/core/piece/piece';
import { useShow } from '@/ui/data/show';
import { Segments } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { MediaField } from './media-field';
import { listed } from '@/core/show/listed';
import type { Show } from '@/core/show/show';
import { say } from '@/ui/words/say';
import type { Sayable } from '@/core/words/phrase';

/** One thing to set of a piece, as its kind says. */
export function ControlField({
  control,
  value,
  onChange,
}: {
  control: Control;
  value: unknown;
  onChange: (value: unknown) => void;
}) {
  const show = useShow();
  const [empty, setEmpty] = useState(false);
  switch (control.control) {
    case 'number':
      return (
        <NumberField
          label={control.label}
          value={typeof value === 'number' ? value : control.least}
          least={control.least}
          most={control.most}
          onChange={onChange}
        />
      );
    case 'text':
      return (
        <TextField
          label={control.label}
          value={empty ? '' : String(value ?? '')}
          most={60}
          onChange={(text) => {
            setEmpty(text.trim() === '' && control.field === 'name');
            onChange(text);
          }}
          problem={empty ? say('A piece needs a name, to be found in lists.') : null}
        />
      );
    case 'switch':
      return (
        <FewField
          label={control.label}
          chosen={value === true ? 'on' : 'off'}
          onChange={(next) => onChange(next === 'on')}
          options={[
            { value: 'on', label: control.on },
            { value: 'off', label: control.off },
          ]}
        />
      );
    case 'media':
      return <MediaField label={control.label} of={control.of} value={String(value ?? '')} onChange={onChange} />;
    case 'choice': {
      const options = 'options' in control ? control.options : optionsOf(show, control.from);
      if (options.length < 2 && !('options' in control)) return null;
      const chosen = String(value ?? ('otherwise' in control ? control.otherwise : '') ?? '');
      const Field = options.length > 4 ? ManyField : FewField;
      return <Field label={control.label} options={options} chosen={chosen} onChange={onChange} />;
    }
  }
}

const Labelled = ({ label, children }: { label: Sayable; children: React.ReactNode }) => (
  <View className="gap-1">
    <Text size={13} tone="muted">
      {label}
    </Text>
    {children}
  </View>
);

interface ChoiceFieldProps {
  label: Sayable;
  options: readonly { value: string; label: Sayable }[];
  chosen: string;
  onChange: (value: string) => void;
}

const ManyField = ({ label, options, chosen, onChange }: ChoiceFieldProps) => (
  <Pick label={label} options={options} value={chosen} onChange={onChange} />
);

const FewField = ({ label, options, chosen, onChange }: ChoiceFieldProps) => (
  <Labelled label={label}>
    <Segments label={label} options={options} value={chosen} onChange={onChange} />
  </Labelled>
);

const optionsOf = (show: Show, list: string): { value: string; label: Sayable }[] =>
  listed(show, list).map(({ id, name }) => ({ value: id, label: name }));
