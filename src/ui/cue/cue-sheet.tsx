import { stepKind } from '@/core/engine/kinds';
import type { Cue } from '@/core/show/show';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { feedName } from '@/ui/feed/feed-name';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { AddStep } from './add-step';
import { AddToNumber } from './add-to-number';
import { HoldsEditor } from './holds-editor';
import { TryFields } from './try-fields';
import { StepEditor } from './step-editor';
import { WhenEditor } from './when-editor';
import { WhoEditor } from './who-editor';
import { WholeCue } from './whole-cue';
import { say, saying } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

/**
 * One part of a cue's sentence, to be changed. `field`: that of its token (src/core/show/sentence.ts): of the "when", `<step>.<field>`,
 * `who`, `feeds`, `hold.<field>`; or `cue` for all of it.
 */
export function CueSheet(props: { cue: Cue; field: string; onField: (field: string) => void; onClose: () => void }) {
  return (
    <Sheet title={titleOf(props.cue, props.field)} onClose={props.onClose}>
      <CuePart {...props} />
    </Sheet>
  );
}

/** The step that a field (`<step>.<field>`) is of; none where it is gone, and for every other field. */
const stepOf = (cue: Cue, field: string): Cue['steps'][number] | undefined => cue.steps[Number(field.split('.')[0])];

/** `<step>.<field>`, and no `hold.<field>`. */
const isOfStep = (field: string): boolean => /^\d+\./.test(field);

const TITLES: Record<string, Phrase> = {
  add: phrase('Then …'),
  'add-time': phrase('Add time to a countdown'),
  'add-number': phrase('Add to a number'),
  try: phrase('Try it with …'),
  who: phrase('For whom'),
  feeds: phrase('From which feeds'),
};

function titleOf(cue: Cue, field: string): string {
  if (field === 'cue') return cue.name || say('This cue');
  if (field.startsWith('hold.')) return say('How often');
  if (!isOfStep(field)) return saying(TITLES[field]) ?? say('When');
  const step = stepOf(cue, field);
  return step ? saying(stepKind(step).title) : say('A step');
}

function CuePart({
  cue,
  field,
  onField,
  onClose,
}: {
  cue: Cue;
  field: string;
  onField: (field: string) => void;
  onClose: () => void;
}) {
  const change = (recipe: (draft: Cue) => void): void =>
    edit((draft) => {
      const found = draft.cues.find(({ id }) => id === cue.id);
      if (found) recipe(found);
    });
  /** Changes one field of the cue. */
  const set =
    <K extends keyof Cue>(name: K) =>
    (value: Cue[K]): void =>
      change((draft) => {
        draft[name] = value;
      });
  switch (field) {
    case 'cue':
      return <WholeCue cue={cue} change={change} onField={onField} onClose={onClose} />;
    case 'add':
      return <AddStep cue={cue} onField={onField} />;
    case 'add-time':
    case 'add-number':
      return <AddToNumber cue={cue} time={field === 'add-time'} onAdded={onField} />;
    case 'try':
      return <TryFields cue={cue} onClose={onClose} />;
    case 'who':
      return <WhoEditor who={cue.who} onChange={set('who')} />;
    case 'feeds':
      return <FeedTicks feeds={cue.feeds} onChange={set('feeds')} />;
  }
  if (field.startsWith('hold.')) return <HoldsEditor holds={cue.holds} onChange={set('holds')} />;
  if (!isOfStep(field)) return <WhenEditor when={cue.when} field={field} onChange={set('when')} />;
  const step = stepOf(cue, field);
  if (!step) return <Text tone="muted">{say('This step is gone.')}</Text>;
  const [at, part = ''] = field.split('.');
  return (
    <StepEditor
      cue={cue}
      step={step}
      field={part}
      onChange={(next) =>
        change((draft) => {
          draft.steps[Number(at)] = next;
        })
      }
    />
  );
}

/** From which feeds; none: from any. */
function FeedTicks({ feeds, onChange }: { feeds: readonly string[]; onChange: (feeds: string[]) => void }) {
  const show = useShow();
  return (
    <Ticks
      label={say('Feeds')}
      options={[
        { value: '', label: say('Any feed') },
        ...show.feeds.map((feed) => ({ value: feed.id, label: feedName(feed) })),
      ]}
      ticked={feeds.length === 0 ? [''] : feeds}
      onTick={(id) =>
        onChange(id === '' ? [] : feeds.includes(id) ? feeds.filter((each) => each !== id) : [...feeds, id])
      }
    />
  );
}
