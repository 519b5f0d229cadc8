import { Pressable, View } from 'react-native';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { IconButton } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { say, saying } from '@/ui/words/say';
import { ACT_BLOCKS, arrange, BLOCK_WORDS, LIST_BLOCKS, moved, useArrangement, type Block } from './blocks';

/** Which blocks this device's desk has, and in what order. */
export function ArrangeDesk({ mayEdit, onClose }: { mayEdit: boolean; onClose: () => void }) {
  return (
    <Sheet title={say('Arrange the desk')} onClose={onClose}>
      <Text tone="muted">{say('For this device alone. The first of the lists is the one that is open.')}</Text>
      <Blocks title={say('What is pressed')} among={ACT_BLOCKS} />
      <Blocks title={say('Lists of the desk')} among={LIST_BLOCKS} />
      {mayEdit ? <QuestionWord /> : null}
    </Sheet>
  );
}

function Blocks({ title, among }: { title: string; among: readonly Block[] }) {
  const arrangement = useArrangement();
  const blocks = arrangement.order.filter((block) => among.includes(block));
  return (
    <View className="gap-1">
      <Text size={13} tone="muted" level={3}>
        {title}
      </Text>
      <View role="list" aria-label={title}>
        {blocks.map((block, n) => {
          const off = arrangement.off.includes(block);
          const name = saying(BLOCK_WORDS[block]);
          return (
            <View role="listitem" key={block} className="flex-row items-center min-h-[48px] border-b border-line">
              <Shown
                name={name}
                on={!off}
                onChange={(on) =>
                  arrange({
                    ...arrangement,
                    off: on ? arrangement.off.filter((each) => each !== block) : [...arrangement.off, block],
                  })
                }
              />
              <IconButton
                free
                icon={ArrowUp}
                tone="muted"
                disabled={n === 0}
                label={say('Move {name} up', { name })}
                onPress={() => arrange(moved(arrangement, block, -1))}
              />
              <IconButton
                free
                icon={ArrowDown}
                tone="muted"
                disabled={n === blocks.length - 1}
                label={say('Move {name} down', { name })}
                onPress={() => arrange(moved(arrangement, block, 1))}
              />
            </View>
          );
        })}
      </View>
    </View>
  );
}

/** Whether a block is on the desk. */
const Shown = ({ name, on, onChange }: { name: string; on: boolean; onChange: (on: boolean) => void }) => (
  <Pressable
    role="checkbox"
    aria-checked={on}
    aria-label={name}
    onPress={() => onChange(!on)}
    className="flex-1 min-h-[48px] flex-row items-center gap-3"
  >
    <View
      className={`w-[22px] h-[22px] rounded-control border-2 items-center justify-center ${on ? 'border-marigold' : 'border-muted'}`}
    >
      {on ? <View className="w-[10px] h-[10px] bg-marigold rounded-[2px]" /> : null}
    </View>
    <Text size={17} tone={on ? 'ink' : 'muted'} className="shrink">
      {name}
    </Text>
  </Pressable>
);

/** What viewers were told to begin a question with: for every device. */
function QuestionWord() {
  const word = useShow(({ questionWord = '' }) => questionWord);
  return (
    <View className="gap-1">
      <TextField
        label={say('A word that questions begin with')}
        value={word}
        most={40}
        onChange={(typed) =>
          edit((draft) => {
            if (typed.trim() === '') delete draft.questionWord;
            else draft.questionWord = typed.trim();
          })
        }
      />
      <Text size={13} tone="muted">
        {say('Lines that end in a question mark are questions in any case. This is for all devices.')}
      </Text>
    </View>
  );
}
