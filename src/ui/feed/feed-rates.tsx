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

/** What comes from a feed is worth: a coin in the streamer's currency, and what the platform keeps. Other currencies' rates are the show's. */
export function FeedRates({ feed, change }: { feed: Feed; change: (recipe: (draft: Draft<Feed>) => void) => void }) {
  const show = useShow();
  const { currency } = show.money;
  const unit = 10 ** (minorDigits(currency) ?? 2);
  const hasCoins = PLATFORMS[feed.platform].kinds.includes('gift');
  return (
    <>
      <Text tone="muted">
        Rates are yours: Gavirn asks nobody. They make coins, stickers and tips of different platforms comparable.
      </Text>
      {hasCoins ? (
        <DecimalField
          label={`One coin is worth, ${currency}`}
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
        label="The platform keeps"
        unit="percent"
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
          label={`A subscription of tier ${at + 1} costs, ${currency}`}
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
            {prices.length === 0 ? 'Count subscriptions as earnings' : `Add tier ${prices.length + 1}`}
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
            {prices.length === 1 ? 'Count them no longer' : `Remove tier ${prices.length}`}
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
        For all feeds of this show
      </Text>
      <TextField
        label="Your currency"
        value={own}
        exact
        most={3}
        problem={known(own) ? null : 'Three letters, as in EUR, USD or JPY (ISO 4217).'}
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
            label="Another currency"
            value={code}
            exact
            most={3}
            placeholder="USD"
            onChange={(text) => setCode(text.toUpperCase())}
            problem={code.length === 3 && !known(code) ? 'No currency of ISO 4217 has this code.' : null}
          />
        </View>
        <Button disabled={!known(code) || code.toUpperCase() === currency} onPress={addRate}>
          Add its rate
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
          label={`1 ${other} in ${currency}`}
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
        label={`Remove the rate of ${other}`}
        onPress={() =>
          edit((draft) => {
            delete draft.money.rates[other];
          })
        }
      >
        Remove
      </Button>
    </View>
  );
}
