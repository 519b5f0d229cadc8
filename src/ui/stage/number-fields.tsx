import { View } from 'react-native';
import type { Counter } from '@/core/engine/feature/counter/schema';
import { ADD_TITLES, type Adds, type Countdown } from '@/core/engine/feature/countdown/schema';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Segments } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { DecimalField } from '@/ui/part/decimal-field';
import { KeywordField } from '@/ui/part/keyword-field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

const MAY = [
  { value: 'everyone', label: phrase('Everyone') },
  { value: 'subscribers', label: phrase('Subscribers') },
  { value: 'moderators', label: phrase('Moderators') },
] as const;

/** A counter's own settings. */
export function CounterFields({ id }: { id: string }) {
  const show = useShow();
  const counter = show.counters.find((other) => other.id === id);
  if (!counter)
    return <Text tone="brick">{say('This piece’s counter is not in the show any more. Choose another one.')}</Text>;
  const change = (changed: Partial<Counter>): void =>
    edit((draft) => {
      const found = draft.counters.find((other) => other.id === id);
      if (found) Object.assign(found, changed);
    });
  return (
    <View className="gap-4">
      <TextField
        label={say('Words on the counter')}
        value={counter.name}
        most={60}
        onChange={(name) => {
          if (name.trim() !== '') change({ name });
        }}
      />
      <NumberField
        label={say('Begins at')}
        value={counter.start}
        least={-1_000_000}
        most={1_000_000}
        onChange={(start) => change({ start })}
      />
      <NumberField
        label={say('Buttons on the desk change it by')}
        value={counter.step}
        least={1}
        most={1_000_000}
        onChange={(step) => change({ step })}
      />
      <KeywordField
        label={say('Keyword with which viewers raise it')}
        value={counter.keyword ?? ''}
        placeholder={say('!slip')}
        onChange={(keyword) => change({ keyword })}
      />
      {counter.keyword ? (
        <Segments
          label={say('Who may')}
          options={MAY}
          value={counter.may ?? 'everyone'}
          onChange={(may) => change({ may })}
        />
      ) : null}
      <CounterReset counter={counter} change={change} />
      <NumberField
        label={say('Target (0: none)')}
        value={counter.target ?? 0}
        least={0}
        most={1_000_000_000}
        onChange={(target) => change({ target: target === 0 ? null : target })}
      />
    </View>
  );
}

function CounterReset({ counter, change }: { counter: Counter; change: (changed: Partial<Counter>) => void }) {
  return (
    <Segments
      label={say('With each session')}
      options={[
        { value: 'anew', label: say('Begins anew') },
        { value: 'keeps', label: say('Goes on') },
      ]}
      value={counter.keeps ? 'keeps' : 'anew'}
      onChange={(value) => change({ keeps: value === 'keeps' })}
    />
  );
}

/** A countdown's own settings. */
export function CountdownFields({ id }: { id: string }) {
  const show = useShow();
  const countdown = show.countdowns.find((other) => other.id === id);
  if (!countdown)
    return <Text tone="brick">{say('This piece’s countdown is not in the show any more. Choose another one.')}</Text>;
  const change = (changed: Partial<Countdown>): void =>
    edit((draft) => {
      const found = draft.countdowns.find((other) => other.id === id);
      if (found) Object.assign(found, changed);
    });
  return (
    <View className="gap-4">
      <TextField
        label={say('Words on the countdown')}
        value={countdown.name}
        most={60}
        onChange={(name) => {
          if (name.trim() !== '') change({ name });
        }}
      />
      <NumberField
        label={say('Begins with')}
        unit={say('minutes')}
        value={Math.max(1, Math.round(countdown.seconds / 60))}
        least={1}
        most={43_200}
        step={5}
        onChange={(minutes) => change({ seconds: minutes * 60 })}
      />
      <CountdownEnds countdown={countdown} change={change} />
      <NumberField
        label={say('Holds at most (0: no limit)')}
        unit={say('minutes')}
        value={Math.round(countdown.most / 60)}
        least={0}
        most={525_600}
        step={10}
        onChange={(minutes) => change({ most: minutes * 60 })}
      />
      <MoreTime countdown={countdown} change={change} />
      <Text tone="muted">
        {countdown.byClock
          ? say(
              'It begins when you first go live, and runs on for days, whether you are live or not. Reset it on the desk or under Numbers.',
            )
          : say(
              'It begins when you go live, and begins anew with each session. What it begins with is for the next one.',
            )}
      </Text>
    </View>
  );
}

/** What becomes of it when it has run out, and while nobody is live. */
function CountdownEnds({ countdown, change }: { countdown: Countdown; change: (changed: Partial<Countdown>) => void }) {
  return (
    <>
      <Segments
        label={say('When it has run out')}
        options={[
          { value: 'again', label: say('Added time sets it going again') },
          { value: 'final', label: say('It is over') },
        ]}
        value={countdown.final ? 'final' : 'again'}
        onChange={(value) => change({ final: value === 'final' })}
      />
      <Segments
        label={say('When you are not live')}
        options={[
          { value: 'stands', label: say('It stands still') },
          { value: 'clock', label: say('It runs on by the clock') },
        ]}
        value={countdown.byClock ? 'clock' : 'stands'}
        onChange={(value) => change({ byClock: value === 'clock' ? true : undefined })}
      />
    </>
  );
}

function MoreTime({ countdown, change }: { countdown: Countdown; change: (changed: Partial<Countdown>) => void }) {
  return (
    <View className="gap-3 pt-3 border-t border-line" role="group" aria-label={say('What viewers add')}>
      <Text size={17} face="title" level={2}>
        {say('What viewers add, in seconds')}
      </Text>
      <View className="flex-row flex-wrap gap-x-6 gap-y-3">
        {(Object.keys(ADD_TITLES) as (keyof Adds)[]).map((kind) => (
          <DecimalField
            key={kind}
            label={ADD_TITLES[kind]}
            value={(countdown.adds?.[kind] ?? 0) / 1000}
            least={0}
            most={86_400}
            onChange={(seconds) => change({ adds: { ...countdown.adds, [kind]: Math.round(seconds * 1000) } })}
          />
        ))}
      </View>
      <NumberField
        label={say('One event adds at most (0: no limit)')}
        unit={say('seconds')}
        value={countdown.mostEvent ?? 0}
        least={0}
        most={86_400}
        step={30}
        onChange={(mostEvent) => change({ mostEvent })}
      />
    </View>
  );
}
