import { Pressable, View } from 'react-native';
import { WHEN_KINDS, type When } from '@/core/engine/when';
import { PIECE_KINDS } from '@/core/piece';
import { useShow } from '@/ui/data/show-context';
import { randomKey } from '@/ui/data/random-key';
import { Shape } from '@/ui/part/shape';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';

const WORDS: Record<When['kind'], string> = { follow: 'Welcome, {viewer}', gift: '{viewer} sent {count} {gift}', likes: '{viewer}: {count} likes' };

/** Starting a cue: what it waits for. All else has something sensible in it and is changed in the sentence. */
export function NewCue({ onClose }: { onClose: () => void }) {
  const { show, edit } = useShow();
  const add = (kind: When['kind']): void => {
    edit((draft) => {
      let spotlight = draft.pieces.find((piece) => piece.kind === 'spotlight');
      if (!spotlight) {
        // A cue needs somewhere to show its words.
        spotlight = PIECE_KINDS.spotlight.make(randomKey().slice(0, 12), draft);
        draft.pieces.push(spotlight);
      }
      draft.cues.push({ id: randomKey().slice(0, 12), on: true, when: WHEN_KINDS[kind].make(), steps: [{ kind: 'show', spotlight: spotlight.id, words: WORDS[kind], seconds: 4 }] });
    });
    onClose();
  };
  return (
    <Sheet title="New cue: when …" onClose={onClose}>
      <View className="gap-2">
        {Object.values(WHEN_KINDS).map(({ kind, title, listens }) => (
          <Pressable key={kind} role="button" aria-label={title} onPress={() => add(kind)} className="min-h-[56px] px-4 flex-row items-center gap-3 rounded-control bg-raised">
            <Shape kind={listens} size={16} />
            <Text size={17} face="strong">{title}</Text>
          </Pressable>
        ))}
      </View>
      {show.pieces.some(({ kind }) => kind === 'spotlight') ? null : <Text tone="muted">A spotlight for its words is put on the stage with it.</Text>}
    </Sheet>
  );
}
