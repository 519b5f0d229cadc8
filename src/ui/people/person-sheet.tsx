import { viewerKey } from '@/core/event/viewer-key';
import { CORRECTABLE, type Correctable } from '@/core/engine/feature/viewer/correct';
import type { Measure } from '@/core/engine/count/row';
import { useState } from 'react';
import { View } from 'react-native';
import { EARN_TITLES, FROM_A_FILE, pointsWords, type EarnKind } from '@/core/engine/feature/points/schema';
import type { Why } from '@/core/engine/feature/points/ledger';
import { MEASURE } from '@/core/engine/count/measure';
import type { PersonView } from '@/core/people/roll';
import { sendCommand } from '@/ui/data/command';
import { engineClock, useDeskView } from '@/ui/data/desk';
import { forgetViewer, usePerson } from '@/ui/data/people';
import { useKeys, useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { NumberSheet } from '@/ui/desk/number-sheet';
import { feedName } from '@/ui/feed/feed-name';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { Confirm } from '@/ui/part/confirm';
import { TextField } from '@/ui/part/field';
import { Pick } from '@/ui/part/pick';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { agoWords } from '@/ui/words/ago';
import { DayBars } from './day-bars';
import { forgetInShow } from './forget-in-show';
import { OwnVoice } from './own-voice';
import { SamePerson } from './same-person';
import { Problem } from '@/ui/part/problem';
import type { Show } from '@/core/show/show';
import { useAsked, useAskedWhich } from '@/ui/frame/address';
import { say, saying, spoken } from '@/ui/words/say';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';
import { inFigures } from '@/ui/words/figures';

/** All that is known of one viewer, and what can be done with it. */
export function PersonSheet({ feed, viewer, onClose }: { feed: string; viewer: string; onClose: () => void }) {
  const show = useShow();
  const keys = useKeys();
  const { data: person, error, mutate } = usePerson(show.id, keys.desk, feed, viewer);
  const [asked, setSetting] = useAskedWhich('set');
  const setting = asked === 'points' ? asked : CORRECTABLE.find((each) => each === asked);
  const [asking, setAsking] = useAsked('forget');
  const [said, setSaid] = useState<string | null>(null);
  if (!person)
    return (
      <Sheet title={say('Viewer')} onClose={onClose}>
        <Text tone={error ? 'brick' : 'muted'}>{error?.message ?? '…'}</Text>
      </Sheet>
    );
  const forget = async (): Promise<void> => {
    edit((draft) => forgetInShow(draft, { feed, viewer }));
    const answer = await forgetViewer(show, keys.desk, { feed, viewer });
    if (answer.ok) onClose();
    else setSaid(answer.reason);
  };
  if (setting)
    return <SetByHand person={person} what={setting} onDone={() => void mutate()} onClose={() => setSetting(null)} />;
  return (
    <Sheet title={person.name} onClose={onClose}>
      <Text tone="muted">{seenWords(person, (id) => nameOfFeed(show, id))}</Text>
      <PointsLine person={person} onSet={() => setSetting('points')} />
      <Sums
        title={say('In this session')}
        sums={person.session}
        currency={show.money.currency}
        none={say('Nothing yet.')}
      />
      {person.seenNow ? (
        <Pick
          label={say('Correct what they did in this session')}
          value={null}
          options={CORRECTABLE.map((value) => ({ value, label: MEASURE[value].title }))}
          onChange={setSetting}
        />
      ) : null}
      <Sums title={say('In all')} sums={person.ever} currency={show.money.currency} none={say('Nothing yet.')} />
      {person.days.length > 0 ? <DayBars days={person.days} /> : null}
      <NoteAndBoards person={person} />
      <SamePerson person={person} onDone={() => void mutate()} />
      <OwnVoice feed={feed} viewer={viewer} name={person.name} />
      {person.lines.length > 0 ? <Ledger person={person} /> : null}
      <Problem says={said} />
      <View className="flex-row">
        <Button kind="bad" onPress={() => setAsking(true)}>
          {say('Forget this viewer')}
        </Button>
      </View>
      {asking ? (
        <Confirm
          title={say('Forget {name}', { name: person.name })}
          yes={say('Forget them')}
          onYes={() => void forget()}
          onClose={() => setAsking(false)}
          says={say(
            'Their name, points, note and history go, here and on the server, from old sessions too. What they gave stays in the totals of the show and is nobody’s any more. This cannot be undone; should they come again, they are new.',
          )}
        />
      ) : null}
    </Sheet>
  );
}

function PointsLine({ person, onSet }: { person: PersonView; onSet: () => void }) {
  const points = useShow((show) => show.points);
  if (!points.on && person.lines.length === 0) return null;
  return (
    <View className="flex-row items-center justify-between gap-3">
      <View>
        <Text size={22} face="figure">
          {pointsWords(person.balance, points, spoken())}
        </Text>
        <Text size={13} tone="muted" className="tabular-nums">
          {say('level {level}, {earned, number} earned in all', { level: person.level, earned: person.earned })}
        </Text>
      </View>
      <Button kind="outline" onPress={() => onSet()}>
        {say('Set by hand')}
      </Button>
    </View>
  );
}

/** What the streamer keeps in mind of them, and whether they stand on leaderboards. */
function NoteAndBoards({ person }: { person: PersonView }) {
  const show = useShow();
  const { feed, viewer } = person;
  const same = (one: { feed: string; viewer: string }): boolean => one.feed === feed && one.viewer === viewer;
  const note = show.notes.find(same)?.note ?? '';
  const write = (next: string): void =>
    edit((draft) => {
      draft.notes = draft.notes
        .filter((one) => !same(one))
        .concat(next.trim() === '' ? [] : [{ feed, viewer, name: person.name, note: next }]);
    });
  const named = show.leftOut.named.some(same);
  const leaveOut = (out: boolean): void =>
    edit((draft) => {
      draft.leftOut.named = draft.leftOut.named
        .filter((one) => !same(one))
        .concat(out ? [{ feed, viewer, name: person.name }] : []);
    });
  return (
    <>
      <TextField label={say('Your note')} value={note} most={500} onChange={write} />
      <Segments
        label={say('On leaderboards')}
        value={named ? 'no' : 'yes'}
        onChange={(value) => leaveOut(value === 'no')}
        options={[
          { value: 'yes', label: say('On leaderboards') },
          { value: 'no', label: say('Left off them') },
        ]}
      />
      {person.leftOut && !named ? (
        <Text tone="muted">
          {person.unlisted
            ? say('They asked to be left off the leaderboards.')
            : say('Left off by their part in the show.')}
        </Text>
      ) : null}
    </>
  );
}

/** Points, or one thing that they did in this session, set by hand. */
function SetByHand({
  person,
  what,
  onDone,
  onClose,
}: {
  person: PersonView;
  what: 'points' | Correctable;
  onDone: () => void;
  onClose: () => void;
}) {
  const unit = useShow((show) => show.points.unit);
  const hand = useDeskView((view) => view.hand, []);
  const key = viewerKey(person.feed, person.viewer);
  const points = what === 'points';
  return (
    <NumberSheet
      number={points ? `points/${key}` : `viewer/${what}/${key}`}
      name={say('{name}: {what}', {
        name: person.name,
        what: points ? unit : saying(MEASURE[what].title).toLowerCase(),
      })}
      value={points ? person.balance : (person.session[what] ?? 0)}
      hand={hand}
      outlook={null}
      boost={null}
      target={null}
      now={engineClock.now()}
      onClose={onClose}
      onCommand={(body) => void sendCommand(body).then(onDone)}
    />
  );
}

function seenWords(person: PersonView, feedOf: (id: string) => string): string {
  const now = engineClock.now();
  const where =
    person.members.length > 1
      ? say('one person on {feeds}', {
          feeds: { and: person.members.map(({ feed, name }) => `${feedOf(feed)} (${name})`) },
        })
      : say('{handle} on {feed}', { handle: person.handle, feed: feedOf(person.feed) });
  return person.lastAt === 0
    ? say('{where}, not seen yet', { where })
    : say('{where}. First seen {first}, last {last}.', {
        where,
        first: agoWords(now - person.firstAt),
        last: agoWords(now - person.lastAt),
      });
}

function Sums({
  title,
  sums,
  currency,
  none,
}: {
  title: string;
  sums: Record<string, number>;
  currency: string;
  none: string;
}) {
  const told = Object.entries(sums).map(([measure, value]) =>
    say('{measure} {value}', {
      measure: MEASURE[measure as Measure].title,
      value:
        measure === 'worth' || measure === 'tips' ? { money: value, currency } : phrase('{n, number}', { n: value }),
    }),
  );
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {title}
      </Text>
      <Text className="tabular-nums">{told.length === 0 ? none : told.join(' · ')}</Text>
    </View>
  );
}

