import { useCallback, useState } from 'react';
import { View } from 'react-native';
import type { Command } from '@/core/session/input';
import type { Happened } from '@/core/desk/happened';
import { deskStore } from '@/ui/data/desk';
import { paced, useSelected } from '@/ui/data/source';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { HappenedRow } from './happened-row';
import { say } from '@/ui/words/say';

/** So many are shown, and all that are kept at a press: what is out of sight costs as much as what is seen. */
const SHOWN = 12;
/** New lines come in no oftener than this, ms: a list that never stands still cannot be read. */
const EVERY_MS = 1000;
const calmDesk = paced(deskStore, EVERY_MS);

const NONE: readonly Happened[] = [];

/** What viewers just did, newest first. */
export function HappenedList({ onCommand }: { onCommand: (command: Command) => void }) {
  const happened = useSelected(calmDesk, ({ view }) => view?.happened ?? NONE);
  const [all, setAll] = useState(false);
  const replay = useCallback((alert: string): void => onCommand({ command: 'replay', alert }), [onCommand]);
  const lines = (all ? happened : happened.slice(-SHOWN)).slice().reverse();
  return (
    <>
      <View role="list" aria-label={say('What just happened, newest first')} className="mt-3">
        {lines.map((line) => (
          <HappenedRow key={line.id} line={line} onReplay={replay} />
        ))}
      </View>
      {!all && happened.length > SHOWN ? (
        <View className="flex-row mt-3">
          <Button kind="outline" onPress={() => setAll(true)}>
            {say('Show what came before')}
          </Button>
        </View>
      ) : null}
      {lines.length === 0 ? (
        <Text size={17} tone="muted" className="mt-3">
          {say(
            'Nothing has happened in this session yet. As soon as you are live, everything viewers do is listed here, newest first.',
          )}
        </Text>
      ) : null}
    </>
  );
}
