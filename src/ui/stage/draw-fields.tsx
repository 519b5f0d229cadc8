import { View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import X from 'lucide-react-native/icons/x';
import type { Draw } from '@/core/engine/feature/draw/schema';
import { LANTERN_MEASURES, type Lantern } from '@/core/engine/feature/lantern/schema';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button, IconButton } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

/** A draw's own settings: what is drawn among, and with which weights. */
export function DrawFields({ id }: { id: string }) {
  const show = useShow();
  const draw = show.draws.find((other) => other.id === id);
  if (!draw)
    return <Text tone="brick">{say('This piece’s draw is not in the show any more. Choose another one.')}</Text>;
  const change = (recipe: (draft: Draw) => void): void =>
    edit((draft) => {
      const found = draft.draws.find((other) => other.id === id);
      if (found) recipe(found);
    });
  const total = draw.choices.reduce((sum, { weight }) => sum + weight, 0);
  return (
    <View className="gap-4">
      <TextField
        label={say('Words on the reel')}
        value={draw.name}
        most={60}
        onChange={(name) => {
          if (name.trim() !== '')
            change((draft) => {
              draft.name = name;
            });
        }}
      />
      <DrawKind draw={draw} change={change} />
      {draw.from === 'keyword' ? <DrawKeyword draw={draw} change={change} /> : null}
      {draw.from === 'choices' ? (
        <>
          {draw.choices.map((choice, n) => (
            <ChoiceFields key={n} n={n} choice={choice} change={change} draw={draw} total={total} />
          ))}
          <Button
            kind="outline"
            icon={Plus}
            disabled={draw.choices.length >= 60}
            onPress={() =>
              change((draft) => {
                draft.choices.push({
                  label: say('Choice {choices}', { choices: draft.choices.length + 1 }),
                  weight: 1,
                });
              })
            }
          >
            {say('Add a choice')}
          </Button>
        </>
      ) : null}
      <Text tone="muted">
        {say(
          'Before each draw the reel shows the hash of its seed, and the seed afterwards: anyone can check that nothing was changed in between.',
        )}
      </Text>
    </View>
  );
}

function DrawKeyword({ draw, change }: { draw: Draw; change: (recipe: (draft: Draw) => void) => void }) {
  return (
    <TextField
      label={say('Keyword')}
      value={draw.keyword}
      most={40}
      exact
      onChange={(keyword) =>
        change((draft) => {
          draft.keyword = keyword;
        })
      }
      problem={draw.keyword.trim() === '' ? say('Without a keyword nobody can enter.') : null}
    />
  );
}

/** One of the choices that are drawn from. */
function ChoiceFields({
  n,
  choice,
  change,
  draw,
  total,
}: {
  n: number;
  choice: { label: string; weight: number };
  change: (recipe: (draft: Draw) => void) => void;
  draw: Draw;
  total: number;
}) {
  return (
    <View className="gap-2 pb-3 border-b border-line">
      <View className="flex-row items-end gap-2">
        <View className="flex-1">
          <TextField
            label={say('Choice {n}', { n: n + 1 })}
            value={choice.label}
            most={80}
            onChange={(label) => {
              if (label.trim() !== '')
                change((draft) => {
                  draft.choices[n] = { ...choice, label };
                });
            }}
          />
        </View>
        <IconButton
          icon={X}
          label={say('Take out {label}', { label: choice.label })}
          tone="muted"
          disabled={draw.choices.length <= 1}
          onPress={() =>
            change((draft) => {
              draft.choices.splice(n, 1);
            })
          }
        />
      </View>
      <View className="flex-row items-end justify-between">
        <NumberField
          label={say('Weight of {label}', { label: choice.label })}
          value={choice.weight}
          least={1}
          most={1000}
          onChange={(weight) =>
            change((draft) => {
              draft.choices[n] = { ...choice, weight };
            })
          }
        />
        <Text tone="muted" className="pb-3 tabular-nums">{`${((100 * choice.weight) / total).toFixed(1)} %`}</Text>
      </View>
    </View>
  );
}

function DrawKind({ draw, change }: { draw: Draw; change: (recipe: (draft: Draw) => void) => void }) {
  return (
    <View className="gap-1">
      <Pick
        label={say('Drawn among')}
        value={draw.from}
        onChange={(from) =>
          change((draft) => {
            draft.from = from;
          })
        }
        options={[
          { value: 'choices', label: say('Choices') },
          { value: 'keyword', label: say('Those who wrote a keyword') },
          { value: 'coins', label: say('Viewers, by their coins') },
          { value: 'worth', label: say('Viewers, by what they gave is worth') },
          { value: 'level', label: say('Viewers, by their level') },
        ]}
      />
    </View>
  );
}

const MEASURES: Record<Lantern['of'], Phrase> = {
  likes: phrase('Likes'),
  gifts: phrase('Gifts'),
  coins: phrase('Coins'),
  follows: phrase('Follows'),
  chats: phrase('Chat'),
};

/** A lantern's own settings. */
export function LanternFields({ id }: { id: string }) {
  const show = useShow();
  const lantern = show.lanterns.find((other) => other.id === id);
  if (!lantern)
    return <Text tone="brick">{say('This piece’s lantern is not in the show any more. Choose another one.')}</Text>;
  const change = (changed: Partial<Lantern>): void =>
    edit((draft) => {
      const found = draft.lanterns.find((other) => other.id === id);
      if (found) Object.assign(found, changed);
    });
  return (
    <View className="gap-4">
      <TextField
        label={say('Words on the lantern')}
        value={lantern.name}
        most={60}
        onChange={(name) => {
          if (name.trim() !== '') change({ name });
        }}
      />
      <View className="gap-1">
        <Text size={13} tone="muted">
          {say('Brightens with')}
        </Text>
        <Segments
          label={say('Brightens with')}
          value={lantern.of}
          onChange={(of) => change({ of })}
          options={LANTERN_MEASURES.map((value) => ({ value, label: MEASURES[value] }))}
        />
      </View>
      <NumberField
        label={say('Lets go at')}
        value={lantern.every}
        least={1}
        most={1_000_000_000}
        step={lantern.every >= 1000 ? 100 : 10}
        onChange={(every) => change({ every })}
      />
    </View>
  );
}
