import type { Feed } from '@/core/platform/feed';
import { useState } from 'react';
import { View } from 'react-native';
import type { Draft } from 'immer';
import { minorDigits } from '@/core/event/money';
import { PLATFORMS } from '@/core/platform';
import { useShow } from '@/ui/data/show';
import { edit } from '@/ui/data/show-store';
import { Button } from '@/ui/part/button';
import { NumberField, TextField } from '@/ui/part/field';
import { DecimalField } from '@/ui/part/decimal-field';
import { Text } from '@/ui/part/text';
import { say } from '@/ui/words/say';

/** What comes from a feed is worth: a coin in the streamer's currency, and what the platform keeps. Other currencies' rates are the show's. */
export function FeedRates({ feed, change }: { feed: Feed; change: (recipe: (draft: Draft<Feed>) => void) => void }) {
  const show = useShow();
  const { currency } = show.money;
  const unit = 10 ** (minorDigits(currency) ?? 2);
  const hasCoins = PLATFORMS[feed.platform].kinds.includes('gift');
  return (
    <>
      <Text tone="muted">
        {say(
          'Rates are yours: Gavirn asks nobody. They make coins, stickers and tips of different platforms comparable.',
        )}
      </Text>
      {hasCoins ? (
        <DecimalField
          label={say('One coin is worth, {currency}', { currency })}
          // By digits: 0.9 hundredths are 0.009, and not 0.009000000000000001.
          value={Number((feed.rate.coin / unit).toPrecision(12))}
          least={0}
          most={1_000_000 / unit}
          onChange={(coin) =>
            change((draft) => {
              draft.rate.coin = Number((coin * unit).toPrecision(12));
            })
          }
        />
      ) : null}
      {PLATFORMS[feed.platform].kinds.includes('subscribe') ? <SubPrices feed={feed} change={change} /> : null}
      <NumberField
        label={say('The platform keeps')}
        unit={say('percent')}
        value={feed.rate.kept}
        least={0}
        most={100}
        step={5}
        onChange={(kept) =>
          change((draft) => {
            draft.rate.kept = kept;
          })
        }
      />
      <Money />
    </>
  );
}

/** What a subscription brings, tier by tier. */
function SubPrices({ feed, change }: { feed: Feed; change: (recipe: (draft: Draft<Feed>) => void) => void }) {
  const { currency } = useShow((show) => show.money);
  const unit = 10 ** (minorDigits(currency) ?? 2);
  const prices = feed.rate.subs ?? [];
  return (
    <View className="gap-3">
      {prices.map((price, at) => (
        <DecimalField
          key={at}
          label={say('A subscription of tier {at} costs, {currency}', { at: at + 1, currency })}
          value={Number((price / unit).toPrecision(12))}
          least={0}
          most={1e7 / unit}
          onChange={(next) =>
            change((draft) => {
              if (draft.rate.subs) draft.rate.subs[at] = Number((next * unit).toPrecision(12));
            })
          }
        />
      ))}
      <View className="flex-row flex-wrap gap-2">
        {prices.length < 10 ? (
          <Button
            kind="outline"
            onPress={() =>
              change((draft) => {
                draft.rate.subs = [...(draft.rate.subs ?? []), draft.rate.subs?.at(-1) ?? 0];
              })
            }
          >
            {prices.length === 0
              ? say('Count subscriptions as earnings')
              : say('Add tier {prices}', { prices: prices.length + 1 })}
          </Button>
        ) : null}
        {prices.length > 0 ? (
          <Button
            kind="outline"
            onPress={() =>
              change((draft) => {
                draft.rate.subs = prices.length > 1 ? prices.slice(0, -1) : undefined;
              })
            }
          >
            {prices.length === 1 ? say('Count them no longer') : say('Delete tier {prices}', { prices: prices.length })}
          </Button>
        ) : null}
      </View>
    </View>
  );
}

/** The streamer's currency, and what others are in it: the same for every feed. */
function Money() {
  const show = useShow();
  const { currency, rates } = show.money;
  const [own, setOwn] = useState(currency);
  const [code, setCode] = useState('');
  const known = (text: string): boolean => minorDigits(text.toUpperCase()) !== null;
  const addRate = (): void => {
    edit((draft) => {
      draft.money.rates[code.toUpperCase()] = 1;
    });
    setCode('');
  };
  return (
    <View className="gap-3 pt-3 border-t border-line">
      <Text size={13} tone="muted">
        {say('For all feeds of this show')}
      </Text>
      <TextField
        label={say('Your currency')}
        value={own}
        exact
        most={3}
        problem={known(own) ? null : say('Three letters, as in EUR, USD or JPY (ISO 4217).')}
        onChange={(text) => {
          setOwn(text.toUpperCase());
          if (known(text))
            edit((draft) => {
              draft.money.currency = text.toUpperCase();
            });
        }}
      />
      {Object.entries(rates).map(([other, rate]) => (
        <Rate key={other} other={other} currency={currency} rate={rate} />
      ))}
      <View className="flex-row items-end gap-2">
        <View className="flex-1">
          <TextField
            label={say('Another currency')}
            value={code}
            exact
            most={3}
            placeholder={say('USD')}
            onChange={(text) => setCode(text.toUpperCase())}
            problem={code.length === 3 && !known(code) ? say('No currency of ISO 4217 has this code.') : null}
          />
        </View>
        <Button disabled={!known(code) || code.toUpperCase() === currency} onPress={addRate}>
          {say('Add its rate')}
        </Button>
      </View>
    </View>
  );
}

/** What one unit of another currency comes to. */
function Rate({ other, currency, rate }: { other: string; currency: string; rate: number }) {
  return (
    <View className="flex-row items-end gap-2">
      <View className="flex-1">
        <DecimalField
          label={say('1 {other} in {currency}', { other, currency })}
          value={rate}
          least={0}
          most={1_000_000}
          onChange={(next) =>
            edit((draft) => {
              draft.money.rates[other] = next;
            })
          }
        />
      </View>
      <Button
        kind="outline"
        label={say('Delete the rate of {other}', { other })}
        onPress={() =>
          edit((draft) => {
            delete draft.money.rates[other];
          })
        }
      >
        {say('Delete')}
      </Button>
    </View>
  );
}
