import { useState } from 'react';
import { View } from 'react-native';
import { levelBegins, levelsSchema, MOST_LEVEL, type Levels } from '@/core/engine/feature/points/schema';
import { Card } from '@/ui/part/card';
import { Segments } from '@/ui/part/choice';
import { NumberField, TextField } from '@/ui/part/field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** How levels follow from points, and what the first of them begin at. */
export function LevelsEditor({
  levels,
  unit,
  onChange,
}: {
  levels: Levels;
  unit: string;
  onChange: (levels: Levels) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const begins = levels.by === 'table' ? levels.at : [];
  const text = typed ?? begins.join(', ');
  const type = (next: string): void => {
    setTyped(next);
    const read = levelsSchema.safeParse({ by: 'table', at: numbersIn(next) });
    if (read.success) onChange(read.data);
  };
  const problem =
    typed !== null && !levelsSchema.safeParse({ by: 'table', at: numbersIn(typed) }).success
      ? say('Whole numbers with commas between them, each larger than the one before.')
      : null;
  const first = [2, 3, 4, 5, 10, 20, 50, MOST_LEVEL]
    .map((level) => ({ level, at: levelBegins(levels, level) }))
    .filter(({ at }) => Number.isFinite(at));
  return (
    <Card className="mt-4 gap-4" label={say('Levels')}>
      <Text size={17} face="title" level={2}>
        {say('Levels')}
      </Text>
      <Segments
        label={say('Levels follow')}
        value={levels.by}
        onChange={(by) => {
          setTyped(null);
          onChange(by === 'formula' ? { by, first: 100, more: 50 } : { by, at: [100, 250, 500, 1000] });
        }}
        options={[
          { value: 'formula', label: say('By a rule') },
          { value: 'table', label: say('By a list') },
        ]}
      />
      {levels.by === 'formula' ? (
        <LevelCosts unit={unit} levels={levels} onChange={onChange} />
      ) : (
        <TextField
          label={say('What levels 2, 3 and so on begin at')}
          value={text}
          exact
          problem={problem}
          onChange={type}
        />
      )}
      <View className="flex-row flex-wrap gap-x-5 gap-y-1" role="list" aria-label={say('What levels begin at')}>
        {first.map(({ level, at }) => (
          <View key={level} role="listitem" className="min-w-[140px]">
            <Text tone="muted" className="tabular-nums">
              {say('Level {level} at {at, number}', { level, at })}
            </Text>
          </View>
        ))}
      </View>
    </Card>
  );
}

/** How much each level takes. */
function LevelCosts({
  unit,
  levels,
  onChange,
}: {
  unit: string;
  levels: { by: 'formula'; first: number; more: number };
  onChange: (levels: Levels) => void;
}) {
  return (
    <>
      <NumberField
        label={say('The second level takes')}
        unit={unit}
        value={levels.first}
        least={1}
        most={1_000_000}
        step={10}
        onChange={(n) => onChange({ ...levels, first: n })}
      />
      <NumberField
        label={say('Each one after it takes so many more')}
        unit={unit}
        value={levels.more}
        least={0}
        most={1_000_000}
        step={10}
        onChange={(more) => onChange({ ...levels, more })}
      />
    </>
  );
}

const numbersIn = (text: string): number[] =>
  text
    .split(/[\s,;]+/)
    .filter((part) => part !== '')
    .map(Number);
