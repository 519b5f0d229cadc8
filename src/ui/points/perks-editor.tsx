import { useState } from 'react';
import { Pressable, View } from 'react-native';
import Plus from 'lucide-react-native/icons/plus';
import { MOST_LEVEL, perkSchema, pointsWords, type Perk, type PointsPlan } from '@/core/engine/feature/points/schema';
import { randomKey } from '@/ui/data/random-key';
import { offerUndo } from '@/ui/frame/toast';
import { Button } from '@/ui/part/button';
import { Card } from '@/ui/part/card';
import { NumberField, TextField } from '@/ui/part/field';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { keywordProblem } from '@/ui/part/keyword-field';
import { useOpenOne } from '@/ui/frame/address';
import { say, spoken } from '@/ui/words/say';

/** What points buy. */
export function PerksEditor({ points, onChange }: { points: PointsPlan; onChange: (perks: Perk[]) => void }) {
  const [open, setOpen] = useOpenOne('perk');
  const perk = points.perks.find(({ id }) => id === open);
  const add = (): void => {
    const id = randomKey();
    onChange([
      ...points.perks,
      perkSchema.parse({ id, name: say('New perk'), keyword: `!perk${points.perks.length + 1}`, price: 100 }),
    ]);
    setOpen(id);
  };
  return (
    <Card className="mt-4 gap-3" label={say('Perks')}>
      <Text size={17} face="title" level={2}>
        {say('Perks')}
      </Text>
      <Text tone="muted">
        {say(
          'A viewer writes the keyword and pays the price. What happens then is a cue: “When someone buys a perk …”.',
        )}
      </Text>
      <PerkList points={points} setOpen={setOpen} />
      <View className="flex-row">
        <Button kind="outline" icon={Plus} onPress={add}>
          {say('Add a perk')}
        </Button>
      </View>
      {perk ? (
        <PerkSheet
          perk={perk}
          taken={points.perks.some((each) => each.id !== perk.id && each.keyword === perk.keyword)}
          unit={points.unit}
          onClose={() => setOpen(null)}
          onChange={(next) => onChange(points.perks.map((each) => (each.id === perk.id ? { ...each, ...next } : each)))}
          onRemove={() => {
            setOpen(null);
            onChange(points.perks.filter(({ id }) => id !== perk.id));
            offerUndo(say('{name} is deleted.', { name: perk.name }));
          }}
        />
      ) : null}
    </Card>
  );
}

function PerkList({ points, setOpen }: { points: PointsPlan; setOpen: (value: string | null) => void }) {
  return (
    <View role="list" aria-label={say('Perks')}>
      {points.perks.map((each) => (
        <View key={each.id} role="listitem">
          <Pressable
            role="button"
            onPress={() => setOpen(each.id)}
            className="min-h-[52px] py-2 border-b border-line flex-row items-center justify-between gap-3"
          >
            <View className="flex-1">
              <Text size={17} numberOfLines={1}>
                {each.name}
              </Text>
              <Text
                size={13}
                tone="muted"
                numberOfLines={1}
              >{`${each.keyword}${each.level > 1 ? say(', from level {level} on', { level: each.level }) : ''}`}</Text>
            </View>
            <Text className="tabular-nums">
              {each.price === 0 ? say('free') : pointsWords(each.price, points, spoken())}
            </Text>
          </Pressable>
        </View>
      ))}
    </View>
  );
}

function PerkSheet({
  perk,
  taken,
  unit,
  onChange,
  onRemove,
  onClose,
}: {
  perk: Perk;
  taken: boolean;
  unit: string;
  onChange: (next: Partial<Perk>) => void;
  onRemove: () => void;
  onClose: () => void;
}) {
  const [keyword, setKeyword] = useState(perk.keyword);
  const problem =
    keyword.trim() === ''
      ? say('It needs a keyword.')
      : (keywordProblem(keyword) ??
        (taken ? say('Another perk has this keyword; the first of the two is bought.') : null));
  return (
    <Sheet title={perk.name} onClose={onClose}>
      <TextField
        label={say('Name')}
        value={perk.name}
        most={80}
        onChange={(name) => {
          if (name.trim() !== '') onChange({ name });
        }}
      />
      <PerkKeyword keyword={keyword} problem={problem} setKeyword={setKeyword} onChange={onChange} />
      <PerkPrice unit={unit} perk={perk} onChange={onChange} />
      <NumberField
        label={say('From level')}
        value={perk.level}
        least={1}
        most={MOST_LEVEL}
        onChange={(level) => onChange({ level })}
      />
      <NumberField
        label={say('The same viewer again after')}
        unit={say('seconds')}
        value={perk.pause}
        least={0}
        most={86_400}
        step={30}
        onChange={(pause) => onChange({ pause })}
      />
      <Button kind="bad" onPress={onRemove}>
        {say('Delete this perk')}
      </Button>
    </Sheet>
  );
}

function PerkPrice({ unit, perk, onChange }: { unit: string; perk: Perk; onChange: (next: Partial<Perk>) => void }) {
  return (
    <NumberField
      label={say('Price')}
      unit={unit}
      value={perk.price}
      least={0}
      most={1_000_000_000}
      step={10}
      onChange={(price) => onChange({ price })}
    />
  );
}

function PerkKeyword({
  keyword,
  problem,
  setKeyword,
  onChange,
}: {
  keyword: string;
  problem: string | null;
  setKeyword: (value: string) => void;
  onChange: (next: Partial<Perk>) => void;
}) {
  return (
    <TextField
      label={say('Keyword')}
      value={keyword}
      most={40}
      exact
      problem={problem}
      onChange={(next) => {
        setKeyword(next);
        if (next.trim() !== '' && keywordProblem(next) === null) onChange({ keyword: next.trim() });
      }}
    />
  );
}
