import { stepKind, stepSchema, type Step } from '@/core/engine/step';
import { sampleValues } from '@/core/engine/when';
import type { Cue } from '@/core/show/show';
import { PickEditor } from './pick-editor';
import { SettingEditor } from './setting-editor';

/** One step of a cue: the setting whose token was tapped, then the others. */
export function StepEditor({ cue, step, field, onChange }: { cue: Cue; step: Step; field: string; onChange: (step: Step) => void }) {
  const kind = stepKind(step);
  if (step.kind === 'pick') return <PickEditor step={step} own={cue.id} onChange={onChange} />;
  const settings = [...kind.settings].sort((a, b) => Number(b.field === field) - Number(a.field === field));
  const set = (name: string, value: unknown): void => {
    const next = stepSchema.safeParse({ ...step, [name]: value });
    if (next.success) onChange(next.data);
  };
  // One at a time where a token says which: the sheet leaves the stage in sight.
  const shown = settings.some((setting) => setting.field === field) ? settings.slice(0, 1) : settings;
  return <>{shown.map((setting) => <SettingEditor key={setting.field} setting={setting} value={(step as Record<string, unknown>)[setting.field]} sample={sampleValues(cue.when)} onChange={(value) => set(setting.field, value)} />)}</>;
}
