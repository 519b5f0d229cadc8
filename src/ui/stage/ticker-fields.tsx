import { TICKER_KINDS, type TickerPiece } from '@/core/piece/ticker';
import { Text } from '@/ui/part/text';
import { Ticks } from '@/ui/part/ticks';
import { say } from '@/ui/words/say';
import { phrase, type Phrase } from '@/core/words/phrase';

const TITLES: Record<(typeof TICKER_KINDS)[number], Phrase> = {
  follow: phrase('Follows'),
  gift: phrase('Gifts'),
  subscribe: phrase('Subscriptions'),
  giftSubs: phrase('Subscriptions given away'),
  tip: phrase('Tips'),
  raid: phrase('Raids'),
  share: phrase('Shares'),
  chat: phrase('Chat'),
  every: phrase('Every so many'),
  goal: phrase('Goals'),
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
        {say('Alerts of these kinds')}
      </Text>
      <Ticks
        label={say('Alerts of these kinds')}
        options={TICKER_KINDS.map((value) => ({ value, label: TITLES[value] }))}
        ticked={ticked}
        onTick={tick}
      />
    </>
  );
}
