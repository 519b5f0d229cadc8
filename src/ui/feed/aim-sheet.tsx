import { View } from 'react-native';
import type { Target } from '@/core/platform/draft-rule';
import { MAPPED_KINDS, type MappedKind, type Rule } from '@/core/platform/mapping';
import { Button } from '@/ui/part/button';
import { Choice } from '@/ui/part/choice';
import { KIND_WORDS } from '@/ui/part/shape';
import { Sheet } from '@/ui/part/sheet';
import { Text } from '@/ui/part/text';
import { FIELD_WORDS } from './rule-card';
import { SampleTree } from './sample-tree';
import { say } from '@/ui/words/say';

/** Which kind of event a new rule is about. */
export function KindSheet({ onChoose, onClose }: { onChoose: (kind: MappedKind) => void; onClose: () => void }) {
  return (
    <Sheet title={say('These messages are …')} onClose={onClose}>
      <Choice
        label={say('Kind')}
        options={MAPPED_KINDS.map((kind) => ({ value: kind, label: KIND_WORDS[kind] }))}
        value={null}
        onChange={onChoose}
      />
    </Sheet>
  );
}

const prompt = (target: Target): string =>
  target === 'when'
    ? say('Tap what tells these messages from others')
    : target === 'each'
      ? say('Tap anything inside the list')
      : say('Tap this: {field}', { field: FIELD_WORDS[target] });

const standing = (rule: Rule, target: Target): string | null =>
  target === 'when'
    ? rule.when
      ? say('{path} is {value}', { path: rule.when.path, value: rule.when.is })
      : null
    : target === 'each'
      ? rule.each
      : (rule.fields[target] ?? rule.fixed[target] ?? null);

/** The sample, in which one value is tapped. */
export function AimSheet({
  rule,
  target,
  json,
  onTap,
  onTakeOut,
  onClose,
}: {
  rule: Rule;
  target: Target;
  json: unknown;
  onTap: (steps: (string | number)[], value: unknown) => void;
  onTakeOut: () => void;
  onClose: () => void;
}) {
  const now = standing(rule, target);
  const used = new Map(
    Object.entries(rule.fields).map(([field, path]) => [path, FIELD_WORDS[field as keyof typeof FIELD_WORDS]]),
  );
  return (
    <Sheet title={prompt(target)} onClose={onClose}>
      {now === null ? null : (
        <View className="flex-row items-center gap-3">
          <Text tone="muted" numberOfLines={1} className="flex-1">
            {say('Now {now}', { now })}
          </Text>
          <Button kind="outline" onPress={onTakeOut}>
            {say('Take it out')}
          </Button>
        </View>
      )}
      {json === undefined ? (
        <Text tone="muted">{say('Paste or catch a sample first; then its values can be tapped here.')}</Text>
      ) : (
        <SampleTree json={json} used={used} onTap={onTap} />
      )}
    </Sheet>
  );
}
