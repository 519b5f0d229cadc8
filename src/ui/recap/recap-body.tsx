import { Pressable, View } from 'react-native';
import type { EventKind } from '@/core/event/kind';
import { amountWords } from '@/core/event/money';
import { WORTH_PARTS } from '@/core/event/worth-parts';
import { cameBack, type Recap } from '@/core/recap/recap';
import { useSummed } from '@/ui/data/sessions';
import { useShow } from '@/ui/data/show';
import { Shape } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { counted } from '@/ui/words/counted';
import { Messages, NamesSheet } from './names';
import { ToThank } from './thanked';
import { Timeline } from './timeline';
import { useOpenOne } from '@/ui/frame/address';

const n = (value: number): string => value.toLocaleString('en');

/** What a session came to: over time, in figures, and by name. */
export function RecapBody({ recap }: { recap: Recap }) {
  return (
    <>
      <Timeline recap={recap} />
      <Figures recap={recap} />
      <Text size={17} face="title" level={2} className="mt-6">
        To thank
      </Text>
      {recap.toThank.length === 0 ? <Text tone="muted">Nobody has given anything yet.</Text> : null}
      <ToThank tallies={recap.toThank} />
      <Messages messages={recap.messages} />
    </>
  );
}

type Opened = 'followers' | 'subscribers' | 'back';

function Figures({ recap }: { recap: Recap }) {
  const { totals, followers, subscribers } = recap;
  const show = useShow();
  const { data: summed } = useSummed(show);
  const [at, setOpen] = useOpenOne('names');
  const open = at as Opened | null;
  const earlier = (summed ?? []).filter(({ startedAt }) => startedAt < recap.from).map((each) => each.recap);
  const back = cameBack(recap, earlier);
  const sheets: Record<Opened, { title: string; names: Parameters<typeof NamesSheet>[0]['names']; unnamed: number }> = {
    followers: { title: 'New followers', names: followers, unnamed: totals.follows - followers.length },
    subscribers: {
      title: 'Subscribers',
      names: subscribers.map(({ tier, months, ...who }) => ({
        ...who,
        note: `${tier > 1 ? `tier ${tier}, ` : ''}${counted(months, 'month')}`,
      })),
      unnamed: totals.subscriptions - subscribers.length,
    },
    back: { title: 'Came back', names: back, unnamed: 0 },
  };
  return (
    <View className="flex-row flex-wrap gap-3 mt-3">
      <Figure kind="follow" value={n(totals.follows)} says="new followers" onOpen={() => setOpen('followers')} />
      <Figure
        kind="subscribe"
        value={n(totals.subscriptions + totals.giftSubs)}
        says={totals.giftSubs > 0 ? `subscriptions, ${n(totals.giftSubs)} of them gifted` : 'subscriptions'}
        onOpen={() => setOpen('subscribers')}
      />
      {totals.peakWatching > 0 ? (
        <Figure
          kind="audience"
          value={n(totals.peakWatching)}
          says={`watched at most, ${n(recap.meanWatching)} on average`}
        />
      ) : null}
      {earlier.length > 0 ? (
        <Figure
          kind="join"
          value={n(back.length)}
          says={`of ${n(recap.people)} had been here before`}
          onOpen={() => setOpen('back')}
        />
      ) : null}
      <Figure kind="gift" value={n(totals.gifts)} says={`gifts, ${n(totals.coins)} coins`} />
      <Figure kind="like" value={n(totals.likes)} says="likes" />
      <Figure kind="chat" value={n(totals.byKind.chat)} says="chat lines" />
      <Figure kind="share" value={n(totals.byKind.share)} says="shares" />
      <MoneyFigures recap={recap} />
      {open ? <NamesSheet {...sheets[open]} onClose={() => setOpen(null)} /> : null}
    </View>
  );
}

function MoneyFigures({ recap: { totals } }: { recap: Recap }) {
  const { currency } = useShow((show) => show.money);
  const money = (parts: number): string => amountWords(Math.round(parts / WORTH_PARTS), currency);
  return (
    <>
      {Object.entries(totals.tips).map(([each, minor]) => (
        <Figure key={each} kind="tip" value={amountWords(minor, each)} says="tipped" />
      ))}
      {totals.byKind.raid > 0 ? (
        <Figure kind="raid" value={n(totals.raidViewers)} says={`viewers by ${counted(totals.byKind.raid, 'raid')}`} />
      ) : null}
      {totals.worth > 0 ? (
        <Figure
          kind="gift"
          value={money(totals.worth)}
          says={
            totals.earned === totals.worth ? 'worth, by your rates' : `worth; about ${money(totals.earned)} is yours`
          }
        />
      ) : null}
    </>
  );
}

const FIGURE = 'flex-1 min-w-[150px] bg-surface border border-line rounded-card p-4';

function Figure({
  kind,
  value,
  says,
  onOpen,
}: {
  kind: EventKind;
  value: string;
  says: string;
  onOpen?: (() => void) | undefined;
}) {
  const content = (
    <>
      <View className="flex-row items-center gap-3">
        <Shape kind={kind} size={14} />
        <Text size={30} face="figure">
          {value}
        </Text>
      </View>
      <Text size={13} tone="muted" className={`mt-1 ${onOpen ? 'underline' : ''}`}>
        {says}
      </Text>
    </>
  );
  const label = `${value} ${says}`;
  return onOpen ? (
    <Pressable role="button" aria-label={label} onPress={onOpen} className={FIGURE}>
      {content}
    </Pressable>
  ) : (
    <View role="group" aria-label={label} className={FIGURE}>
      {content}
    </View>
  );
}
