import { stepKind, stepSchema, type Step } from '@/core/engine/kinds';
import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { sampleOf } from '@/core/show/sample';
import { useShow } from '@/ui/data/show';
import type { Cue } from '@/core/show/show';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { AlertPreview } from './alert-preview';
import { HouseCut } from '@/ui/sound/house-cut';
import { PickEditor } from './pick-editor';
import { SettingEditor } from './setting-editor';
import { canVary, VariantsEditor } from './variants-editor';
import { say } from '@/ui/words/say';

/** One step of a cue: the setting whose token was tapped, and a way to the others. */
export function StepEditor({
  cue,
  step,
  field,
  onChange,
}: {
  cue: Cue;
  step: Step;
  field: string;
  onChange: (step: Step) => void;
}) {
  const [open, setOpen] = useState(field);
  const { settings } = stepKind(step);
  const show = useShow();
  const sample = useMemo(() => sampleOf(cue, show), [cue, show]);
  if (step.kind === 'pick') return <PickEditor step={step} own={cue.id} onChange={onChange} />;
  const set = (name: string, value: unknown): void => {
    const next = stepSchema.safeParse({ ...step, [name]: value });
    if (next.success) onChange(next.data);
  };
  // One at a time: the sheet leaves the stage in sight.
  const shown = settings.find((setting) => setting.field === open) ?? settings[0];
  const others = settings.filter((setting) => setting !== shown);
  return (
    <>
      {step.kind === 'show' ? <AlertPreview step={step} sample={sample} stays /> : null}
      {shown ? (
        <SettingEditor
          key={shown.field}
          setting={shown}
          value={(step as Record<string, unknown>)[shown.field]}
          values={{ ...step }}
          sample={sample}
          onChange={(value) => set(shown.field, value)}
        />
      ) : null}
      {step.kind === 'play' && shown?.field === 'sound' ? <HouseCut key={step.sound} id={step.sound} /> : null}
      {canVary(step) && (shown?.field === 'words' || shown?.field === 'sound') ? (
        <VariantsEditor step={step} onChange={onChange} />
      ) : null}
      {others.length > 0 ? (
        <View className="gap-2 pt-2 border-t border-line">
          <Text size={13} tone="muted">
            {say('More of this step')}
          </Text>
          <View className="flex-row flex-wrap gap-2">
            {others.map((setting) => (
              <Button key={setting.field} kind="outline" onPress={() => setOpen(setting.field)}>
                {setting.label}
              </Button>
            ))}
          </View>
        </View>
      ) : null}
    </>
  );
}
