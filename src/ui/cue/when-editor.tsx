import { View } from 'react-native';
import { WHEN_KINDS, whenKind, whenSchema, type When, type WhenKindName } from '@/core/engine/cue/when';
import { useShow } from '@/ui/data/show-context';
import { Choice } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { SettingEditor } from './setting-editor';

const GROUPS = ['Giving', 'Watching', 'Talking', 'The show'] as const;

/** What a cue waits for: its own settings first, the one whose token was tapped before the others; then all other kinds. */
export function WhenEditor({ when, field, onChange }: { when: When; field: string; onChange: (when: When) => void }) {
  const { show } = useShow();
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
          sample={kind.sample(when)}
          onChange={(value) => set(setting.field, value)}
        />
      ))}
      <View className="gap-3 pt-2 border-t border-line">
        {GROUPS.map((group) => (
          <View key={group}>
            <Text size={13} tone="muted">
              {group}
            </Text>
            <Choice
              label={group}
              value={when.kind}
              options={Object.values(WHEN_KINDS)
                .filter((each) => each.group === group)
                .map((each) => ({ value: each.kind, label: each.title }))}
              onChange={(chosen: WhenKindName) => {
                if (chosen !== when.kind) onChange(WHEN_KINDS[chosen].make(show));
              }}
            />
          </View>
        ))}
      </View>
    </>
  );
}
