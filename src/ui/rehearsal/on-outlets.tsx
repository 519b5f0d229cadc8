import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import type { CrowdAsked } from '@/core/rehearsal/crowd';
import { askShow } from '@/ui/data/command';
import { useDeskView } from '@/ui/data/desk';
import { readLog } from '@/ui/data/session-store';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { TitledSegments } from '@/ui/part/choice';
import { Problem } from '@/ui/part/problem';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { useRehearsalWords } from './rehearsal-line';

type From = 'beginning' | 'busiest';

/** Begins it on the server. @returns a sentence where it could not be begun */
async function begin({ past, ...asked }: CrowdAsked, from: From): Promise<string | null> {
  if (!past) {
    const answer = await askShow('POST', '/rehearsal', { body: { ...asked, from } });
    return answer.ok ? null : answer.reason;
  }
  const log = await readLog(past.session);
  if (log === null) return say('The log of this session is not in this browser any more.');
  const query = new URLSearchParams({
    seed: String(asked.seed),
    size: String(asked.size),
    gifts: String(asked.gifts),
    pace: String(past.pace),
    title: past.title,
    from,
  });
  const answer = await askShow('POST', `/rehearsal/past?${query}`, { raw: log });
  return answer.ok ? null : answer.reason;
}

/** The same crowd in real time, where viewers would see and hear it, and on the desk. */
export function OnOutlets({ asked, disabled }: { asked: CrowdAsked; disabled: boolean }) {
  const router = useRouter();
  const live = useDeskView(({ session }) => session !== null && session.endedAt === null, false);
  const on = useRehearsalWords();
  const [from, setFrom] = useState<From>('busiest');
  const [said, setSaid] = useState<string | null>(null);
  const [begins, setBegins] = useState(false);
  return (
    <Card label={say('On your outlets')}>
      <View className="gap-3">
        <Text size={17} face="title" level={2}>
          {say('On your outlets')}
        </Text>
        <Text tone="muted">
          {say(
            'The same crowd in real time: seen and heard on every outlet, and on the desk. No number, list or points change; nothing is posted, and no address is called. It ends by itself when you go live.',
          )}
        </Text>
        {on ? (
          <View className="flex-row">
            <Button kind="outline" onPress={() => router.push('/desk')}>
              {say('To the desk')}
            </Button>
          </View>
        ) : (
          <>
            <TitledSegments<From>
              label={say('Begin')}
              value={from}
              onChange={setFrom}
              options={[
                { value: 'busiest', label: say('Where it is busiest') },
                { value: 'beginning', label: say('At the beginning') },
              ]}
            />
            <View className="flex-row">
              <Button
                kind="outline"
                disabled={disabled || live || begins}
                onPress={() => {
                  setBegins(true);
                  void begin(asked, from)
                    .then(setSaid)
                    .finally(() => setBegins(false));
                }}
              >
                {say('Rehearse on the outlets')}
              </Button>
            </View>
          </>
        )}
        {live ? <Text tone="muted">{say('You are live: nothing is rehearsed on the outlets now.')}</Text> : null}
        <Problem says={said} />
      </View>
    </Card>
  );
}
