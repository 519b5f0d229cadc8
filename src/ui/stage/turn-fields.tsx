import { BOARD_MEASURES } from '@/core/engine/count/row';
import { View } from 'react-native';
import { MEASURE } from '@/core/engine/count/measure';
import type { LeaderboardPiece } from '@/core/piece/leaderboard';
import { Segments } from '@/ui/part/choice';
import { NumberField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { say } from '@/ui/words/say';

const MOST = 6;

/** Whether a leaderboard tells changes of place, and other measures that it shows in turn with its first. */
export function TurnFields({ piece, set }: { piece: LeaderboardPiece; set: (field: string, value: unknown) => void }) {
  const turns = piece.turns ?? [];
  const tick = (measure: string): void =>
    set(
      'turns',
      turns.some((each) => each === measure)
        ? turns.filter((each) => each !== measure)
        : [...turns, measure].slice(-MOST),
    );
  return (
    <View className="gap-3">
      <Segments
        label={say('Changes of place')}
        value={piece.moves ? 'told' : 'not'}
        onChange={(value) => set('moves', value === 'told')}
        options={[
          { value: 'told', label: say('Tell changes of place') },
          { value: 'not', label: say('Places alone') },
        ]}
      />
      <Text size={13} tone="muted">
        {say('Shown in turn with it')}
      </Text>
      <Ticks
        label={say('Shown in turn with it')}
        options={BOARD_MEASURES.filter((measure) => measure !== piece.measure).map((value) => ({
          value,
          label: MEASURE[value].title,
        }))}
        ticked={turns}
        onTick={tick}
      />
      {turns.length > 0 ? (
        <NumberField
          label={say('Seconds for each')}
          value={piece.seconds ?? 8}
          least={3}
          most={60}
          onChange={(seconds) => set('seconds', seconds)}
        />
      ) : null}
    </View>
  );
}
