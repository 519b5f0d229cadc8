import { memo, useMemo } from 'react';
import { Pressable, View } from 'react-native';
import Minus from 'lucide-react-native/icons/minus';
import Pause from 'lucide-react-native/icons/pause';
import Play from 'lucide-react-native/icons/play';
import Plus from 'lucide-react-native/icons/plus';
import type { Command } from '@/core/session/input';
import { useDeskAt } from '@/ui/data/desk-time';
import { useShow } from '@/ui/data/show';
import { IconButton } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { NumberSheet } from './number-sheet';
import { numbersOf, type DeskNumber } from './shown-number';
import { useOpenOne } from '@/ui/frame/address';
import { say } from '@/ui/words/say';

/** Goals, countdowns and counters at a glance: nudged by their buttons, set and looked into by a tap on the number. */
export function NumberTiles({ onCommand }: { onCommand: (command: Command) => void }) {
  const show = useShow();
  const numbers = useMemo(() => numbersOf(show), [show]);
  const [open, setOpen] = useOpenOne('number');
  const chosen = numbers.find(({ number }) => number === open);
  return (
    <>
      {numbers.map((each) => (
        <Tile key={each.number} of={each} onOpen={setOpen} onCommand={onCommand} />
      ))}
      {chosen ? <TileSheet of={chosen} onCommand={onCommand} onClose={() => setOpen(null)} /> : null}
    </>
  );
}

function TileSheet({
  of: { number, read },
  onCommand,
  onClose,
}: {
  of: DeskNumber;
  onCommand: (command: Command) => void;
  onClose: () => void;
}) {
  const { shown, hand, now } = useDeskAt((view, at) => ({ shown: read(view, at), hand: view?.hand ?? [], now: at }));
  return <NumberSheet number={number} {...shown} hand={hand} now={now} onCommand={onCommand} onClose={onClose} />;
}

/** One number, with its buttons. They and the figure render apart: a figure changes with every like. */
const Tile = memo(function Tile({
  of,
  onOpen,
  onCommand,
}: {
  of: DeskNumber;
  onOpen: (number: string) => void;
  onCommand: (command: Command) => void;
}) {
  const label = useDeskAt((view, now) => {
    const { name, words, note } = of.read(view, now);
    return `${name}: ${words} ${note}`.trim();
  });
  return (
    <View
      role="group"
      aria-label={label}
      className="flex-1 min-w-[170px] bg-surface border border-line rounded-card ps-3 pe-1 pt-2 pb-1"
    >
      <Figure of={of} onOpen={onOpen} />
      <Buttons of={of} onCommand={onCommand} />
    </View>
  );
});

const Figure = memo(function Figure({
  of: { number, read },
  onOpen,
}: {
  of: DeskNumber;
  onOpen: (number: string) => void;
}) {
  const { name, words, note, outlook } = useDeskAt(read);
  return (
    // Its name begins with what is seen (WCAG 2.2, 2.5.3); spaces keep the parts apart there as well.
    <Pressable
      role="button"
      aria-label={say('{filter}: set it by hand', {
        filter: [name, words, note, outlook ?? ''].filter(Boolean).join(' '),
      })}
      onPress={() => onOpen(number)}
      className="min-h-[44px]"
    >
      <Text size={13} tone="muted" numberOfLines={1}>{`${name} `}</Text>
      <View className="flex-row items-baseline gap-x-2">
        <Text size={22} face="figure" numberOfLines={1}>{`${words} `}</Text>
        {note === '' ? null : (
          <Text size={13} tone="muted" numberOfLines={1} className="tabular-nums shrink">{`${note} `}</Text>
        )}
      </View>
      {/* Its room is there also while nothing can be said. */}
      <Text size={13} tone="muted" numberOfLines={1} className="min-h-[20px]">
        {outlook ?? ''}
      </Text>
    </Pressable>
  );
});

const Buttons = memo(function Buttons({
  of: { number, read },
  onCommand,
}: {
  of: DeskNumber;
  onCommand: (command: Command) => void;
}) {
  const { name, step, stepWords, runs } = useDeskAt((view, now) => {
    const shown = read(view, now);
    return { name: shown.name, step: shown.step, stepWords: shown.stepWords, runs: shown.runs };
  });
  const countdown = number.slice(number.indexOf('/') + 1);
  return (
    <View className="flex-row -ms-3">
      <IconButton
        icon={Minus}
        label={say('Take {step} from {name}', { step: stepWords, name })}
        tone="muted"
        onPress={() => onCommand({ command: 'nudge', number, by: -step })}
      />
      {runs !== undefined ? (
        <IconButton
          icon={runs ? Pause : Play}
          label={runs ? say('Stop {name}', { name }) : say('Let {name} run', { name })}
          tone="muted"
          onPress={() => onCommand({ command: 'pause', countdown, on: runs })}
        />
      ) : null}
      <IconButton
        icon={Plus}
        label={say('Add {step} to {name}', { step: stepWords, name })}
        tone="muted"
        onPress={() => onCommand({ command: 'nudge', number, by: step })}
      />
    </View>
  );
});
