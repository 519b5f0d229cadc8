import { useCallback, useState } from 'react';
import { View } from 'react-native';
import type { Command } from '@/core/session/input';
import type { Happened } from '@/core/desk/happened';
import type { EventKind } from '@/core/event/kind';
import { deskStore } from '@/ui/data/desk';
import { paced, useSelected } from '@/ui/data/source';
import { Button } from '@/ui/part/button';
import { Segments } from '@/ui/part/choice';
import { Text } from '@/ui/part/text';
import { HappenedRow } from './happened-row';
import { OneRow } from './one-row';
import { useStill } from './still';
import { say } from '@/ui/words/say';

/** So many are shown, and all that are kept at a press: what is out of sight costs as much as what is seen. */
const SHOWN = 20;
/** New lines come in no oftener than this, ms: a list that never stands still cannot be read. */
const EVERY_MS = 1000;
const calmDesk = paced(deskStore, EVERY_MS);

const NONE: readonly Happened[] = [];

type Which = 'all' | 'gave' | 'came' | 'rest';
const KINDS: Record<Exclude<Which, 'all'>, readonly EventKind[]> = {
  gave: ['gift', 'tip', 'subscribe', 'giftSubs'],
  came: ['follow', 'raid', 'share'],
  rest: ['like', 'room'],
};

/** What viewers just did beside chat, newest first. */
export function HappenedList({ onCommand }: { onCommand: (command: Command) => void }) {
  const happened = useSelected(calmDesk, ({ view }) => view?.happened ?? NONE);
  const [which, setWhich] = useState<Which>('all');
  const [all, setAll] = useState(false);
  const { shown: steady, touched } = useStill(happened);
  const replay = useCallback((alert: string): void => onCommand({ command: 'replay', alert }), [onCommand]);
  const of = which === 'all' ? steady : steady.filter(({ kind }) => KINDS[which].includes(kind));
  const lines = (all ? of : of.slice(-SHOWN)).toReversed();
  return (
    <View className="flex-1 min-h-0">
      <OneRow>
        <Segments<Which>
          label={say('Which of what happened')}
          value={which}
          onChange={setWhich}
          options={[
            { value: 'all', label: say('All') },
            { value: 'gave', label: say('Given') },
            { value: 'came', label: say('Follows, raids') },
            { value: 'rest', label: say('Likes') },
          ]}
        />
      </OneRow>
      <View className="flex-1 min-h-0 overflow-y-auto" {...{ onTouchStart: touched, onMouseDown: touched }}>
        {lines.length > 0 ? (
          <View role="list" aria-label={say('What just happened, newest first')}>
            {lines.map((line) => (
              <HappenedRow key={line.id} line={line} onReplay={replay} />
            ))}
          </View>
        ) : null}
        {!all && of.length > SHOWN ? (
          <View className="flex-row mt-3">
            <Button kind="outline" free onPress={() => setAll(true)}>
              {say('Show what came before')}
            </Button>
          </View>
        ) : null}
        {lines.length === 0 ? (
          <Text size={17} tone="muted" className="mt-3">
            {which === 'all'
              ? say(
                  'Nothing has happened in this session yet. As soon as you are live, everything viewers do is listed here, newest first.',
                )
              : say('None of these yet.')}
          </Text>
        ) : null}
      </View>
    </View>
  );
}
