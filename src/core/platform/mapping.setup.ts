import { ruleSchema, type Rule } from './mapping';

export const present = {
  event: 'present',
  message: {
    ref: 'x-81',
    when: 1795546802,
    from: { nick: '山田 はな', user_id: 77 },
    item: { title: 'Paper Boat', price: '25' },
    qty: 3,
  },
};
export const gift: Rule = ruleSchema.parse({
  kind: 'gift',
  when: { path: '$.event', is: 'present' },
  fields: {
    id: '$.message.ref',
    at: '$.message.when',
    viewerName: '$.message.from.nick',
    viewerId: '$.message.from.user_id',
    giftName: '$.message.item.title',
    unitCoins: '$.message.item.price',
    count: '$.message.qty',
  },
});
export const origin = { feed: 'm', seenAt: 7000 };
