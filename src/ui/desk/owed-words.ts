import type { Owed } from '@/core/engine/feature/thanks/owed';
import { say } from '@/ui/words/say';

/** What somebody gave, in a few words each, the weightiest first. */
export function owedFacts({ gifts, coins, tips, months, giftSubs, raiders }: Owed): string[] {
  return [
    ...(raiders > 0 ? [say('came with {n, plural, one {# viewer} other {# viewers}}', { n: raiders })] : []),
    ...(giftSubs > 0
      ? [say('gave {n, plural, one {# subscription} other {# subscriptions}} away', { n: giftSubs })]
      : []),
    ...tips.map((tip) => say('tipped {amount}', { amount: { money: tip.amount, currency: tip.currency } })),
    ...(months > 1 ? [say('subscribed, month {n}', { n: months })] : months === 1 ? [say('subscribed')] : []),
    ...gifts.toReversed().map(({ name, count }) => say('{count} × {gift}', { count, gift: name })),
    ...(gifts.length > 1 ? [say('{n, plural, one {# coin} other {# coins}}', { n: coins })] : []),
  ];
}
