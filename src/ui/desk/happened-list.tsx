import { useCallback } from 'react';
import { View } from 'react-native';
import type { Command } from '@/core/session/input';
import { useDeskView } from '@/ui/data/desk';
import { Text } from '@/ui/part/text';
import { HappenedRow } from './happened-row';

const SHOWN = 60;

/** What viewers just did, newest first. */
export function HappenedList({ onCommand }: { onCommand: (command: Command) => void }) {
  const happened = useDeskView((view) => view.happened, []);
  const replay = useCallback((alert: string): void => onCommand({ command: 'replay', alert }), [onCommand]);
  const lines = happened.slice(-SHOWN).reverse();
  return (
    <>
      <View role="list" aria-label="What just happened, newest first" className="mt-3">
        {lines.map((line) => (
          <HappenedRow key={line.id} line={line} onReplay={replay} />
        ))}
      </View>
      {lines.length === 0 ? (
        <Text size={17} tone="muted" className="mt-3">
          Nothing has happened in this session yet. As soon as you are live, everything viewers do is listed here,
          newest first.
        </Text>
      ) : null}
    </>
  );
}
