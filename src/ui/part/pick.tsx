import { useState } from 'react';
import { View } from 'react-native';
import ChevronDown from 'lucide-react-native/icons/chevron-down';
import ChevronUp from 'lucide-react-native/icons/chevron-up';
import { Button } from './button';
import { Choice, type Option } from './choice';
import { Text } from './text';
import type { Sayable } from '@/core/words/phrase';
import { say } from '@/ui/words/say';

/** One of many: the chosen one is seen, the others come at a press. `value`: null where nothing is chosen and a choice only leads somewhere. */
export function Pick<V extends string>({
  label,
  options,
  value,
  onChange,
}: {
  label: Sayable;
  options: readonly Option<V>[];
  value: V | null;
  onChange: (value: V) => void;
}) {
  const [open, setOpen] = useState(false);
  const chosen = options.find((option) => option.value === value)?.label ?? say('Choose');
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {label}
      </Text>
      <View className="flex-row">
        <Button
          icon={open ? ChevronUp : ChevronDown}
          label={say('{label}: {chosen}', { label, chosen })}
          onPress={() => setOpen(!open)}
        >
          {chosen}
        </Button>
      </View>
      {open ? (
        <Choice
          label={label}
          options={options}
          value={value}
          onChange={(next) => {
            setOpen(false);
            onChange(next);
          }}
        />
      ) : null}
    </View>
  );
}
