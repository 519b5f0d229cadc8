import { View } from 'react-native';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { randomKey } from '@/ui/data/random-key';
import { offerUndo } from '@/ui/frame/toast';
import { Button } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { Steps, type StepsProps } from './steps';
import { say } from '@/ui/words/say';

/** A cue as a whole: its name, its steps in order, what else can be said of it, and where it stands among the others. */
export function WholeCue({ cue, change, onField, onClose }: StepsProps & { onClose: () => void }) {
  const remove = (): void => {
    edit((draft) => {
      draft.cues = draft.cues.filter(({ id }) => id !== cue.id);
    });
    onClose();
    offerUndo(cue.name ? say('{name} is deleted.', { name: cue.name }) : say('The cue is deleted.'));
  };
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
        {cue.on ? say('Switch this cue off') : say('Switch this cue on')}
      </Button>
      <Names cue={cue} change={change} />
      <Steps cue={cue} change={change} onField={onField} />
      <Narrow onField={onField} />
      <Order cue={cue} onField={onField} onClose={onClose} />
      <Button kind="bad" onPress={remove}>
        {say('Delete this cue')}
      </Button>
    </>
  );
}

function Names({ cue, change }: Omit<StepsProps, 'onField'>) {
  return (
    <>
      <TextField
        label={say('Its name, for you')}
        value={cue.name}
        most={80}
        placeholder={say('The sentence says it all')}
        onChange={(name) =>
          change((draft) => {
            draft.name = name;
          })
        }
      />
      <TextField
        label={say('Group, to keep it with others')}
        value={cue.group ?? ''}
        most={40}
        placeholder={say('None')}
        onChange={(group) =>
          change((draft) => {
            draft.group = group;
          })
        }
      />
    </>
  );
}

function Narrow({ onField }: Pick<StepsProps, 'onField'>) {
  return (
    <View className="gap-2">
      <Text size={13} tone="muted">
        {say('Narrow it down')}
      </Text>
      <View className="flex-row flex-wrap gap-2">
        <Button kind="outline" onPress={() => onField('who')}>
          {say('For whom')}
        </Button>
        <Button kind="outline" onPress={() => onField('hold.every')}>
          {say('How often')}
        </Button>
        <Button kind="outline" onPress={() => onField('feeds')}>
          {say('From which feeds')}
        </Button>
      </View>
    </View>
  );
}

/** Where it stands among the others, another of the same, and a try. */
function Order({ cue, onField, onClose }: Omit<StepsProps, 'change'> & { onClose: () => void }) {
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
        name: cue.name === '' ? '' : say('{name} (copy)', { name: cue.name }).slice(0, 80),
      });
    });
    onClose();
  };
  return (
    <View className="flex-row flex-wrap gap-2">
      <Button kind="outline" icon={ArrowUp} disabled={at <= 0} onPress={() => move(-1)}>
        {say('Move up')}
      </Button>
      <Button kind="outline" icon={ArrowDown} disabled={at === show.cues.length - 1} onPress={() => move(1)}>
        {say('Move down')}
      </Button>
      <Button kind="outline" onPress={copy}>
        {say('Duplicate')}
      </Button>
      <Button kind="outline" onPress={() => onField('try')}>
        {say('Try it with …')}
      </Button>
    </View>
  );
}
