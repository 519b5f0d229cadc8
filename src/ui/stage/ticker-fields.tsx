import { TICKER_KINDS, type TickerPiece } from '@/core/piece/ticker';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';

const TITLES: Record<(typeof TICKER_KINDS)[number], string> = {
  follow: 'Follows',
  gift: 'Gifts',
  subscribe: 'Subscriptions',
  giftSubs: 'Subscriptions given away',
  tip: 'Tips',
  raid: 'Raids',
  share: 'Shares',
  chat: 'Chat',
  every: 'Every so many',
  goal: 'Goals',
};

/** Which kinds of alert a ticker lists; with none taken out it lists all, also those that are in no list. */
export function TickerFields({ piece, set }: { piece: TickerPiece; set: (field: string, value: unknown) => void }) {
  const ticked: readonly string[] = piece.of ?? TICKER_KINDS;
  const tick = (kind: string): void => {
    const next = TICKER_KINDS.filter((each) => (each === kind) !== ticked.includes(each));
    set('of', next.length === TICKER_KINDS.length ? undefined : next);
  };
  return (
    <>
      <Text size={13} tone="muted">
        Alerts of these kinds
      </Text>
      <Ticks
        label="Alerts of these kinds"
        options={TICKER_KINDS.map((value) => ({ value, label: TITLES[value] }))}
        ticked={ticked}
        onTick={tick}
      />
    </>
  );
}
