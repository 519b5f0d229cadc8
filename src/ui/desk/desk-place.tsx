import Eye from 'lucide-react-native/icons/eye';
import SlidersHorizontal from 'lucide-react-native/icons/sliders-horizontal';
import { useCallback, type ReactNode } from 'react';
import { View } from 'react-native';
import { useRouter } from 'expo-router';
import type { Command } from '@/core/session/input';
import { askShow, sendCommand } from '@/ui/data/command';
import { useDeskView } from '@/ui/data/desk';
import { useDeskAt } from '@/ui/data/desk-time';
import { mayEverything } from '@/ui/data/home-docs';
import { useOpened, useShow } from '@/ui/data/show';
import { useAsked } from '@/ui/frame/address';
import { usePageTitle } from '@/ui/frame/page-title';
import { sayProblem } from '@/ui/frame/toast';
import { imitationWords } from '@/core/people/imitation';
import { tellsRoom } from '@/core/platform';
import { Button, IconButton } from '@/ui/part/button';
import { MayActProvider } from '@/ui/part/may-act';
import { Text } from '@/ui/part/text';
import { MissingRates } from '@/ui/feed/missing-rates';
import { ArrangeDesk } from './arrange-desk';
import { BlackoutButton } from './blackout';
import { LIST_BLOCKS, useArrangement, type Block, type ListBlock } from './blocks';
import { ChatList } from './chat-list';
import { DeskLayout } from './desk-layout';
import { DeviceLines } from './device-lines';
import { DrawTiles } from './draw-tiles';
import { Glance } from './glance';
import { HappenedList } from './happened-list';
import { NumberTiles } from './number-tiles';
import { OnAir } from './on-air';
import { PassedLines } from './passed-lines';
import { PressTiles } from './press-tiles';
import { SceneTiles } from './scene-tiles';
import { ThanksList } from './thanks-list';
import { ToldLines } from './told-lines';
import { WentOn } from './went-on';
import { WhichShow } from './which-show';
import { NoticeList } from './notice-list';
import { say } from '@/ui/words/say';

/** How long a look-alike is pointed out. */
const IMITATION_MS = 120_000;

/** What is used while live. Each part renders by itself: the desk's stream brings many messages a second. */
export function DeskPlace() {
  const mayAct = useOpened(({ device }) => device?.right !== 'look');
  const everything = useOpened(({ device }) => mayEverything(device));
  const [arranging, setArranging] = useAsked('arrange');
  const [glancing, setGlancing] = useAsked('glance');
  const command = useCallback(
    (body: Command): void => void sendCommand(body).then((answer) => sayProblem(answer.ok ? null : answer.reason)),
    [],
  );
  const { order, off } = useArrangement();
  const shown = order.filter((block) => !off.includes(block));
  const lists = shown.filter((block): block is ListBlock => (LIST_BLOCKS as readonly Block[]).includes(block));
  usePageTitle(say('Desk'));
  return (
    <MayActProvider value={mayAct}>
      <DeskLayout
        lists={lists}
        head={
          <>
            <Text size={22} face="title" level={1} className="flex-1">
              {say('Desk')}
            </Text>
            <IconButton free icon={Eye} tone="muted" label={say('At a glance')} onPress={() => setGlancing(true)} />
            <IconButton
              free
              icon={SlidersHorizontal}
              tone="muted"
              label={say('Arrange the desk')}
              onPress={() => setArranging(true)}
            />
          </>
        }
        acts={<Acts blocks={shown} onCommand={command} mayAct={mayAct} />}
        list={(block) =>
          block === 'chat' ? (
            <ChatList onCommand={command} />
          ) : block === 'happened' ? (
            <HappenedList onCommand={command} />
          ) : (
            <ThanksList onCommand={command} />
          )
        }
        dock={<BlackoutButton onCommand={command} />}
      />
      {arranging ? <ArrangeDesk mayEdit={everything} onClose={() => setArranging(false)} /> : null}
      {glancing ? <Glance onCommand={command} onClose={() => setGlancing(false)} /> : null}
    </MayActProvider>
  );
}

/** What is pressed, in the device's order; below it what comes and goes, so that nothing moves under the thumb. */
function Acts({
  blocks,
  onCommand,
  mayAct,
}: {
  blocks: readonly Block[];
  onCommand: (command: Command) => void;
  mayAct: boolean;
}) {
  const router = useRouter();
  const spotlights = useShow(({ pieces }) => pieces).filter(({ kind }) => kind === 'spotlight');
  const block = (name: Block): ReactNode => {
    switch (name) {
      case 'onAir':
        return spotlights.map((piece) => (
          <OnAir key={piece.id} spotlight={piece.id} name={piece.name} onCommand={onCommand} />
        ));
      case 'scenes':
        return <SceneTiles key={name} onCommand={onCommand} />;
      case 'presses':
        return <PressTiles key={name} onCommand={onCommand} />;
      case 'numbers':
        return (
          <View key={name} className="flex-row flex-wrap gap-2">
            <NumberTiles onCommand={onCommand} />
          </View>
        );
      case 'draws':
        return <DrawTiles key={name} onProblem={sayProblem} onCommand={onCommand} />;
      default:
        return null;
    }
  };
  return (
    <>
      {mayAct ? null : (
        <Text tone="muted" role="status">
          {say(
            'This device may look, and press nothing. Give it another right under Devices, on one that may do everything.',
          )}
        </Text>
      )}
      {blocks.map(block)}
      <WhichShow />
      <WentOn onSaid={sayProblem} />
      <EndSession onSaid={sayProblem} />
      <NoticeList />
      <DeviceLines />
      <MissingRates />
      <LookAlike />
      <PassedLines />
      <ToldLines />
      <View className="flex-row gap-2">
        <Button kind="outline" onPress={() => router.navigate('/people')}>
          {say('People')}
        </Button>
        <Button kind="outline" onPress={() => router.navigate('/points')}>
          {say('Points')}
        </Button>
      </View>
    </>
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
