import { useState } from 'react';
import { Pressable, View } from 'react-native';
import Minus from 'lucide-react-native/icons/minus';
import Pause from 'lucide-react-native/icons/pause';
import Play from 'lucide-react-native/icons/play';
import Plus from 'lucide-react-native/icons/plus';
import type { DeskView } from '@/core/desk/view';
import { clockWords, leftOf } from '@/core/engine/feature/countdown/schema';
import type { Command } from '@/core/session/input';
import type { Show } from '@/core/show/show';
import { IconButton } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { NumberSheet } from './number-sheet';

const NUDGE_S = 30;

type Numbers = Pick<DeskView, 'goals' | 'counters' | 'countdowns' | 'hand' | 'outlooks'>;

interface Shown {
  number: string;
  name: string;
  value: number;
  words: string;
  note: string;
  /** How it goes on at the present rate. */
  outlook: string | null;
  /** By how much its buttons change it, and how that is said. */
  step: number;
  stepWords: string;
  countdown?: { id: string; runs: boolean };
}

/** Goals, countdowns and counters at a glance: nudged by their buttons, set and looked into by a tap on the number. */
export function NumberTiles({
  show,
  view,
  now,
  onCommand,
}: {
  show: Show;
  view: Numbers | null;
  now: number;
  onCommand: (command: Command) => void;
}) {
  const [open, setOpen] = useState<string | null>(null);
  const shown = shownNumbers(show, view, now);
  const chosen = shown.find(({ number }) => number === open);
  return (
    <>
      {shown.map((each) => (
        <Tile key={each.number} shown={each} onOpen={() => setOpen(each.number)} onCommand={onCommand} />
      ))}
      {chosen ? (
        <NumberSheet
          number={chosen.number}
          name={chosen.name}
          value={chosen.value}
          hand={view?.hand ?? []}
          outlook={chosen.outlook}
          boost={view?.countdowns.find(({ id }) => `countdown/${id}` === chosen.number)?.boost ?? null}
          target={view?.goals.find(({ id }) => `goal/${id}` === chosen.number)?.target ?? null}
          now={now}
          onCommand={onCommand}
          onClose={() => setOpen(null)}
        />
      ) : null}
    </>
  );
}

function shownNumbers(show: Show, view: Numbers | null, now: number): Shown[] {
  const goals = show.goals.map(({ id, name, target: first }): Shown => {
    const { value, target, reached } = view?.goals.find((course) => course.id === id) ?? {
      value: 0,
      target: first,
      reached: 0,
    };
    const step = target >= 1000 ? 100 : 10;
    return {
      number: `goal/${id}`,
      name,
      value,
      outlook: outlookWords(view?.outlooks[`goal/${id}`], now, 'reached'),
      words: value.toLocaleString('en'),
      note: `of ${target.toLocaleString('en')}${reached > 0 ? `, reached ${reached} ×` : ''}`,
      step,
      stepWords: String(step),
    };
  });
  const countdowns = show.countdowns.map(({ id, name, seconds }): Shown => {
    const state = view?.countdowns.find((each) => each.id === id) ?? { id, endsAt: null, left: seconds * 1000 };
    const left = leftOf(state, now);
    return {
      number: `countdown/${id}`,
      outlook: outlookWords(view?.outlooks[`countdown/${id}`], now, 'over'),
      name,
      value: Math.round(left / 1000),
      words: clockWords(left),
      note: [
        state.over ? 'over' : state.endsAt === null ? 'stands still' : '',
        state.boost && state.boost.until > now ? `× ${state.boost.times}` : '',
      ]
        .filter(Boolean)
        .join(', '),
      step: NUDGE_S,
      stepWords: `${NUDGE_S} s`,
      countdown: { id, runs: state.endsAt !== null },
    };
  });
  const counters = show.counters.map(({ id, name, start, step, target }): Shown => {
    const value = view?.counters[id] ?? start;
    return {
      number: `counter/${id}`,
      outlook: null,
      name,
      value,
      words: value.toLocaleString('en'),
      note: target === null ? '' : `of ${target.toLocaleString('en')}`,
      step,
      stepWords: String(step),
    };
  });
  return [...goals, ...countdowns, ...counters];
}

/** "about 20:15" by this device's clock; null when nothing can be said. */
function outlookWords(at: number | undefined, now: number, what: 'reached' | 'over'): string | null {
  if (at === undefined) return null;
  if (at < 0) return what === 'over' ? 'does not end at this rate' : 'not reached at this rate';
  const far = at - now > 86_400_000;
  return `${what} about ${new Intl.DateTimeFormat('en', { ...(far ? { day: 'numeric', month: 'short' } : {}), hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(at)} at this rate`;
}

function Tile({
  shown: { number, name, words, note, outlook, step, stepWords, countdown },
  onOpen,
  onCommand,
}: {
  shown: Shown;
  onOpen: () => void;
  onCommand: (command: Command) => void;
}) {
  return (
    <View
      role="group"
      aria-label={`${name}: ${words} ${note}`.trim()}
      className="flex-1 min-w-[170px] bg-surface border border-line rounded-card pl-3 pr-1 pt-2 pb-1"
    >
      {/* Its name begins with what is seen (WCAG 2.2, 2.5.3); spaces keep the parts apart there as well. */}
      <Pressable
        role="button"
        aria-label={`${[name, words, note, outlook ?? ''].filter(Boolean).join(' ')}: set it by hand`}
        onPress={onOpen}
        className="min-h-[44px]"
      >
        <Text size={13} tone="muted" numberOfLines={1}>{`${name} `}</Text>
        <View className="flex-row flex-wrap items-baseline gap-x-2">
          <Text size={22} face="figure">{`${words} `}</Text>
          {note === '' ? null : <Text size={13} tone="muted" className="tabular-nums">{`${note} `}</Text>}
        </View>
        {outlook === null ? null : (
          <Text size={13} tone="muted" numberOfLines={2}>
            {outlook}
          </Text>
        )}
      </Pressable>
      <View className="flex-row -ml-3">
        <IconButton
          icon={Minus}
          label={`Take ${stepWords} from ${name}`}
          tone="muted"
          onPress={() => onCommand({ command: 'nudge', number, by: -step })}
        />
        {countdown ? (
          <IconButton
            icon={countdown.runs ? Pause : Play}
            label={countdown.runs ? `Stop ${name}` : `Let ${name} run`}
            tone="muted"
            onPress={() => onCommand({ command: 'pause', countdown: countdown.id, on: countdown.runs })}
          />
        ) : null}
        <IconButton
          icon={Plus}
          label={`Add ${stepWords} to ${name}`}
          tone="muted"
          onPress={() => onCommand({ command: 'nudge', number, by: step })}
        />
      </View>
    </View>
  );
}
