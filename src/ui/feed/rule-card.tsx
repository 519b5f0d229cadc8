import { Pressable, View } from 'react-native';
import Trash from 'lucide-react-native/icons/trash';
import type { StreamEvent } from '@/core/event/event';
import { fieldsOf, type Target } from '@/core/platform/draft-rule';
import { KIND_FIELDS, type Made, type MappedField, type Rule } from '@/core/platform/mapping';
import { IconButton } from '@/ui/part/button';
import { KIND_WORDS, Shape } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { say, saying } from '@/ui/words/say';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';

export const FIELD_WORDS: Record<MappedField, Phrase> = {
  id: phrase('Message’s id'),
  at: phrase('Time'),
  viewerId: phrase('Viewer’s id'),
  viewerHandle: phrase('Viewer’s handle'),
  viewerName: phrase('Viewer’s name'),
  text: phrase('Text'),
  count: phrase('How many'),
  giftId: phrase('Gift’s id'),
  giftName: phrase('Gift’s name'),
  unitCoins: phrase('Coins of one'),
  amount: phrase('Amount'),
  amountMinor: phrase('Amount in minor units'),
  currency: phrase('Currency'),
  months: phrase('Months'),
  tier: phrase('Tier'),
  viewers: phrase('Viewers'),
  watching: phrase('Watching'),
  state: phrase('Live or not'),
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
      aria-label={say('Rule for {kind}', { kind: saying(KIND_WORDS[rule.kind]).toLowerCase() })}
      className="rounded-control border border-line p-3 gap-2"
    >
      <View className="flex-row items-center gap-2">
        <Shape kind={rule.kind} size={15} />
        <Text size={17} face="strong" className="flex-1">
          {KIND_WORDS[rule.kind]}
        </Text>
        <IconButton
          icon={Trash}
          label={say('Delete the rule for {kind}', { kind: saying(KIND_WORDS[rule.kind]).toLowerCase() })}
          tone="muted"
          onPress={onRemove}
        />
      </View>
      <View className="flex-row flex-wrap gap-2">
        <Token
          label={say('Only where')}
          value={rule.when ? say('{path} is {value}', { path: rule.when.path, value: rule.when.is }) : null}
          onPress={() => onAim('when')}
        />
        <Token label={say('Each of a list')} value={rule.each} onPress={() => onAim('each')} />
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
  label: Sayable;
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
        {value === null && needed ? say('{label}, needed', { label }) : label}
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
  if (made === null) return say('This rule does not speak of the sample.');
  return made.event ? say('Becomes: {event}', { event: eventWords(made.event) }) : saying(made.reason);
}

/** Of what the platform may do without, what that means. */
const lacking = (missing: readonly MappedField[]): string =>
  [
    ...(missing.includes('id') ? [say('No id: the same message sent twice counts twice.')] : []),
    ...(missing.includes('at') ? [say('No time: it counts as happening when it arrives.')] : []),
  ].join(' ');

/** An event in words. */
function eventWords(event: StreamEvent): string {
  const who = event.viewer?.name ?? say('Somebody');
  switch (event.kind) {
    case 'chat':
      return say('{who} says “{text}”', { who, text: event.text });
    case 'follow':
      return say('{who} follows', { who });
    case 'share':
      return say('{who} shares the stream', { who });
    case 'join':
      return say('{who} joins', { who });
    case 'like':
      return say('{count, plural, one {# like} other {# likes}} by {who}', { count: event.count, who });
    case 'gift':
      return event.unitCoins > 0
        ? say('{who} sends {count} × {gift}, {coins, plural, one {# coin} other {# coins}}', {
            who,
            count: event.count,
            gift: event.name,
            coins: event.count * event.unitCoins,
          })
        : say('{who} sends {count} × {gift}', { who, count: event.count, gift: event.name });
    case 'tip':
      return say('{who} tips {amount}', { who, amount: { money: event.amountMinor, currency: event.currency } });
    case 'subscribe':
      return say('{who} subscribes, month {months}', { who, months: event.months });
    case 'giftSubs':
      return say('{who} gives {count, plural, one {# subscription} other {# subscriptions}} away', {
        who,
        count: event.count,
      });
    case 'raid':
      return say('{who} raids with {viewers, plural, one {# viewer} other {# viewers}}', {
        who,
        viewers: event.viewers,
      });
    case 'audience':
      return say('{watching, plural, one {# is watching} other {# are watching}}', { watching: event.watching });
    case 'room':
      return event.state === 'live' ? say('You go live') : say('You are not live any more');
  }
}
