import { MOST_STEPS_OF_CUE } from '@/core/engine/cue/cue';
import { View } from 'react-native';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { stepSentence } from '@/core/show/sentence';
import { type Cue } from '@/core/show/show';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { randomKey } from '@/ui/data/random-key';
import { Button, IconButton } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';

/** A cue as a whole: its name, its steps in order, what else can be said of it, and where it stands among the others. */
export function WholeCue({
  cue,
  change,
  onField,
  onClose,
}: {
  cue: Cue;
  change: (recipe: (draft: Cue) => void) => void;
  onField: (field: string) => void;
  onClose: () => void;
}) {
  const show = useShow();
  const at = show.cues.findIndex(({ id }) => id === cue.id);
  const move = (by: number): void =>
    edit((draft) => {
      const [moved] = draft.cues.splice(at, 1);
      if (moved) draft.cues.splice(at + by, 0, moved);
    });
  const copy = (): void => {
    edit((draft) => {
      draft.cues.splice(at + 1, 0, {
        ...structuredClone(cue),
        id: randomKey().slice(0, 12),
        name: cue.name === '' ? '' : `${cue.name} (copy)`.slice(0, 80),
      });
    });
    onClose();
  };
  const remove = (): void => {
    edit((draft) => {
      draft.cues = draft.cues.filter(({ id }) => id !== cue.id);
    });
    onClose();
  };
  const moveStep = (n: number, by: number): void =>
    change((draft) => {
      const [moved] = draft.steps.splice(n, 1);
      if (moved) draft.steps.splice(n + by, 0, moved);
    });
  return (
    <>
      <Button
        onPress={() => {
          change((draft) => {
            draft.on = !draft.on;
          });
          onClose();
        }}
      >
        {cue.on ? 'Switch this cue off' : 'Switch this cue on'}
      </Button>
      <TextField
        label="Its name, for you"
        value={cue.name}
        most={80}
        placeholder="The sentence says it all"
        onChange={(name) =>
          change((draft) => {
            draft.name = name;
          })
        }
      />
      <TextField
        label="Group, to keep it with others"
        value={cue.group ?? ''}
        most={40}
        placeholder="None"
        onChange={(group) =>
          change((draft) => {
            draft.group = group;
          })
        }
      />
      <View className="gap-1">
        <Text size={13} tone="muted">
          Steps, one after another
        </Text>
        <View role="list" aria-label="Steps">
          {cue.steps.map((step, n) => {
            const words = stepSentence(step, show)
              .map(({ text }) => text)
              .join('');
            return (
              <View key={n} role="listitem" className="flex-row items-center border-b border-line min-h-[48px]">
                <View className="flex-1 py-2">
                  <Text numberOfLines={3}>{words}</Text>
                </View>
                <IconButton
                  icon={ArrowUp}
                  label={`Earlier: ${words}`}
                  disabled={n === 0}
                  tone="muted"
                  onPress={() => moveStep(n, -1)}
                />
                <IconButton
                  icon={ArrowDown}
                  label={`Later: ${words}`}
                  disabled={n === cue.steps.length - 1}
                  tone="muted"
                  onPress={() => moveStep(n, 1)}
                />
                <IconButton
                  icon={X}
                  label={`Take out: ${words}`}
                  disabled={cue.steps.length === 1}
                  tone="muted"
                  onPress={() =>
                    change((draft) => {
                      draft.steps.splice(n, 1);
                    })
                  }
                />
              </View>
            );
          })}
        </View>
        <Button
          kind="outline"
          icon={Plus}
          className="mt-2"
          disabled={cue.steps.length >= MOST_STEPS_OF_CUE}
          onPress={() => onField('add')}
        >
          Add a step
        </Button>
      </View>
      <View className="gap-2">
        <Text size={13} tone="muted">
          Narrow it down
        </Text>
        <View className="flex-row flex-wrap gap-2">
          <Button kind="outline" onPress={() => onField('who')}>
            For whom
          </Button>
          <Button kind="outline" onPress={() => onField('hold.every')}>
            How often
          </Button>
          <Button kind="outline" onPress={() => onField('feeds')}>
            From which feeds
          </Button>
        </View>
      </View>
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" icon={ArrowUp} disabled={at <= 0} onPress={() => move(-1)}>
          Move up
        </Button>
        <Button kind="outline" icon={ArrowDown} disabled={at === show.cues.length - 1} onPress={() => move(1)}>
          Move down
        </Button>
        <Button kind="outline" onPress={copy}>
          Duplicate
        </Button>
        <Button kind="outline" onPress={() => onField('try')}>
          Try it with …
        </Button>
      </View>
      <Button kind="bad" onPress={remove}>
        Remove this cue
      </Button>
      <Text size={13} tone="muted">
        Removing can be undone on the stage, or with Z.
      </Text>
    </>
  );
}
