import type { HandChange } from '@/core/engine/kernel/hand';
import { useState } from 'react';
import { View } from 'react-native';
import { clockWords } from '@/core/engine/feature/countdown/schema';
import type { Command } from '@/core/session/input';
import { Button } from '@/ui/part/button';
import { TextField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { CourseChart } from './course-chart';
import { agoWords } from '@/ui/words/ago';
import { figureWords } from '@/core/engine/count/measure';
import { readAmount } from '@/core/event/money';
import { say, spoken } from '@/ui/words/say';

/** One number of the show, set by hand; what was changed by hand before, each to be taken back. */
export function NumberSheet({
  number,
  name,
  value,
  hand,
  outlook,
  boost,
  target,
  currency,
  now,
  onCommand,
  onClose,
}: {
  number: string;
  name: string;
  value: number;
  hand: readonly HandChange[];
  outlook: string | null;
  boost: { times: number; until: number } | null;
  target: number | null;
  /** It is an amount of this currency, in its minor units. */
  currency?: string;
  now: number;
  onCommand: (command: Command) => void;
  onClose: () => void;
}) {
  const time = number.startsWith('countdown/');
  const words = (n: number): string => (time ? clockWords(n * 1000) : figureWords(n, currency, spoken()));
  return (
    <Sheet title={name} onClose={onClose}>
      <View className="flex-row items-baseline gap-3">
        <Text size={30} face="figure">
          {words(value)}
        </Text>
        <Text tone="muted">{say('now')}</Text>
      </View>
      {outlook === null ? null : <Text tone="muted">{outlook}</Text>}
      <SetTo number={number} currency={currency} onCommand={onCommand} />
      {target === null ? null : (
        <CourseChart goal={number.slice(number.indexOf('/') + 1)} target={target} words={words} />
      )}
      {time ? (
        <Boost countdown={number.slice(number.indexOf('/') + 1)} boost={boost} now={now} onCommand={onCommand} />
      ) : null}
      <HandChanges
        changes={hand.filter((change) => change.number === number).reverse()}
        words={words}
        now={now}
        onCommand={onCommand}
      />
    </Sheet>
  );
}

/** Sets it to what is typed. */
function SetTo({
  number,
  currency,
  onCommand,
}: {
  number: string;
  currency: string | undefined;
  onCommand: (command: Command) => void;
}) {
  const time = number.startsWith('countdown/');
  const [typed, setTyped] = useState('');
  const to = time
    ? secondsOf(typed)
    : currency !== undefined
      ? readAmount(typed, currency, spoken())
      : /^-?\d{1,9}$/.test(typed.trim())
        ? Number(typed)
        : null;
  const least = number.startsWith('counter/') ? -1e9 : 0;
  const fits = to !== null && to >= least;
  return (
    <>
      <TextField
        label={
          time
            ? say('Set it to (minutes:seconds)')
            : currency === undefined
              ? say('Set it to')
              : say('Set it to, {currency}', { currency })
        }
        value={typed}
        most={12}
        exact
        onChange={setTyped}
        problem={
          typed === '' || fits
            ? null
            : time
              ? say('A time like 12:30, or minutes alone.')
              : currency !== undefined
                ? say('An amount like 5.00.')
                : least === 0
                  ? say('A whole number from 0 on.')
                  : say('A whole number.')
        }
      />
      <Button
        kind="main"
        disabled={!fits}
        onPress={() => {
          if (to !== null) onCommand({ command: 'set', number, to });
          setTyped('');
        }}
      >
        {say('Set it')}
      </Button>
    </>
  );
}

/** What was changed by hand before, each to be taken back. */
/** Who changed it, how long ago, and whether that was taken back. */
const factsOf = ({ by, at, undone }: HandChange, now: number): string[] => [
  ...(by === undefined ? [] : [by]),
  agoWords(now - at),
  ...(undone ? [say('taken back')] : []),
];

function HandChanges({
  changes,
  words,
  now,
  onCommand,
}: {
  changes: readonly HandChange[];
  words: (n: number) => string;
  now: number;
  onCommand: (command: Command) => void;
}) {
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('Changed by hand')}
      </Text>
      {changes.length === 0 ? <Text>{say('Not in this session.')}</Text> : null}
      <View role="list" aria-label={say('Changed by hand')}>
        {changes.map((change) => (
          <View
            key={change.id}
            role="listitem"
            className="flex-row items-center justify-between gap-3 min-h-[52px] border-b border-line"
          >
            <View className="flex-1">
              <Text tone={change.undone ? 'muted' : 'ink'} className="tabular-nums">
                {say('{before} became {now}', { before: words(change.from), now: words(change.to) })}
              </Text>
              <Text size={13} tone="muted">
                {say('{facts}', { facts: { dots: factsOf(change, now) } })}
              </Text>
            </View>
            {change.undone ? null : (
              <Button
                label={say('Take back: {before} became {now}', { before: words(change.from), now: words(change.to) })}
                onPress={() => onCommand({ command: 'takeBack', change: change.id })}
              >
                {say('Take back')}
              </Button>
            )}
          </View>
        ))}
      </View>
    </View>
  );
}

const BOOSTS = [2, 3] as const;
const BOOST_MINUTES = 10;

/** For a while, what viewers do adds more time. */
function Boost({
  countdown,
  boost,
  now,
  onCommand,
}: {
  countdown: string;
  boost: { times: number; until: number } | null;
  now: number;
  onCommand: (command: Command) => void;
}) {
  const left = boost ? boost.until - now : 0;
  return (
    <View className="gap-2" role="group" aria-label={say('What viewers add')}>
      <Text size={13} tone="muted">
        {boost && left > 0
          ? say('What viewers add counts {times} times, for {clock} more', {
              times: boost.times,
              clock: clockWords(left),
            })
          : say('What viewers add')}
      </Text>
      <View className="flex-row flex-wrap gap-2">
        {BOOSTS.map((times) => (
          <Button
            key={times}
            kind="outline"
            onPress={() => onCommand({ command: 'boost', countdown, times, seconds: BOOST_MINUTES * 60 })}
          >
            {say('{times} times for {boostMinutes} min', { times, boostMinutes: BOOST_MINUTES })}
          </Button>
        ))}
        {left > 0 ? (
          <Button kind="outline" onPress={() => onCommand({ command: 'boost', countdown, times: 1, seconds: 1 })}>
            {say('No more')}
          </Button>
        ) : null}
      </View>
    </View>
  );
}

/** "12:30", "1:02:30" or "12" (minutes), in seconds; null when it is none. */
export function secondsOf(typed: string): number | null {
  const parts = typed.trim().split(':');
  if (parts.length > 3 || !parts.every((part) => /^\d{1,6}$/.test(part))) return null;
  const [a = 0, b = 0, c = 0] = parts.map(Number);
  if (parts.length === 1) return a * 60;
  return parts.length === 2 ? a * 60 + b : a * 3600 + b * 60 + c;
}
