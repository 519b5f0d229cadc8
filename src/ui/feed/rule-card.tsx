import { Pressable, View } from 'react-native';
import Trash from 'lucide-react-native/icons/trash';
import { amountWords } from '@/core/event/money';
import type { StreamEvent } from '@/core/event/event';
import { fieldsOf, type Target } from '@/core/platform/draft-rule';
import { KIND_FIELDS, type Made, type MappedField, type Rule } from '@/core/platform/mapping';
import { IconButton } from '@/ui/part/button';
import { KIND_WORDS, Shape } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';

export const FIELD_WORDS: Record<MappedField, string> = {
  id: 'Message’s id',
  at: 'Time',
  viewerId: 'Viewer’s id',
  viewerHandle: 'Viewer’s handle',
  viewerName: 'Viewer’s name',
  text: 'Text',
  count: 'How many',
  giftId: 'Gift’s id',
  giftName: 'Gift’s name',
  unitCoins: 'Coins of one',
  amount: 'Amount',
  amountMinor: 'Amount in minor units',
  currency: 'Currency',
  months: 'Months',
  tier: 'Tier',
  viewers: 'Viewers',
  watching: 'Watching',
  state: 'Live or not',
};

/** One rule: which messages, which fields, and what the sample becomes by it. `made` is undefined without a sample, null when the rule does not speak of it. */
export function RuleCard({
  rule,
  made,
  onAim,
  onRemove,
}: {
  rule: Rule;
  made: Made | null | undefined;
  onAim: (target: Target) => void;
  onRemove: () => void;
}) {
  const { needs } = KIND_FIELDS[rule.kind];
  return (
    <View
      role="listitem"
      aria-label={`Rule for ${KIND_WORDS[rule.kind].toLowerCase()}`}
      className="rounded-control border border-line p-3 gap-2"
    >
      <View className="flex-row items-center gap-2">
        <Shape kind={rule.kind} size={15} />
        <Text size={17} face="strong" className="flex-1">
          {KIND_WORDS[rule.kind]}
        </Text>
        <IconButton
          icon={Trash}
          label={`Remove the rule for ${KIND_WORDS[rule.kind].toLowerCase()}`}
          tone="muted"
          onPress={onRemove}
        />
      </View>
      <View className="flex-row flex-wrap gap-2">
        <Token
          label="Only where"
          value={rule.when ? `${rule.when.path} is ${rule.when.is}` : null}
          onPress={() => onAim('when')}
        />
        <Token label="Each of a list" value={rule.each} onPress={() => onAim('each')} />
        {fieldsOf(rule).map((field) => (
          <Token
            key={field}
            label={FIELD_WORDS[field]}
            needed={needs.includes(field)}
            value={rule.fields[field] ?? (rule.fixed[field] === undefined ? null : `“${rule.fixed[field]}”`)}
            onPress={() => onAim(field)}
          />
        ))}
      </View>
      {made === undefined ? null : (
        <Text tone={made?.event ? 'lagoon' : made === null ? 'muted' : 'brick'} role="status">
          {outcome(made)}
        </Text>
      )}
      {made?.event && made.missing.length > 0 ? (
        <Text size={13} tone="muted">
          {lacking(made.missing)}
        </Text>
      ) : null}
    </View>
  );
}

/** A field of the rule, tapped to say where it stands. */
function Token({
  label,
  value,
  needed = false,
  onPress,
}: {
  label: string;
  value: string | null;
  needed?: boolean;
  onPress: () => void;
}) {
  return (
    <Pressable
      role="button"
      onPress={onPress}
      className={`min-h-[44px] max-w-full px-3 justify-center rounded-control border ${value !== null ? 'border-raised bg-raised' : needed ? 'border-brick' : 'border-line'}`}
    >
      <Text size={13} tone={value === null && needed ? 'brick' : 'muted'}>
        {value === null && needed ? `${label}, needed` : label}
      </Text>
      {value === null ? null : (
        <Text size={13} numberOfLines={1}>
          {value}
        </Text>
      )}
    </Pressable>
  );
}

function outcome(made: Made | null): string {
  if (made === null) return 'This rule does not speak of the sample.';
  return made.event ? `Becomes: ${eventWords(made.event)}` : made.reason;
}

/** Of what the platform may do without, what that means. */
const lacking = (missing: readonly MappedField[]): string =>
  [
    ...(missing.includes('id') ? ['No id: the same message sent twice counts twice.'] : []),
    ...(missing.includes('at') ? ['No time: it counts as happening when it arrives.'] : []),
  ].join(' ');

/** An event in words. */
function eventWords(event: StreamEvent): string {
  const who = event.viewer?.name ?? 'Somebody';
  switch (event.kind) {
    case 'chat':
      return `${who} says “${event.text}”`;
    case 'follow':
      return `${who} follows`;
    case 'share':
      return `${who} shares the stream`;
    case 'join':
      return `${who} joins`;
    case 'like':
      return `${event.count.toLocaleString('en')} ${event.count === 1 ? 'like' : 'likes'} by ${who}`;
    case 'gift':
      return `${who} sends ${event.count} × ${event.name}${event.unitCoins > 0 ? `, ${(event.count * event.unitCoins).toLocaleString('en')} coins` : ''}`;
    case 'tip':
      return `${who} tips ${amountWords(event.amountMinor, event.currency)}`;
    case 'subscribe':
      return `${who} subscribes, month ${event.months}`;
    case 'giftSubs':
      return `${who} gifts ${event.count} subscriptions`;
    case 'raid':
      return `${who} raids with ${event.viewers.toLocaleString('en')} viewers`;
    case 'audience':
      return `${event.watching.toLocaleString('en')} are watching`;
    case 'room':
      return event.state === 'live' ? 'You go live' : 'You are not live any more';
  }
}
