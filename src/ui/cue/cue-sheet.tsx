import { Pressable, View } from 'react-native';
import useSWR from 'swr';
import type { Draft } from 'immer';
import { unknownFields, WORD_FIELDS } from '@/core/engine/words';
import { WHEN_KINDS, type When } from '@/core/engine/when';
import type { Cue } from '@/core/show/show';
import { fetchJson } from '@/ui/data/api';
import { useShow } from '@/ui/data/show-context';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { counted } from '@/ui/words/counted';

export type CueField = 'when' | 'gift' | 'every' | 'words' | 'spotlight' | 'seconds' | 'cue';

const TITLES: Record<CueField, string> = { when: 'When', gift: 'Which gift', every: 'How many likes', words: 'Words', spotlight: 'Where', seconds: 'How long', cue: 'This cue' };

/** One part of a cue's sentence, to be changed. */
export function CueSheet({ cue, field, onClose }: { cue: Cue; field: CueField; onClose: () => void }) {
  const { edit } = useShow();
  const change = (recipe: (draft: Draft<Cue>) => void): void => edit((draft) => {
    const found = draft.cues.find(({ id }) => id === cue.id);
    if (found) recipe(found);
  });
  return (
    <Sheet title={TITLES[field]} onClose={onClose}>
      <FieldEditor cue={cue} field={field} change={change} onClose={onClose} />
    </Sheet>
  );
}

interface EditorProps {
  cue: Cue;
  change: (recipe: (draft: Draft<Cue>) => void) => void;
}

function FieldEditor({ cue, field, change, onClose }: EditorProps & { field: CueField; onClose: () => void }) {
  const { show } = useShow();
  const [step] = cue.steps;
  switch (field) {
    case 'when': return <WhenEditor cue={cue} change={change} />;
    case 'gift': return <GiftEditor cue={cue} change={change} />;
    case 'every':
      return cue.when.kind === 'likes' ? (
        <>
          <NumberField label="Likes of one viewer" value={cue.when.every} least={1} most={1_000_000} step={10} onChange={(every) => change((draft) => { if (draft.when.kind === 'likes') draft.when.every = every; })} />
          <WhenEditor cue={cue} change={change} />
        </>
      ) : null;
    case 'words': return step ? <WordsEditor words={step.words} onChange={(words) => change((draft) => { if (draft.steps[0]) draft.steps[0].words = words; })} /> : null;
    case 'spotlight': {
      const spotlights = show.pieces.filter(({ kind }) => kind === 'spotlight').map(({ id, name }) => ({ value: id, label: name }));
      if (spotlights.length === 0) return <Text tone="brick">There is no spotlight on the stage. Add one there first.</Text>;
      return <Choice label="Spotlight" options={spotlights} value={step?.spotlight ?? null} onChange={(spotlight) => change((draft) => { if (draft.steps[0]) draft.steps[0].spotlight = spotlight; })} />;
    }
    case 'seconds':
      return step ? <NumberField label="Length" unit="seconds" value={step.seconds} least={1} most={120} onChange={(seconds) => change((draft) => { if (draft.steps[0]) draft.steps[0].seconds = seconds; })} /> : null;
    case 'cue': return <WholeCue cue={cue} change={change} onClose={onClose} />;
  }
}

function WhenEditor({ cue, change }: EditorProps) {
  const options = Object.values(WHEN_KINDS).map(({ kind, title }) => ({ value: kind, label: title }));
  const set = (kind: When['kind']): void => change((draft) => {
    if (draft.when.kind !== kind) draft.when = WHEN_KINDS[kind].make();
  });
  return <Choice label="When" options={options} value={cue.when.kind} onChange={set} />;
}

/** Any gift, or one of the platform's. */
function GiftEditor({ cue, change }: EditorProps) {
  const { show } = useShow();
  const { data: gifts, error } = useSWR<{ id: string; name: string; coins: number }[], Error>(show.feeds.some(({ platform }) => platform === 'brindle') ? '/api/platforms/brindle/gifts' : null, fetchJson);
  if (cue.when.kind !== 'gift') return null;
  const known = cue.when.gift;
  // The chosen gift is offered even when the platform does not answer, or has dropped it.
  const listed = [...(gifts ?? []), ...(known && !gifts?.some(({ id }) => id === known.id) ? [{ ...known, coins: null }] : [])];
  const options = [{ value: '', label: 'Any gift', note: undefined }, ...listed.map(({ id, name, coins }) => ({ value: id, label: name, note: coins === null ? undefined : counted(coins, 'coin') }))];
  const set = (id: string): void => change((draft) => {
    const chosen = listed.find((gift) => gift.id === id);
    if (draft.when.kind === 'gift') draft.when.gift = chosen ? { id: chosen.id, name: chosen.name } : null;
  });
  return (
    <>
      <Choice label="Gift" options={options} value={known?.id ?? ''} onChange={set} />
      {error ? <Text tone="muted">{error.message}</Text> : null}
      <WhenEditor cue={cue} change={change} />
    </>
  );
}

function WordsEditor({ words, onChange }: { words: string; onChange: (words: string) => void }) {
  const unknown = unknownFields(words);
  return (
    <>
      <TextField
        label="Words on the frame" value={words} most={300} autoFocus onChange={onChange}
        problem={unknown.length ? `There is no field {${unknown[0]}}. It is shown as it stands.` : null}
      />
      <View className="gap-2">
        <Text size={13} tone="muted">Put in what changes</Text>
        <View className="flex-row flex-wrap gap-2">
          {WORD_FIELDS.map((field) => (
            <Pressable key={field} role="button" aria-label={`Put in ${field}`} onPress={() => onChange(`${words}${words.endsWith(' ') || words === '' ? '' : ' '}{${field}}`)} className="min-h-[44px] px-3 justify-center rounded-control bg-raised">
              <Text>{`{${field}}`}</Text>
            </Pressable>
          ))}
        </View>
      </View>
    </>
  );
}

function WholeCue({ cue, change, onClose }: EditorProps & { onClose: () => void }) {
  const { edit } = useShow();
  const remove = (): void => {
    edit((draft) => {
      draft.cues = draft.cues.filter(({ id }) => id !== cue.id);
    });
    onClose();
  };
  return (
    <>
      <Button onPress={() => { change((draft) => { draft.on = !draft.on; }); onClose(); }}>{cue.on ? 'Switch this cue off' : 'Switch this cue on'}</Button>
      <Button kind="bad" onPress={remove}>Remove this cue</Button>
      <Text size={13} tone="muted">Removing can be undone on the stage, or with Z.</Text>
    </>
  );
}
