import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { randomKey } from '@/ui/data/random-key';
import { offerUndo } from '@/ui/frame/toast';
import { Button, IconButton } from '@/ui/part/button';
import { Choice, Segments } from '@/ui/part/choice';
import { Pick } from '@/ui/part/pick';
import { NumberField, TextField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import type { Show } from '@/core/show/show';
import { say } from '@/ui/words/say';

const FIRST = ['Before', 'Live', 'Away', 'The end'];

/** The show's scenes: made, renamed, taken out; and which of them the stage shows while it is arranged. */
export function ScenesSheet({
  looking,
  onLook,
  onClose,
}: {
  looking: string;
  onLook: (scene: string) => void;
  onClose: () => void;
}) {
  const show = useShow();
  const add = (): void =>
    edit((draft) => {
      const name =
        FIRST.find((each) => !draft.scenes.some((scene) => scene.name === each)) ??
        say('Scene {scenes}', { scenes: draft.scenes.length + 1 });
      draft.scenes.push({ id: randomKey().slice(0, 12), name });
    });
  const remove = (id: string): void => {
    edit((draft) => {
      draft.scenes = draft.scenes.filter((scene) => scene.id !== id);
      if (draft.awayScene === id) delete draft.awayScene;
      for (const piece of draft.pieces) {
        if (piece.places?.[id]) {
          const { [id]: gone, ...left } = piece.places;
          void gone;
          if (Object.keys(left).length > 0) piece.places = left;
          else delete piece.places;
        }
        if (!piece.scenes) continue;
        piece.scenes = piece.scenes.filter((scene) => scene !== id);
        // With its last scene gone it would be nowhere, and could not be found again.
        if (piece.scenes.length === 0) delete piece.scenes;
      }
    });
    if (looking === id) onLook('');
    offerUndo(say('The scene is deleted.'));
  };
  return (
    <Sheet title={say('Scenes')} onClose={onClose}>
      <Text tone="muted">
        {show.scenes.length === 0
          ? say(
              'Without scenes there is one picture, with every piece. Make some, and choose for each piece where it is shown. Change them on the desk, or by a cue.',
            )
          : say(
              'The first is shown as you go live. Which pieces are in a scene is set with each piece, under Place; there it can have a place of its own in one, too.',
            )}
      </Text>
      {show.scenes.map(({ id, name }) => (
        <SceneName key={id} id={id} name={name} remove={remove} />
      ))}
      <Button kind="outline" icon={Plus} disabled={show.scenes.length >= 12} onPress={add}>
        {say('Add a scene')}
      </Button>
      {show.scenes.length > 1 ? <SceneChange show={show} /> : null}
      {show.scenes.length > 1 ? <SceneAway show={show} /> : null}
      {show.scenes.length > 0 ? <SceneLooked looking={looking} onLook={onLook} show={show} /> : null}
    </Sheet>
  );
}

function SceneLooked({ looking, onLook, show }: { looking: string; onLook: (scene: string) => void; show: Show }) {
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('Arrange the stage as it is in')}
      </Text>
      <Choice
        label={say('Arrange the stage as it is in')}
        value={looking}
        onChange={onLook}
        options={[
          { value: '', label: say('All scenes together') },
          ...show.scenes.map(({ id, name }) => ({ value: id, label: name })),
        ]}
      />
    </View>
  );
}

/** The scene that one press of the desk shows, and the next takes back. */
function SceneAway({ show }: { show: Show }) {
  return (
    <Pick
      label={say('While you are away')}
      value={show.awayScene ?? ''}
      onChange={(scene) =>
        edit((draft) => {
          if (scene === '') delete draft.awayScene;
          else draft.awayScene = scene;
        })
      }
      options={[
        { value: '', label: say('None') },
        ...show.scenes.map(({ id, name }) => ({
          value: id,
          label: name,
          note: say('Its button on the desk shows it, and brings back the scene before'),
        })),
      ]}
    />
  );
}

function SceneChange({ show }: { show: Show }) {
  return (
    <View className="gap-2">
      <Text size={13} tone="muted">
        {say('Transition')}
      </Text>
      <Segments
        label={say('Transition')}
        value={show.transition.kind}
        onChange={(kind) =>
          edit((draft) => {
            draft.transition.kind = kind;
          })
        }
        options={[
          { value: 'cut', label: say('Cut') },
          { value: 'fade', label: say('Fade') },
          { value: 'glide', label: say('Glide') },
        ]}
      />
      {show.transition.kind === 'cut' ? null : (
        <NumberField
          label={say('Duration')}
          unit={say('ms')}
          value={show.transition.ms}
          least={50}
          most={2000}
          step={50}
          onChange={(ms) =>
            edit((draft) => {
              draft.transition.ms = ms;
            })
          }
        />
      )}
    </View>
  );
}

function SceneName({ id, name, remove }: { id: string; name: string; remove: (id: string) => void }) {
  return (
    <View className="flex-row items-end gap-2">
      <View className="flex-1">
        <TextField
          label={say('Name of the scene')}
          value={name}
          most={40}
          onChange={(typed) => {
            if (typed.trim() !== '')
              edit((draft) => {
                const found = draft.scenes.find((scene) => scene.id === id);
                if (found) found.name = typed;
              });
          }}
        />
      </View>
      <IconButton icon={X} label={say('Take out {name}', { name })} tone="muted" onPress={() => remove(id)} />
    </View>
  );
}
