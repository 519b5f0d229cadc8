import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { MOST_SLOTS, slotSchema, type Plan, type Slot } from '@/core/show/plan';
import { engineClock } from '@/ui/data/desk';
import { randomKey } from '@/ui/data/random-key';
import { useOpened, useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { offerUndo } from '@/ui/frame/toast';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { TitledSegments } from '@/ui/part/choice';
import { TextField } from '@/ui/part/field';
import { Pick } from '@/ui/part/pick';
import { Text } from '@/ui/part/text';
import { weekday, weekdayShort } from '@/ui/words/clock';
import { say } from '@/ui/words/say';

const NONE: Plan = { slots: [], asks: false, since: 0 };

/** What has been changed counts from now on. */
const change = (recipe: (plan: Plan) => void): void =>
  edit((draft) => {
    draft.plan ??= { ...NONE, slots: [] };
    recipe(draft.plan);
    // By the server's clock, which the times are compared with.
    draft.plan.since = Math.floor(engineClock.now());
  });

/** Which show is put on by itself when, and whether it is asked as a session begins. */
export function PlanCard() {
  const { slots, asks } = useShow((show) => show.plan ?? NONE);
  const shows = useOpened((open) => open.shows);
  const on = useShow((show) => show.setup ?? '');
  if (shows.length < 2) return null;
  return (
    <Card className="mt-6 gap-4" label={say('Which show when')}>
      <Text size={17} face="title" level={2}>
        {say('Which show when')}
      </Text>
      <TitledSegments
        label={say('As a session begins')}
        value={asks ? 'ask' : 'keep'}
        onChange={(next) =>
          change((plan) => {
            plan.asks = next === 'ask';
          })
        }
        options={[
          { value: 'keep', label: say('Keep what is on') },
          { value: 'ask', label: say('Ask me on the desk') },
        ]}
      />
      {slots.map((slot) => (
        <SlotRow key={slot.id} slot={slot} />
      ))}
      {slots.length < MOST_SLOTS ? (
        <View className="flex-row">
          <Button
            kind="outline"
            onPress={() =>
              change((plan) => {
                plan.slots.push({ id: randomKey().slice(0, 12), show: on, days: [1, 2, 3, 4, 5, 6, 7], at: '19:00' });
              })
            }
          >
            {say('Add a time')}
          </Button>
        </View>
      ) : null}
      <Text size={13} tone="muted">
        {say(
          'At its time a show is put on, and stays on until another is. While you are live nothing is changed: it waits for the end of the session.',
        )}
      </Text>
    </Card>
  );
}

const WEEK = [1, 2, 3, 4, 5, 6, 7];

function SlotRow({ slot }: { slot: Slot }) {
  const shows = useOpened((open) => open.shows);
  const [time, setTime] = useState(slot.at);
  const set = (recipe: (slot: Slot) => void): void =>
    change((plan) => {
      const known = plan.slots.find(({ id }) => id === slot.id);
      if (known) recipe(known);
    });
  const name = shows.find(({ id }) => id === slot.show)?.name ?? '';
  return (
    <View
      className="gap-2 border-t border-line pt-3"
      role="group"
      aria-label={say('{name} at {time}', { name, time: slot.at })}
    >
      <Pick
        label={say('Show')}
        options={shows.map(({ id, name: each }) => ({ value: id, label: each }))}
        value={slot.show}
        onChange={(show) => set((known) => void (known.show = show))}
      />
      <View className="flex-row gap-1" role="group" aria-label={say('Days')}>
        {WEEK.map((day) => (
          <Day
            key={day}
            day={day}
            on={slot.days.includes(day)}
            // One day at least: a time without any would never come.
            onPress={() =>
              set((known) => {
                const days = WEEK.filter((each) => known.days.includes(each) !== (each === day));
                if (days.length > 0) known.days = days;
              })
            }
          />
        ))}
      </View>
      <View className="flex-row items-end gap-3">
        <View className="flex-1">
          <TextField
            label={say('Time')}
            value={time}
            most={5}
            problem={slotSchema.shape.at.safeParse(time).success ? null : say('A time is expected, as 19:30.')}
            onChange={(next) => {
              setTime(next);
              if (slotSchema.shape.at.safeParse(next).success) set((known) => void (known.at = next));
            }}
          />
        </View>
        <Button
          kind="outline"
          label={say('Remove {name} at {time}', { name, time: slot.at })}
          onPress={() => {
            change((plan) => {
              plan.slots = plan.slots.filter(({ id }) => id !== slot.id);
            });
            offerUndo(say('The time was removed.'));
          }}
        >
          {say('Remove')}
        </Button>
      </View>
    </View>
  );
}

/** 2026-11-23 was a Monday. */
const onDay = (day: number): number => Date.UTC(2026, 10, 22 + day, 12);

function Day({ day, on, onPress }: { day: number; on: boolean; onPress: () => void }) {
  return (
    <Pressable
      role="checkbox"
      aria-checked={on}
      aria-label={weekday(onDay(day))}
      onPress={onPress}
      className={`flex-1 min-h-[44px] items-center justify-center rounded-control border ${on ? 'border-marigold bg-raised' : 'border-line'}`}
    >
      <Text size={13} face={on ? 'strong' : 'text'} tone={on ? undefined : 'muted'} numberOfLines={1}>
        {weekdayShort(onDay(day))}
      </Text>
    </Pressable>
  );
}
