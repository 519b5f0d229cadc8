import { View } from 'react-native';
import Check from 'lucide-react-native/icons/check';
import { WORTH_PARTS } from '@/core/event/worth-parts';
import type { Owed } from '@/core/engine/feature/thanks/owed';
import type { Command } from '@/core/session/input';
import { useDeskView } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Shape } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { ViewerText } from '@/ui/part/viewer-text';
import { AgoText } from '@/ui/words/ago-text';
import { say } from '@/ui/words/say';
import { owedFacts } from './owed-words';
import { useStill } from './still';

const NONE: readonly Owed[] = [];

/** Who gave, subscribed or raided and has not been thanked aloud: worthiest first, a tick when it is done. It stands still while it is touched. */
export function ThanksList({ onCommand }: { onCommand: (command: Command) => void }) {
  const owed = useDeskView((view) => view.owed, NONE);
  const { count, worth } = useDeskView((view) => view.owedInAll, { count: 0, worth: 0 });
  const thanked = useDeskView((view) => view.thanked, NONE);
  const last = thanked.at(-1);
  const currency = useShow((show) => show.money.currency);
  const { shown, touched } = useStill(owed);
  const waits = new Map(owed.map((each) => [each.key, each]));
  return (
    <View className="flex-1 min-h-0">
      <View className="min-h-[44px] flex-row items-center justify-between gap-3 border-b border-line">
        <Text tone="muted" role="status" className="shrink tabular-nums">
          {worth > 0
            ? say('{count, number} to thank, worth {amount}', {
                count,
                amount: { money: Math.round(worth / WORTH_PARTS), currency },
              })
            : say('{count, number} to thank', { count })}
        </Text>
        <Button
          kind="outline"
          disabled={last === undefined}
          {...(last === undefined ? {} : { label: say('Undo: {name} is thanked', { name: nameOf(last) }) })}
          onPress={() => {
            if (last) onCommand({ command: 'unthank', giver: last.key });
          }}
        >
          {say('Undo')}
        </Button>
      </View>
      <View
        className="flex-1 min-h-0 overflow-y-auto"
        {...{ onTouchStart: touched, onMouseDown: touched, onKeyDown: touched }}
      >
        {shown.length > 0 ? (
          <View role="list" aria-label={say('To thank, worthiest first')}>
            {shown.map((each) => (
              <OwedRow
                key={each.key}
                owed={waits.get(each.key) ?? each}
                done={!waits.has(each.key) && thanked.some(({ key }) => key === each.key)}
                onThank={() =>
                  onCommand({ command: 'thank', giver: each.key, last: (waits.get(each.key) ?? each).last })
                }
              />
            ))}
          </View>
        ) : null}
        {shown.length === 0 ? (
          <Text size={17} tone="muted" className="py-3">
            {say('Nobody waits for a thank-you. Who gives, subscribes or raids stands here until you tick them off.')}
          </Text>
        ) : null}
        {count > owed.length ? (
          <Text size={13} tone="muted" className="py-3">
            {say('and {n, number} more, who gave less', { n: count - owed.length })}
          </Text>
        ) : null}
      </View>
    </View>
  );
}

const nameOf = ({ name }: Owed): string => (name === '' ? say('Someone') : name);

function OwedRow({ owed, done, onThank }: { owed: Owed; done: boolean; onThank: () => void }) {
  const name = nameOf(owed);
  return (
    <View
      role="listitem"
      aria-label={name}
      className={`min-h-[64px] flex-row items-center gap-3 border-b border-line ${done ? 'opacity-50' : ''}`}
    >
      <Shape kind={owed.kind} size={16} />
      <View className="flex-1">
        <ViewerText text={name} size={17} face="strong" numberOfLines={1} />
        <View className="flex-row gap-2">
          <ViewerText
            text={say('{facts}', { facts: { dots: owedFacts(owed) } })}
            dir="ltr"
            size={13}
            tone="muted"
            numberOfLines={1}
            className="shrink"
          />
          <AgoText at={owed.last} />
        </View>
      </View>
      <Button
        disabled={done}
        icon={Check}
        label={done ? say('{name} is thanked', { name }) : say('{name}: thanked', { name })}
        onPress={onThank}
      >
        {say('Thanked')}
      </Button>
    </View>
  );
}
