import { useState } from 'react';
import { View } from 'react-native';
import { hourMinute, isoDay } from '@/ui/words/clock';
import { useRecap, useRunningRecap, useSessions } from '@/ui/data/sessions';
import type { SessionEntry } from '@/core/home/session-list';
import { dropSession, readLog } from '@/ui/data/session-store';
import { useKeys, useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Confirm } from '@/ui/part/confirm';
import { Text } from '@/ui/part/text';
import { titleOf } from './session-title';
import { LogFiles } from './log-files';
import { RecapBody } from './recap-body';
import { useAsked } from '@/ui/frame/address';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';

/** A finished session, from this browser's own storage. */
export function FinishedRecap({ entry, onRemoved }: { entry: SessionEntry; onRemoved: () => void }) {
  const show = useShow();
  const { data: recap } = useRecap(entry.id, show);
  const { mutate } = useSessions(show.id);
  const [asking, setAsking] = useAsked('remove');
  const [said, setSaid] = useState<string | null>(null);
  if (!recap)
    return recap === null ? (
      <Text tone="brick">{say('This session cannot be read from this browser’s storage.')}</Text>
    ) : null;
  return (
    <View>
      <Text size={22} face="title" level={2} className="mt-4">
        {titleOf(entry)}
      </Text>
      <Text tone={entry.lost > 0 ? 'brick' : 'muted'} className="mt-1">
        {say('{parts}', {
          parts: {
            dots: [
              phrase('{n, plural, one {# person} other {# people}}', { n: recap.people }),
              entry.lost > 0
                ? phrase('{n, plural, one {# message} other {# messages}} lost on the platform’s side', {
                    n: entry.lost,
                  })
                : phrase('nothing lost'),
              ...(entry.bad > 0 ? [phrase('{n, number} unreadable', { n: entry.bad })] : []),
            ],
          },
        })}
      </Text>
      <RecapBody recap={recap} />
      <View className="flex-row flex-wrap gap-2 mt-4">
        <LogFiles
          name={`${slug(show.name)}-${isoDay(entry.startedAt)}-${hourMinute(entry.startedAt).replace(':', '')}`}
          log={() => readLog(entry.id)}
          onMissing={() => setSaid(say('The log of this session is not in this browser any more.'))}
        />
        <Button kind="outline" onPress={() => setAsking(true)}>
          {say('Delete')}
        </Button>
      </View>
      {said ? (
        <Text tone="brick" role="alert" className="mt-2">
          {said}
        </Text>
      ) : null}
      {asking ? (
        <Confirm
          title={say('Delete this session')}
          says={say(
            'Its totals and its event log go from this browser, and stay on other devices that have them. Save the log first if you may want it. This cannot be undone.',
          )}
          yes={say('Delete')}
          onYes={() =>
            void dropSession(show.id, entry.id)
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
      <Text size={22} face="title" level={2} className="mt-4">
        {say('So far')}
      </Text>
      {data ? (
        <>
          <Text tone="muted" className="mt-1">
            {say('{people, number} people · the session is still on', { people: data.recap.people })}
          </Text>
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
          {error instanceof Error ? error.message : say('Summing up …')}
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