const REASONS: Record<Exclude<Why, EarnKind>, Phrase> = {
  perk: phrase('bought'),
  sent: phrase('handed on to'),
  received: phrase('handed on by'),
  cue: phrase('by a cue'),
  hand: phrase('by hand'),
  earlier: phrase('earlier, put together'),
};

const noteOf = (note: string): Sayable => (note === FROM_A_FILE ? phrase('from a file') : note);

/** Every change of a viewer's points with its reason, newest first; they sum to what the viewer has. */
function Ledger({ person }: { person: PersonView }) {
  const now = engineClock.now();
  const reason = (why: Why): Sayable =>
    why in REASONS ? REASONS[why as Exclude<Why, EarnKind>] : EARN_TITLES[why as EarnKind];
  return (
    <View className="gap-1">
      <Text size={13} tone="muted">
        {say('Every change of their points')}
      </Text>
      <View role="list" aria-label={say('Every change of their points')}>
        {[...person.lines].reverse().map((line, n) => (
          <View key={n} role="listitem" className="flex-row items-center gap-3 min-h-[44px] border-b border-line">
            <Text className="w-[76px] tabular-nums">{`${line.points > 0 ? '+' : '−'}${inFigures(Math.abs(line.points))}`}</Text>
            <Text className="flex-1" numberOfLines={1}>
              {line.count > 1
                ? say('{reason} {note}, {count} times', {
                    reason: reason(line.why),
                    note: noteOf(line.note),
                    count: line.count,
                  })
                : say('{reason} {note}', { reason: reason(line.why), note: noteOf(line.note) })}
            </Text>
            <Text size={13} tone="muted">
              {agoWords(now - line.until)}
            </Text>
          </View>
        ))}
      </View>
    </View>
  );
}

function nameOfFeed({ feeds }: Show, id: string): string {
  const feed = feeds.find((each) => each.id === id);
  return feed ? feedName(feed) : say('a feed that is gone');
}
