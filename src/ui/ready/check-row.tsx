import { useRouter } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import CircleAlert from 'lucide-react-native/icons/circle-alert';
import CircleCheck from 'lucide-react-native/icons/circle-check';
import Info from 'lucide-react-native/icons/info';
import type { Check } from '@/core/ready/check';
import { mayEverything } from '@/ui/data/home-docs';
import { useOpened } from '@/ui/data/show';
import { Button } from '@/ui/part/button';
import { Problem } from '@/ui/part/problem';
import { Text } from '@/ui/part/text';
import { useColours } from '@/ui/theme/look';
import { say } from '@/ui/words/say';
import { phrase } from '@/core/words/phrase';
import { putRight } from './mend';

const SIGNS = {
  first: { icon: CircleAlert, colour: 'brick', word: phrase('First') },
  know: { icon: Info, colour: 'mist', word: phrase('Worth knowing') },
  good: { icon: CircleCheck, colour: 'lagoon', word: phrase('As it should be') },
} as const;

/** One check: what is, why it matters, and the tap that mends it. */
export function CheckRow({ check: { level, says, why, offer } }: { check: Check }) {
  const colours = useColours();
  const router = useRouter();
  const [said, setSaid] = useState<string | null>(null);
  const { icon: Icon, colour, word } = SIGNS[level];
  // A device that may use the desk may have the show do something, and changes nothing of it.
  const everything = useOpened(({ device }) => mayEverything(device));
  const can =
    offer && (everything || offer.does.kind === 'command' || offer.does.kind === 'endRehearsal') ? offer : null;
  return (
    <View
      role="listitem"
      aria-label={say('{word}: {says}', { word, says })}
      className={`flex-row gap-3 ${level === 'first' ? 'border border-brick rounded-card bg-surface p-4 mb-2' : 'py-3 border-t border-line'}`}
    >
      <View className="pt-[1px]">
        <Icon size={20} color={colours[colour]} strokeWidth={2} />
      </View>
      <View className="flex-1 flex-row flex-wrap items-center gap-x-3 gap-y-2">
        <View className="grow shrink basis-[180px]">
          <Text size={17} face="strong">
            {says}
          </Text>
          {why ? <Text tone="muted">{why}</Text> : null}
          <Problem says={said} />
        </View>
        {can ? (
          <Button
            kind={level === 'first' ? 'plain' : 'outline'}
            onPress={() => {
              const { does } = can;
              if (does.kind === 'go') router.push(does.to as '/feeds');
              else void putRight(does).then(setSaid);
            }}
          >
            {can.label}
          </Button>
        ) : null}
      </View>
    </View>
  );
}
