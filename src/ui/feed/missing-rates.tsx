import { useState } from 'react';
import { View } from 'react-native';
import { useDeskView } from '@/ui/data/desk';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { DecimalField } from '@/ui/part/decimal-field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** Tips that came in a currency without a rate: each asks for it, where it is seen. */
export function MissingRates() {
  const { currency, rates } = useShow((show) => show.money);
  const tips = useDeskView(({ totals }) => totals.tips, {});
  const missing = Object.entries(tips).filter(([code]) => code !== currency && rates[code] === undefined);
  return (
    <>
      {missing.map(([code, minor]) => (
        <AskRate key={code} code={code} minor={minor} currency={currency} />
      ))}
    </>
  );
}

function AskRate({ code, minor, currency }: { code: string; minor: number; currency: string }) {
  const [rate, setRate] = useState(0);
  return (
    <View role="status" aria-label={say('Rate of {code}', { code })} className="rounded-card bg-raised p-3 gap-3">
      <Text>
        {say('{amount} came as tips, and {code} has no rate: goals and leaderboards count it as nothing.', {
          amount: { money: minor, currency: code },
          code,
        })}
      </Text>
      <View className="flex-row items-end gap-2">
        <View className="flex-1">
          <DecimalField
            label={say('1 {code} in {currency}', { code, currency })}
            value={rate}
            least={0}
            most={1_000_000}
            onChange={setRate}
          />
        </View>
        <Button
          disabled={rate <= 0}
          onPress={() =>
            edit((draft) => {
              draft.money.rates[code] = rate;
            })
          }
        >
          {say('Set the rate')}
        </Button>
      </View>
      <Text size={13} tone="muted">
        {say('It counts from now on; the recap then counts the earlier ones as well.')}
      </Text>
    </View>
  );
}
