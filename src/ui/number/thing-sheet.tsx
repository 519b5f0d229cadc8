import { useState } from 'react';
import { View } from 'react-native';
import type { ListKind } from '@/core/engine/kernel/feature';
import { listed, removeListed, usesOf } from '@/core/show/listed';
import { cueSentence } from '@/core/show/sentence';
import type { Show } from '@/core/show/show';
import { sendCommand } from '@/ui/data/command';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Confirm } from '@/ui/part/confirm';
import { Problem } from '@/ui/part/problem';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { ListedFields } from './fields';
import { useAsked } from '@/ui/frame/address';
import { say, saying } from '@/ui/words/say';

/** One goal, countdown, counter, lantern or draw: its settings, what uses it, and its end. */
export function ThingSheet({ list, id, onClose }: { list: ListKind; id: string; onClose: () => void }) {
  const show = useShow();
  const [resetting, askReset] = useAsked('reset');
  const [removing, askRemove] = useAsked('remove');
  const [said, setSaid] = useState<string | null>(null);
  const thing = listed(show, list.list).find((each) => each.id === id);
  if (!thing) return null;
  const reset = async (): Promise<void> => {
    const answer = await sendCommand({ command: 'reset', list: list.list, id });
    setSaid(answer.ok ? null : answer.reason);
  };
  const remove = (): void => {
    edit((draft) => removeListed(draft, list, id));
    onClose();
  };
  return (
    <Sheet title={thing.name} onClose={onClose}>
      <ListedFields list={list.list} id={id} />
      <UsedBy show={show} list={list} id={id} />
      <Problem says={said} />
      <View className="flex-row flex-wrap gap-2">
        {list.reset ? (
          <Button kind="outline" onPress={() => askReset(true)}>
            {say('Reset')}
          </Button>
        ) : null}
        <Button kind="bad" onPress={() => askRemove(true)}>
          {say('Delete')}
        </Button>
      </View>
      {resetting ? (
        <Confirm
          title={say('Reset {name}', { name: thing.name })}
          says={say('It goes back to how it begins, on the air too.')}
          yes={say('Reset')}
          onYes={() => void reset()}
          onClose={() => askReset(false)}
        />
      ) : null}
      {removing ? (
        <Confirm
          title={say('Delete {name}', { name: thing.name })}
          says={removalWords(show, list, id)}
          yes={say('Delete it')}
          onYes={remove}
          onClose={() => askRemove(false)}
        />
      ) : null}
    </Sheet>
  );
}

/** The pieces that show it and the cues that name it, each by its name or its sentence. */
function UsedBy({ show, list, id }: { show: Show; list: ListKind; id: string }) {
  const { pieces, cues } = usesOf(show, list, id);
  return (
    <View className="gap-1" role="group" aria-label={say('Used by')}>
      <Text size={13} tone="muted">
        {say('Used by')}
      </Text>
      {pieces.length + cues.length === 0 ? <Text>{say('Nothing yet.')}</Text> : null}
      {pieces.map((piece) => (
        <Text key={piece.id}>{say('The piece {name}', { name: piece.name })}</Text>
      ))}
      {cues.map((cue) => (
        <Text key={cue.id}>{cue.name || saying(cueSentence(cue, show))}</Text>
      ))}
    </View>
  );
}

function removalWords(show: Show, list: ListKind, id: string): string {
  const { pieces, cues } = usesOf(show, list, id);
  const names = { names: { and: pieces.map(({ name }) => name) }, n: pieces.length };
  return [
    say('It goes from the show.'),
    ...(pieces.length === 0 ? [] : [say('{names} will go from the stage with it.', names)]),
    ...(cues.length === 0 ? [] : [say('Cues that name it stay, and say that it is gone.')]),
    say('Undo on the stage brings it back.'),
  ].join(' ');
}
