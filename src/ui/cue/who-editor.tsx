import { WHO_TITLES, type Who } from '@/core/engine/who';
import { Choice } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';

/** For whom a cue is. */
export function WhoEditor({ who, onChange }: { who: Who; onChange: (who: Who) => void }) {
  const options = (Object.keys(WHO_TITLES) as Who['are'][]).map((value) => ({ value, label: WHO_TITLES[value] }));
  return (
    <>
      <Choice label="For whom" options={options} value={who.are} onChange={(are) => onChange({ ...who, are })} />
      {who.are === 'top' ? <NumberField label="Places that count as the top" value={who.top} least={1} most={20} onChange={(top) => onChange({ ...who, top })} /> : null}
    </>
  );
}
