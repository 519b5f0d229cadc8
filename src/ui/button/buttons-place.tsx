import { useState } from 'react';
import { View } from 'react-native';
import type { ButtonView } from '@/core/home/button';
import { removeButton, useButtons } from '@/ui/data/buttons';
import { useShow } from '@/ui/data/show';
import { useOpen, useOpenOne } from '@/ui/frame/address';
import { PlaceBody } from '@/ui/frame/place-body';
import { Button } from '@/ui/part/button';
import { Confirm } from '@/ui/part/confirm';
import { Problem } from '@/ui/part/problem';
import { Text } from '@/ui/part/text';
import { agoWords } from '@/ui/words/ago';
import { say } from '@/ui/words/say';
import { labelOf } from './choices';
import { NewButtonSheet } from './new-button-sheet';

/** Buttons elsewhere: on a phone, a watch, a box on the network. Each has an address, and does one thing. */
export function ButtonsPlace() {
  const { data: buttons, error } = useButtons();
  const adding = useOpen('add');
  const [chosen, choose] = useOpenOne('button');
  const [said, setSaid] = useState<string | null>(null);
  const one = buttons?.find(({ id }) => id === chosen);
  return (
    <PlaceBody title={say('Buttons')} beside={<Button onPress={() => adding.open()}>{say('New button')}</Button>}>
      <Text tone="muted" className="mt-1">
        {say(
          'A shortcut on a phone, a watch or a box of buttons can press what is on the desk: each by an address of its own.',
        )}
      </Text>
      <Problem says={said ?? error?.message ?? null} />
      <View role="list" aria-label={say('Buttons')} className="mt-4">
        {buttons?.map((button) => (
          <Row key={button.id} button={button} onRemove={() => choose(button.id)} />
        ))}
      </View>
      {buttons?.length === 0 ? (
        <Text className="mt-4">{say('None yet. Make one for a cue at a press, a scene, or to clear the frame.')}</Text>
      ) : null}
      {adding.at ? <NewButtonSheet onClose={adding.close} /> : null}
      {one ? (
        <Confirm
          title={say('Remove {name}?', { name: one.name })}
          says={say('Its address does nothing from then on, wherever it was pasted.')}
          yes={say('Remove it')}
          onYes={() => void removeButton(one.id).then(setSaid)}
          onClose={() => choose(null)}
        />
      ) : null}
    </PlaceBody>
  );
}

function Row({ button, onRemove }: { button: ButtonView; onRemove: () => void }) {
  const does = useShow((show) => labelOf(button.does, show));
  const { name, usedMs } = button;
  return (
    <View role="listitem" aria-label={name} className="py-3 border-t border-line flex-row items-center gap-3">
      <View className="flex-1">
        <Text size={17} face="strong">
          {name}
        </Text>
        {does === name ? null : <Text>{does}</Text>}
        <Text size={13} tone="muted">
          {usedMs === null ? say('never used') : say('used {ago}', { ago: agoWords(usedMs) })}
        </Text>
      </View>
      <Button kind="outline" label={say('Remove {name}', { name })} onPress={onRemove}>
        {say('Remove')}
      </Button>
    </View>
  );
}
