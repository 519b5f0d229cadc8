import { View } from 'react-native';
import { ADVICE, type Advice, type AdviceName } from '@/core/rehearsal/advice';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';
import { waitWords } from './wait-words';

/** One change that helps, with what it comes to before and after. */
export function AdviceCard({ advice, onTaken }: { advice: Advice; onTaken: (name: AdviceName) => void }) {
  const { name, before, after } = advice;
  const { title, says } = ADVICE[name];
  return (
    <View role="listitem" className="bg-surface border border-lagoon rounded-card p-4 gap-2">
      <Text size={17} face="strong">
        {title}
      </Text>
      <Text tone="muted">{says}</Text>
      <Text>
        {say('Longest wait {before} → {after}', {
          before: waitWords(before.longestWaitMs),
          after: waitWords(after.longestWaitMs),
        })}
      </Text>
      <Text>
        {say('Not thanked {before, number} → {after, number}', { before: before.unthanked, after: after.unthanked })}
      </Text>
      <Button
        kind="main"
        onPress={() => {
          edit((draft) => void ADVICE[name].change(draft, before));
          onTaken(name);
        }}
      >
        {say('Take this advice')}
      </Button>
    </View>
  );
}
