import { useState } from 'react';
import { Pressable, View } from 'react-native';
import ChevronLeft from 'lucide-react-native/icons/chevron-left';
import ChevronRight from 'lucide-react-native/icons/chevron-right';
import { useSessions } from '@/ui/data/sessions';
import { useShow } from '@/ui/data/show';
import { PlaceBody } from '@/ui/frame/place-body';
import { Segments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { titleOf } from './session-title';
import { Trend } from './trend';
import { FinishedRecap, RunningRecap } from './recap-view';
import { useDeskView } from '@/ui/data/desk';
import { say } from '@/ui/words/say';
import { isMirrored } from '@/ui/words/facing';

/** What sessions came to: the one that runs, and all that are finished. */
export function RecapPlace() {
  const show = useShow();
  const { data: sessions } = useSessions(show.id);
  const [over, setOver] = useState<'one' | 'all'>('one');
  return (
    <PlaceBody title={say('Recap')}>
      {sessions && sessions.length > 0 ? (
        <View className="mt-2">
          <Segments
            label={say('What is shown')}
            value={over}
            onChange={setOver}
            options={[
              { value: 'one', label: say('One session') },
              { value: 'all', label: say('Over time') },
            ]}
          />
        </View>
      ) : null}
      {over === 'all' ? <Trend /> : <OneSession />}
    </PlaceBody>
  );
}

/** One session: the one that runs, the latest, or another that is chosen. */
function OneSession() {
  const show = useShow();
  const { data: sessions } = useSessions(show.id);
  const [chosen, setChosen] = useState<string | null>(null);
  const { muted } = useColours();
  const running = useDeskView(({ session }) => (session?.endedAt === null ? session : null), null);
  const open = sessions?.find(({ id }) => id === chosen) ?? (running ? null : sessions?.[0]) ?? null;
  const others = (sessions ?? []).filter(({ id }) => id !== open?.id);
  return (
    <>
      {running && !open ? <RunningRecap id={running.id} /> : null}
      {open ? <FinishedRecap key={open.id} entry={open} onRemoved={() => setChosen(null)} /> : null}
      {sessions?.length === 0 && !running ? (
        <Text size={17} tone="muted" className="mt-2">
          {say(
            'After your first session, what happened in it is here: who gave, who to thank, and a file of every event.',
          )}
        </Text>
      ) : null}
      {others.length > 0 ? (
        <View className="mt-6">
          <Text size={17} face="title" level={2}>
            {say('Other sessions')}
          </Text>
          {others.map((entry) => (
            <Pressable
              key={entry.id}
              role="button"
              aria-label={say('Open {titleOf}', { titleOf: titleOf(entry) })}
              onPress={() => setChosen(entry.id)}
              className="min-h-[52px] flex-row items-center justify-between border-b border-line"
            >
              <Text>{titleOf(entry)}</Text>
              {isMirrored() ? <ChevronLeft size={18} color={muted} /> : <ChevronRight size={18} color={muted} />}
            </Pressable>
          ))}
        </View>
      ) : null}
    </>
  );
}
