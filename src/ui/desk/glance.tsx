import { useEffect, useRef } from 'react';
import { createPortal } from 'react-dom';
import { View } from 'react-native';
import X from 'lucide-react-native/icons/x';
import type { Command } from '@/core/session/input';
import { useDesk, useDeskView } from '@/ui/data/desk';
import { useDeskAt } from '@/ui/data/desk-time';
import { useShow } from '@/ui/data/show';
import { feedWordOf } from '@/ui/feed/feed-name';
import { Button } from '@/ui/part/button';
import { Shape } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { useTitle } from '@/ui/part/title';
import { ViewerText } from '@/ui/part/viewer-text';
import { AgoText } from '@/ui/words/ago-text';
import { say } from '@/ui/words/say';
import { BlackoutButton } from './blackout';
import { words } from './happened-row';
import { owedFacts } from './owed-words';
import { numbersOf } from './shown-number';
import { feedWord } from '@/ui/pulse/feed-word';
import { sessionWord } from '@/ui/pulse/session-word';

/** What is read at arm's length in the dark: session, feeds, last gift, whom to thank, a goal. Nothing else, and large. */
export function Glance({ onCommand, onClose }: { onCommand: (command: Command) => void; onClose: () => void }) {
  useTitle(say('At a glance'));
  const node = useRef<View>(null);
  useEffect(() => {
    const before = document.activeElement;
    // What lies below it is out of reach, as it is out of sight.
    const below = document.getElementById('root');
    if (below) below.inert = true;
    (node.current as unknown as HTMLElement | null)?.focus();
    const close = (event: KeyboardEvent): void => {
      if (event.key === 'Escape' && !event.defaultPrevented) onClose();
    };
    window.addEventListener('keydown', close);
    return () => {
      window.removeEventListener('keydown', close);
      if (below) below.inert = false;
      if (before instanceof HTMLElement && before.isConnected) before.focus();
    };
  }, [onClose]);
  // Above everything, the places' bar as well.
  return createPortal(
    <View
      ref={node}
      role="dialog"
      aria-modal
      aria-label={say('At a glance')}
      tabIndex={-1}
      className="inset-0 z-50 bg-ground outline-none"
      style={{ position: 'fixed' as 'absolute' }}
    >
      <View className="flex-1 min-h-0 overflow-y-auto px-5 pt-5 gap-5 w-full max-w-[900px] self-center">
        <View className="flex-row flex-wrap items-baseline justify-between gap-x-6 gap-y-2">
          <SessionLine />
          <FeedLines />
        </View>
        <LastGift />
        <NextThanks onCommand={onCommand} />
        <FirstNumber />
      </View>
      <View className="flex-row gap-2 px-5 py-4 w-full max-w-[900px] self-center">
        <Button free icon={X} className="flex-1 min-h-[64px]" onPress={onClose}>
          {say('Close')}
        </Button>
        <BlackoutButton onCommand={onCommand} className="flex-1 min-h-[64px]" />
      </View>
    </View>,
    document.body,
  );
}

function SessionLine() {
  const { is, length } = useDeskAt(sessionWord);
  return (
    <Text size={44} face="figure" tone={is === 'live' ? 'lagoon' : 'muted'} role="status">
      {is === 'off' ? say('Off') : length}
      {is === 'rehearsal' ? (
        <Text size={22} tone="mist">
          {` ${say('Rehearsal')}`}
        </Text>
      ) : null}
    </Text>
  );
}

/** What is wrong with feeds; that they are as they should be takes one word. */
function FeedLines() {
  const feeds = useShow((show) => show.feeds.filter(({ on }) => on));
  const moods = useDesk(({ server, view }) => feeds.map(({ id }) => feedWord(server, view?.feeds[id]).mood));
  const bad = feeds.filter((_, n) => moods[n] === 'problem');
  if (feeds.length === 0) return null;
  return (
    <Text size={22} tone={bad.length > 0 ? 'brick' : 'muted'}>
      {bad.length > 0
        ? say('Trouble with {feeds}', { feeds: { and: bad.map((feed) => feedWordOf(feed, feeds)) } })
        : say('Feeds are as they should be')}
    </Text>
  );
}

const GIFTS: readonly string[] = ['gift', 'tip', 'subscribe', 'giftSubs'];

function LastGift() {
  const last = useDeskView(({ happened }) => happened.findLast(({ kind }) => GIFTS.includes(kind)) ?? null, null);
  return (
    <View role="group" aria-label={say('Last gift')} className="gap-1">
      <View className="flex-row items-center gap-3">
        <Text size={17} tone="muted">
          {say('Last gift')}
        </Text>
        {last ? <AgoText at={last.at} /> : null}
      </View>
      {last ? (
        <View className="flex-row items-center gap-3">
          <Shape kind={last.kind} size={26} />
          <ViewerText
            text={words(last)}
            before={last.name ?? say('Someone')}
            size={30}
            numberOfLines={2}
            className="flex-1"
          />
        </View>
      ) : (
        <Text size={30} tone="muted">
          {say('None yet')}
        </Text>
      )}
    </View>
  );
}

function NextThanks({ onCommand }: { onCommand: (command: Command) => void }) {
  const next = useDeskView(({ owed }) => owed[0] ?? null, null);
  const count = useDeskView(({ owedInAll }) => owedInAll.count, 0);
  return (
    <View role="group" aria-label={say('To thank')} className="gap-1">
      <Text size={17} tone="muted" className="tabular-nums">
        {say('{count, number} to thank', { count })}
      </Text>
      <View className="flex-row items-center gap-3 min-h-[64px]">
        {next ? (
          <>
            <ViewerText
              text={say('{facts}', { facts: { dots: owedFacts(next).slice(0, 2) } })}
              before={next.name === '' ? say('Someone') : next.name}
              size={30}
              numberOfLines={2}
              className="flex-1"
            />
            <Button
              className="min-h-[64px]"
              onPress={() => onCommand({ command: 'thank', giver: next.key, last: next.last })}
            >
              {say('Thanked')}
            </Button>
          </>
        ) : (
          <Text size={30} tone="muted">
            {say('Nobody')}
          </Text>
        )}
      </View>
    </View>
  );
}

/** The first goal, or whatever number there is. */
function FirstNumber() {
  const show = useShow();
  const numbers = numbersOf(show);
  const first = numbers.find(({ number }) => number.startsWith('goal/')) ?? numbers[0];
  const said = useDeskAt((view, now) => (first ? first.read(view, now) : null));
  if (!said) return null;
  return (
    <View role="group" aria-label={said.name} className="gap-1">
      <Text size={17} tone="muted">
        {said.name}
      </Text>
      <Text size={44} face="figure">
        {`${said.words} `}
        <Text size={22} tone="muted">
          {said.note}
        </Text>
      </Text>
    </View>
  );
}
