import { useState } from 'react';
import { View } from 'react-native';
import { SESSION, WINDOW_TITLES, windowSchema, type Window } from '@/core/engine/count/window';
import { engineClock } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';
import { NumberField, TextField } from '@/ui/part/field';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { say, spoken } from '@/ui/words/say';

const QUARTER_MS = 900_000;

/** Over what stretch of time something is counted. `moments`: it may also begin in the middle of a day. */
export function WindowField({
  window,
  moments,
  onChange,
}: {
  window: Window | undefined;
  moments: boolean;
  onChange: (window: Window) => void;
}) {
  const show = useShow();
  const now = window ?? SESSION;
  const today = (): string =>
    new Intl.DateTimeFormat('en-CA', { timeZone: show.zone || 'UTC', dateStyle: 'short' }).format(engineClock.now());
  const choose = (over: Window['over']): void => {
    if (over === now.over) return;
    onChange(
      over === 'days'
        ? { over, from: today(), days: 7 }
        : over === 'since'
          ? { over, at: Math.floor(engineClock.now() / QUARTER_MS) * QUARTER_MS }
          : { over },
    );
  };
  const kinds = (Object.keys(WINDOW_TITLES) as Window['over'][]).filter((over) => moments || over !== 'since');
  return (
    <View className="gap-3">
      <Pick
        label={say('Counted over')}
        options={kinds.map((value) => ({ value, label: WINDOW_TITLES[value] }))}
        value={now.over}
        onChange={choose}
      />
      {now.over === 'days' ? <Days key={now.from} window={now} onChange={onChange} /> : null}
      {now.over === 'since' ? (
        <Since key={now.at} at={now.at} zone={show.zone} onChange={(at) => onChange({ over: 'since', at })} />
      ) : null}
      {now.over === 'session' ? null : (
        <Text size={13} tone="muted">
          {say('Days begin at midnight in {value}. What earlier sessions came to is counted with it.', {
            value: show.zone === '' ? 'UTC' : show.zone.replace(/_/g, ' '),
          })}
        </Text>
      )}
    </View>
  );
}

function Days({ window, onChange }: { window: Extract<Window, { over: 'days' }>; onChange: (window: Window) => void }) {
  const [from, setFrom] = useState(window.from);
  const type = (text: string): void => {
    setFrom(text);
    const read = windowSchema.safeParse({ ...window, from: text.trim() });
    if (read.success) onChange(read.data);
  };
  const bad = !windowSchema.safeParse({ ...window, from: from.trim() }).success;
  return (
    <>
      <TextField
        label={say('From (year-month-day)')}
        value={from}
        exact
        most={10}
        problem={bad ? say('A day like 2026-11-26.') : null}
        onChange={type}
      />
      <NumberField
        label={say('So many days (0: without an end)')}
        value={window.days}
        least={0}
        most={3660}
        onChange={(days) => onChange({ ...window, days })}
      />
    </>
  );
}

/** A moment by the clock of the show's zone, in whole quarters of an hour. */
function Since({ at, zone, onChange }: { at: number; zone: string; onChange: (at: number) => void }) {
  const said = new Intl.DateTimeFormat(spoken(), {
    timeZone: zone || 'UTC',
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(at);
  const hoursAgo = Math.max(0, Math.round((engineClock.now() - at) / QUARTER_MS)) / 4;
  return (
    <>
      <Text className="tabular-nums">{said}</Text>
      <NumberField
        label={say('That is so many quarters of an hour ago')}
        value={Math.round(hoursAgo * 4)}
        least={0}
        most={40_000}
        onChange={(quarters) =>
          onChange(Math.floor(engineClock.now() / QUARTER_MS) * QUARTER_MS - quarters * QUARTER_MS)
        }
      />
    </>
  );
}
