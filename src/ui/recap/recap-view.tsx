import { useState } from 'react';
import { View } from 'react-native';
import { hourMinute, isoDay } from '@/ui/words/clock';
import type { EventKind } from '@/core/event/kind';
import type { Recap } from '@/core/recap/recap';
import { amountWords } from '@/core/event/money';
import { WORTH_PARTS } from '@/core/event/worth-parts';
import { useRecap, useRunningRecap, useSessions } from '@/ui/data/sessions';
import { readLog, removeSession, type SessionEntry } from '@/ui/data/session-store';
import { useKeys, useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Confirm } from '@/ui/part/confirm';
import { Shape } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { counted } from '@/ui/words/counted';
import { titleOf } from './session-title';
import { LogFiles } from './log-files';
import { ToThank } from './thanked';
import { Timeline } from './timeline';

/** A finished session, from this browser's own storage. */
export function FinishedRecap({ entry, onRemoved }: { entry: SessionEntry; onRemoved: () => void }) {
  const show = useShow();
  const { data: recap } = useRecap(entry.id, show);
  const { mutate } = useSessions(show.id);
  const [asking, setAsking] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  if (!recap)
    return recap === null ? <Text tone="brick">This session cannot be read from this browser’s storage.</Text> : null;
  return (
    <View>
      <Text size={22} face="title" level={2} className="mt-2">
        {titleOf(entry)}
      </Text>
      <Text
        tone={entry.lost > 0 ? 'brick' : 'muted'}
        className="mt-1"
      >{`${recap.people.toLocaleString('en')} people · ${entry.lost > 0 ? `${entry.lost.toLocaleString('en')} messages lost on the platform’s side` : 'nothing lost'}${entry.bad > 0 ? ` · ${entry.bad} unreadable` : ''}`}</Text>
      <RecapBody recap={recap} />
      <View className="flex-row flex-wrap gap-2 mt-4">
        <LogFiles
          name={`${slug(show.name)}-${isoDay(entry.startedAt)}-${hourMinute(entry.startedAt).replace(':', '')}`}
          log={() => readLog(entry.id)}
          onMissing={() => setSaid('The log of this session is not in this browser any more.')}
        />
        <Button kind="outline" onPress={() => setAsking(true)}>
          Remove
        </Button>
      </View>
      {said ? (
        <Text tone="brick" role="alert" className="mt-2">
          {said}
        </Text>
      ) : null}
      {asking ? (
        <Confirm
          title="Remove this session"
          says="Its totals and its event log go from this browser. Save the log first if you may want it. This cannot be undone."
          yes="Remove"
          onYes={() =>
            void removeSession(show.id, entry.id)
              .then(() => mutate())
              .then(onRemoved)
          }
          onClose={() => setAsking(false)}
        />
      ) : null}
    </View>
  );
}

/** The session that runs, summed up so far. */
export function RunningRecap({ id }: { id: string }) {
  const show = useShow();
  const keys = useKeys();
  const { data, error } = useRunningRecap(show, keys.desk, id);
  return (
    <View>
      <Text size={22} face="title" level={2} className="mt-2">
        So far
      </Text>
      {data ? (
        <>
          <Text
            tone="muted"
            className="mt-1"
          >{`${data.recap.people.toLocaleString('en')} people · the session is still on`}</Text>
          <RecapBody recap={data.recap} />
          <View className="mt-4">
            <LogFiles
              name={`${slug(show.name)}-so-far`}
              log={() => Promise.resolve(data.log)}
              onMissing={() => undefined}
            />
          </View>
        </>
      ) : (
        <Text tone={error ? 'brick' : 'muted'} className="mt-1">
          {error instanceof Error ? error.message : 'Summing up …'}
        </Text>
      )}
    </View>
  );
}

const slug = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[^\w]+/g, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase() || 'show';

function RecapBody({ recap }: { recap: Recap }) {
  const { totals } = recap;
  const show = useShow();
  const n = (value: number): string => value.toLocaleString('en');
  const money = (parts: number): string => amountWords(Math.round(parts / WORTH_PARTS), show.money.currency);
  return (
    <>
      <Timeline recap={recap} />
      <View className="flex-row flex-wrap gap-3 mt-3">
        <Figure kind="like" value={n(totals.likes)} says="likes" />
        <Figure kind="gift" value={n(totals.gifts)} says={`gifts, ${n(totals.coins)} coins`} />
        <Figure kind="follow" value={n(totals.follows)} says="new followers" />
        <Figure kind="chat" value={n(totals.byKind.chat)} says="chat lines" />
        <Figure kind="share" value={n(totals.byKind.share)} says="shares" />
        <Figure
          kind="subscribe"
          value={n(totals.subscriptions + totals.giftSubs)}
          says={totals.giftSubs > 0 ? `subscriptions, ${n(totals.giftSubs)} of them gifted` : 'subscriptions'}
        />
        {Object.entries(totals.tips).map(([currency, minor]) => (
          <Figure key={currency} kind="tip" value={amountWords(minor, currency)} says="tipped" />
        ))}
        {totals.byKind.raid > 0 ? (
          <Figure
            kind="raid"
            value={n(totals.raidViewers)}
            says={`viewers by ${counted(totals.byKind.raid, 'raid')}`}
          />
        ) : null}
        {totals.worth > 0 ? (
          <Figure
            kind="gift"
            value={money(totals.worth)}
            says={
              totals.earned === totals.worth ? 'worth, by your rates' : `worth; about ${money(totals.earned)} is yours`
            }
          />
        ) : null}
      </View>
      <Text size={17} face="title" level={2} className="mt-6">
        To thank
      </Text>
      {recap.toThank.length === 0 ? <Text tone="muted">Nobody has given anything yet.</Text> : null}
      <ToThank tallies={recap.toThank} />
    </>
  );
}

function Figure({ kind, value, says }: { kind: EventKind; value: string; says: string }) {
  return (
    <View
      role="group"
      aria-label={`${value} ${says}`}
      className="flex-1 min-w-[150px] bg-surface border border-line rounded-card p-4"
    >
      <View className="flex-row items-center gap-3">
        <Shape kind={kind} size={14} />
        <Text size={30} face="figure">
          {value}
        </Text>
      </View>
      <Text size={13} tone="muted" className="mt-1">
        {says}
      </Text>
    </View>
  );
}
