import type { EventOf, StreamEvent } from './event';

/* Made-up events, for tests and measuring. */

const T0 = Date.UTC(2026, 10, 19, 19, 0, 0);
let ids = 0;

type Made<K extends StreamEvent['kind']> = Partial<EventOf<K>> & { by?: string };

function base(by: string | undefined) {
  ids += 1;
  return {
    id: `e${ids}`,
    feed: 'f',
    at: T0,
    seenAt: T0,
    ...(by ? { viewer: { id: by, handle: by, name: by, roles: [] } } : {}),
  };
}

export const START = T0;
export const aFollow = ({ by = 'ines', ...rest }: Made<'follow'> = {}): EventOf<'follow'> => ({
  ...base(by),
  kind: 'follow',
  ...rest,
});
export const aLike = ({ by = 'ines', ...rest }: Made<'like'> = {}): EventOf<'like'> => ({
  ...base(by),
  kind: 'like',
  count: 1,
  ...rest,
});
export const aGift = ({ by = 'ines', ...rest }: Made<'gift'> = {}): EventOf<'gift'> => ({
  ...base(by),
  kind: 'gift',
  giftId: 'slip-splash',
  name: 'Slip Splash',
  unitCoins: 10,
  count: 1,
  ...rest,
});
export const aChat = ({ by = 'ines', ...rest }: Made<'chat'> = {}): EventOf<'chat'> => ({
  ...base(by),
  kind: 'chat',
  text: 'hello',
  ...rest,
});
export const aSubscription = ({ by = 'ines', ...rest }: Made<'subscribe'> = {}): EventOf<'subscribe'> => ({
  ...base(by),
  kind: 'subscribe',
  tier: 1,
  months: 1,
  gifted: false,
  ...rest,
});
export const aTip = ({ by = 'ines', ...rest }: Made<'tip'> = {}): EventOf<'tip'> => ({
  ...base(by),
  kind: 'tip',
  amountMinor: 500,
  currency: 'EUR',
  ...rest,
});
export const aRoom = (rest: Made<'room'> = {}): EventOf<'room'> => ({
  ...base(undefined),
  kind: 'room',
  state: 'live',
  roomId: 'r1',
  ...rest,
});
