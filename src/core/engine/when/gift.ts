import { z } from 'zod';
import { SAMPLE_VIEWER, type WhenKind } from './when';

const schema = z.object({
  kind: z.literal('gift'),
  /** Null: any gift. The name is kept for the sentence, since a platform's id says nothing. */
  gift: z.object({ id: z.string().min(1).max(100), name: z.string().max(200) }).nullable(),
});

export const gift: WhenKind<'gift', typeof schema> = {
  kind: 'gift',
  schema,
  listens: 'gift',
  title: 'Someone sends a gift',
  make: () => ({ kind: 'gift', gift: null }),
  fires(when, { event }) {
    if (event.kind !== 'gift' || event.count === 0) return [];
    if (when.gift && when.gift.id !== event.giftId) return [];
    return [{ viewer: event.viewer?.name, handle: event.viewer?.handle, gift: event.name, count: String(event.count), total: String(event.count * event.unitCoins) }];
  },
  sample: (when) => ({ ...SAMPLE_VIEWER, gift: when.gift?.name ?? 'Slip Splash', count: '3', total: '30' }),
  sentence: (when) => [
    { text: 'someone sends ' },
    { text: when.gift ? when.gift.name : 'any gift', field: 'gift' },
  ],
};
