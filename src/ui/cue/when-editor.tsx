import { newWhen, whenKind, whenSchema, WHENS, type When } from '@/core/engine/kinds';
import { View } from 'react-native';
import { useShow } from '@/ui/data/show';
import { Choice } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { SettingEditor } from './setting-editor';
import { asKept } from '@/core/words/phrase';

const GROUPS = [...new Set(WHENS.map(({ group }) => group))];

/** What a cue waits for: its own settings first, the one whose token was tapped before the others; then all other kinds. */
export function WhenEditor({ when, field, onChange }: { when: When; field: string; onChange: (when: When) => void }) {
  const show = useShow();
  const kind = whenKind(when);
  const settings = kind.settings
    .filter(({ hidden }) => !hidden?.(when))
    .sort((a, b) => Number(b.field === field) - Number(a.field === field));
  const set = (name: string, value: unknown): void => {
    const next = whenSchema.safeParse({ ...when, [name]: value });
    if (next.success) onChange(next.data);
  };
  return (
    <>
      {settings.map((setting) => (
        <SettingEditor
          key={setting.field}
          setting={setting}
          value={(when as Record<string, unknown>)[setting.field]}
          values={{ ...when }}
          sample={kind.sample(when)}
          onChange={(value) => set(setting.field, value)}
        />
      ))}
      <View className="gap-3 pt-2 border-t border-line">
        {GROUPS.map((group) => (
          <View key={asKept(group)}>
            <Text size={13} tone="muted">
              {group}
            </Text>
            <Choice
              label={group}
              value={when.kind}
              options={WHENS.filter((each) => each.group === group).map((each) => ({
                value: each.kind,
                label: each.title,
              }))}
              onChange={(chosen) => {
                if (chosen !== when.kind) onChange(newWhen(chosen, show));
              }}
            />
          </View>
        ))}
      </View>
    </>
  );
}
