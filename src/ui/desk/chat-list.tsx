import { useEffect, useMemo, useRef, useState } from 'react';
import { View } from 'react-native';
import { asks } from '@/core/desk/chat-line';
import type { DeskChatLine } from '@/core/desk/chat-line';
import type { Command } from '@/core/session/input';
import { useDeskView } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';
import { feedWordOf } from '@/ui/feed/feed-name';
import { useOpenOne } from '@/ui/frame/address';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { ChatRow } from './chat-row';
import { LineSheet } from './line-sheet';
import { OneRow } from './one-row';
import { useStill } from './still';

/** So many of the latest are drawn while they are followed: more are not seen, and each costs as much as those that are. */
const FOLLOWED = 50;
const NONE: readonly DeskChatLine[] = [];

/** `f/<id>`: those of one feed. */
type Which = 'all' | 'asks' | 'first' | 'kept' | `f/${string}`;

/** What viewers write, all feeds in one column: newest at the bottom, where the thumb is. It stands still while it is scrolled or touched. */
export function ChatList({ onCommand }: { onCommand: (command: Command) => void }) {
  const [which, setWhich] = useState<Which>('all');
  const [open, setOpen] = useOpenOne('line');
  const { lines, keptIds, word } = useLines(which);
  const { shown, still, touched, release } = useStill(lines);
  const { list, paused, toEnd } = usePaused(lines);
  const drawn = paused ?? (still ? shown : lines);
  const newest = drawn.at(-1)?.id;
  const fresh = newest === undefined ? 0 : lines.length - 1 - lines.findLastIndex(({ id }) => id === newest);
  const rows = (paused ? drawn : drawn.slice(-FOLLOWED)).toReversed();
  const chosen = lines.find(({ id }) => id === open) ?? drawn.find(({ id }) => id === open);
  return (
    <View className="flex-1 min-h-0">
      <Filters
        which={which}
        onWhich={(next) => {
          release();
          toEnd();
          setWhich(next);
        }}
      />
      <View
        ref={list}
        className="flex-1 min-h-0 overflow-y-auto flex-col-reverse"
        {...{ onTouchStart: touched, onMouseDown: touched, onKeyDown: byArrows }}
      >
        {rows.length > 0 ? (
          <View role="list" aria-label={say('Chat, newest last')} className="flex-col-reverse">
            {rows.map((line, n) => (
              <View role="listitem" key={line.id}>
                <ChatRow
                  line={line}
                  asks={asks(line.text, word)}
                  kept={keptIds.has(line.id)}
                  onOpen={setOpen}
                  reached={n === 0}
                />
              </View>
            ))}
          </View>
        ) : (
          <Text size={17} tone="muted" className="py-3 mb-auto">
            {which === 'all'
              ? say('What viewers write stands here as soon as you are live.')
              : say('None of these yet.')}
          </Text>
        )}
      </View>
      {fresh > 0 && (paused || still) ? (
        <View className="absolute bottom-2 self-center">
          <Button
            kind="main"
            free
            onPress={() => {
              release();
              toEnd();
            }}
          >
            {say('{fresh, plural, one {# new line} other {# new lines}}', { fresh })}
          </Button>
        </View>
      ) : null}
      {chosen ? (
        <LineSheet line={chosen} kept={keptIds.has(chosen.id)} onCommand={onCommand} onClose={() => setOpen(null)} />
      ) : null}
    </View>
  );
}

/** The lines of a choice, oldest first. */
function useLines(which: Which) {
  const all = useDeskView(({ chat }) => chat, NONE);
  const kept = useDeskView(({ keptLines }) => keptLines, []);
  const word = useShow(({ questionWord = '' }) => questionWord);
  return useMemo(() => {
    const keptIds = new Set(kept.map(({ id }) => id));
    const lines =
      which === 'kept'
        ? kept.map((line): DeskChatLine => ({ ...line, first: false }))
        : all.filter(
            (line) =>
              which === 'all' ||
              (which === 'asks' ? asks(line.text, word) : which === 'first' ? line.first : `f/${line.feed}` === which),
          );
    return { lines, keptIds, word };
  }, [all, kept, word, which]);
}

function Filters({ which, onWhich }: { which: Which; onWhich: (which: Which) => void }) {
  const feeds = useShow((show) => show.feeds.filter(({ on }) => on));
  return (
    <OneRow>
      <Segments<Which>
        label={say('Which lines')}
        value={which}
        onChange={onWhich}
        options={[
          { value: 'all', label: say('All') },
          { value: 'asks', label: say('Questions') },
          { value: 'first', label: say('First time') },
          { value: 'kept', label: say('Kept') },
          ...(feeds.length > 1
            ? feeds.map((feed) => ({ value: `f/${feed.id}` as const, label: feedWordOf(feed, feeds) }))
            : []),
        ]}
      />
    </OneRow>
  );
}

/**
 * While the newest line is out of sight the list stays as it was when it was left. Its bottom is where it begins, since its rows run from there.
 * @returns the list's element, what it shows while it stays (null: it follows), and how to go back to the newest
 */
function usePaused(lines: readonly DeskChatLine[]) {
  const list = useRef<View>(null);
  const latest = useRef(lines);
  const [paused, setPaused] = useState<readonly DeskChatLine[] | null>(null);
  useEffect(() => {
    latest.current = lines;
  });
  useEffect(() => {
    const node = list.current as unknown as HTMLElement | null;
    const look = (): void => {
      const up = node !== null && node.scrollTop < -24;
      setPaused((before) => (up ? (before ?? latest.current) : null));
    };
    node?.addEventListener('scroll', look, { passive: true });
    return () => node?.removeEventListener('scroll', look);
  }, []);
  const toEnd = (): void => {
    setPaused(null);
    const node = list.current as unknown as HTMLElement | null;
    if (node) node.scrollTop = 0;
  };
  return { list, paused, toEnd };
}

/** The arrows go from line to line: Tab comes to one of them only. */
function byArrows(event: React.KeyboardEvent<HTMLElement>): void {
  if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
  const lines = [...event.currentTarget.querySelectorAll<HTMLElement>('[role="button"], button')];
  const at = lines.indexOf(document.activeElement as HTMLElement);
  // The newest is the first of them, and stands below.
  const next = lines[at + (event.key === 'ArrowUp' ? 1 : -1)];
  if (at < 0 || !next) return;
  event.preventDefault();
  next.focus();
}
