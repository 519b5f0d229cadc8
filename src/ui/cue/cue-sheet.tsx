import { stepKind } from '@/core/engine/kinds';
import type { Cue } from '@/core/show/show';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { feedName } from '@/ui/feed/feed-name';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { AddStep } from './add-step';
import { HoldsEditor } from './holds-editor';
import { TryFields } from './try-fields';
import { StepEditor } from './step-editor';
import { WhenEditor } from './when-editor';
import { WhoEditor } from './who-editor';
import { WholeCue } from './whole-cue';

/**
 * One part of a cue's sentence, to be changed. `field`: that of its token (src/core/show/sentence.ts): of the "when", `<step>.<field>`,
 * `who`, `feeds`, `hold.<field>`; or `cue` for all of it.
 */
export function CueSheet({
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
  const show = useShow();
  const change = (recipe: (draft: Cue) => void): void =>
    edit((draft) => {
      const found = draft.cues.find(({ id }) => id === cue.id);
      if (found) recipe(found);
    });
  const [first, second] = field.split('.');
  const at = Number(first);
  const step = second !== undefined && Number.isInteger(at) ? cue.steps[at] : undefined;
  if (field === 'cue')
    return (
      <Sheet title={cue.name || 'This cue'} onClose={onClose}>
        <WholeCue cue={cue} change={change} onField={onField} onClose={onClose} />
      </Sheet>
    );
  if (field === 'add')
    return (
      <Sheet title="Then …" onClose={onClose}>
        <AddStep cue={cue} onAdded={onField} />
      </Sheet>
    );
  if (field === 'try')
    return (
      <Sheet title="Try it with …" onClose={onClose}>
        <TryFields cue={cue} onClose={onClose} />
      </Sheet>
    );
  if (field === 'who')
    return (
      <Sheet title="For whom" onClose={onClose}>
        <WhoEditor
          who={cue.who}
          onChange={(who) =>
            change((draft) => {
              draft.who = who;
            })
          }
        />
      </Sheet>
    );
  if (first === 'hold')
    return (
      <Sheet title="How often" onClose={onClose}>
        <HoldsEditor
          holds={cue.holds}
          onChange={(holds) =>
            change((draft) => {
              draft.holds = holds;
            })
          }
        />
      </Sheet>
    );
  if (field === 'feeds') {
    const tick = (id: string): void =>
      change((draft) => {
        draft.feeds =
          id === '' ? [] : draft.feeds.includes(id) ? draft.feeds.filter((each) => each !== id) : [...draft.feeds, id];
      });
    return (
      <Sheet title="From which feeds" onClose={onClose}>
        <Ticks
          label="Feeds"
          options={[
            { value: '', label: 'Any feed' },
            ...show.feeds.map((feed) => ({ value: feed.id, label: feedName(feed) })),
          ]}
          ticked={cue.feeds.length === 0 ? [''] : cue.feeds}
          onTick={tick}
        />
      </Sheet>
    );
  }
  if (second !== undefined) {
    if (!step)
      return (
        <Sheet title="A step" onClose={onClose}>
          <Text tone="muted">This step is gone.</Text>
        </Sheet>
      );
    return (
      <Sheet title={stepKind(step).title} onClose={onClose}>
        <StepEditor
          cue={cue}
          step={step}
          field={second}
          onChange={(next) =>
            change((draft) => {
              draft.steps[at] = next;
            })
          }
        />
      </Sheet>
    );
  }
  return (
    <Sheet title="When" onClose={onClose}>
      <WhenEditor
        when={cue.when}
        field={field}
        onChange={(when) =>
          change((draft) => {
            draft.when = when;
          })
        }
      />
    </Sheet>
  );
}
