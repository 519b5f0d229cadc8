/** Every kind of event there is, in the order in which they are listed anywhere. */
export const EVENT_KINDS = [
  'like',
  'gift',
  'follow',
  'chat',
  'share',
  'subscribe',
  'giftSubs',
  'tip',
  'raid',
  'join',
  'audience',
  'room',
] as const;

export type EventKind = (typeof EVENT_KINDS)[number];
