import { useCallback } from 'react';
import { ScrollView, View } from 'react-native';
import { useRouter } from 'expo-router';
import type { Command } from '@/core/session/input';
import { askShow, sendCommand } from '@/ui/data/command';
import { useDeskView } from '@/ui/data/desk';
import { useDeskAt } from '@/ui/data/desk-time';
import { useShow } from '@/ui/data/show';
import { sayProblem } from '@/ui/frame/toast';
import { PlaceBody } from '@/ui/frame/place-body';
import { imitationWords } from '@/core/people/imitation';
import { tellsRoom } from '@/core/platform';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { MissingRates } from '@/ui/feed/missing-rates';
import { DrawTiles } from './draw-tiles';
import { HappenedList } from './happened-list';
import { NumberTiles } from './number-tiles';
import { OnAir } from './on-air';
import { PassedLines } from './passed-lines';
import { ToldLines } from './told-lines';
import { WentOn } from './went-on';
import { NoticeList } from './notice-list';
import { say } from '@/ui/words/say';

/** How long a look-alike is pointed out. */
const IMITATION_MS = 120_000;

/** What is used while live: what plays and waits, what just happened, where the goals stand. Each part renders by itself: the desk's stream brings many messages a second. */
export function DeskPlace() {
  const router = useRouter();
  const spotlights = useShow(({ pieces }) => pieces).filter(({ kind }) => kind === 'spotlight');
  const command = useCallback(
    (body: Command): void => void sendCommand(body).then((answer) => sayProblem(answer.ok ? null : answer.reason)),
    [],
  );
  return (
    <PlaceBody title={say('Desk')}>
      <View className="gap-3 mt-1">
        <SceneOnAir onCommand={command} />
        {spotlights.map(({ id, name }) => (
          <OnAir key={id} spotlight={id} name={name} onCommand={command} />
        ))}
        <View className="flex-row flex-wrap gap-2">
          <NumberTiles onCommand={command} />
        </View>
        <DrawTiles onProblem={sayProblem} onCommand={command} />
        <Presses onCommand={command} />
      </View>
      {/* What comes and goes stands below all that is pressed, so that nothing moves under the thumb. */}
      <View className="gap-3 mt-3">
        <WentOn onSaid={sayProblem} />
        <EndSession onSaid={sayProblem} />
        <NoticeList />
        <MissingRates />
        <LookAlike />
        <PassedLines />
        <ToldLines />
      </View>
      <View className="flex-row gap-2 mt-3">
        <Button kind="outline" onPress={() => router.navigate('/people')}>
          {say('People')}
        </Button>
        <Button kind="outline" onPress={() => router.navigate('/points')}>
          {say('Points')}
        </Button>
      </View>
      <HappenedList onCommand={command} />
    </PlaceBody>
  );
}

function SceneOnAir({ onCommand }: { onCommand: (command: Command) => void }) {
  const scenes = useShow((show) => show.scenes);
  const scene = useDeskView((view) => view.scene, '');
  if (scenes.length === 0) return null;
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} className="-mx-4" contentContainerClassName="px-4">
      <Segments
        label={say('Scene on air')}
        value={scene}
        onChange={(next) => onCommand({ command: 'scene', scene: next })}
        options={scenes.map(({ id, name }) => ({ value: id, label: name }))}
      />
    </ScrollView>
  );
}

/** Buttons that cues wait for. */
function Presses({ onCommand }: { onCommand: (command: Command) => void }) {
  const cues = useShow((show) => show.cues);
  const presses = cues.flatMap(({ id, on, when }) => (on && when.kind === 'press' ? [{ id, name: when.name }] : []));
  if (presses.length === 0) return null;
  return (
    <View role="group" aria-label={say('Buttons')} className="flex-row flex-wrap gap-2">
      {presses.map(({ id, name }) => (
        <Button key={id} kind="outline" onPress={() => onCommand({ command: 'press', cue: id })}>
          {name}
        </Button>
      ))}
    </View>
  );
}

/** A viewer who has just come and looks like another. */
function LookAlike() {
  const words = useDeskAt((view, now) => {
    const last = view?.imitations.at(-1);
    return last && now - last.at < IMITATION_MS ? imitationWords(last) : null;
  });
  return words === null ? null : (
    <Text tone="brick" role="status">
      {words}
    </Text>
  );
}

/** Where no platform says when one is live, nobody else can say that it is over. */
function EndSession({ onSaid }: { onSaid: (said: string | null) => void }) {
  const untold = useShow(({ feeds }) => feeds.some((feed) => feed.on && !tellsRoom(feed)));
  const on = useDeskView(({ session }) => session !== null && session.endedAt === null, false);
  if (!untold || !on) return null;
  return (
    <View className="flex-row">
      <Button
        kind="outline"
        onPress={() => void askShow('POST', '/end').then((answer) => onSaid(answer.ok ? null : answer.reason))}
      >
        {say('End this session')}
      </Button>
    </View>
  );
}
