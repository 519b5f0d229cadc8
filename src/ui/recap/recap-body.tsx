import { Pressable, View } from 'react-native';
import type { EventKind } from '@/core/event/kind';
import { WORTH_PARTS } from '@/core/event/worth-parts';
import { cameBack, type Recap } from '@/core/recap/recap';
import { useSummed } from '@/ui/data/sessions';
import { useShow } from '@/ui/data/show';
import { Shape } from '@/ui/part/shape';
import { Text } from '@/ui/part/text';
import { Messages, NamesSheet } from './names';
import { ToThank } from './thanked';
import { Timeline } from './timeline';
import { useOpenOne } from '@/ui/frame/address';
import { say } from '@/ui/words/say';
import { inFigures, inMoney } from '@/ui/words/figures';

const n = (value: number): string => inFigures(value);

/** What a session came to: over time, in figures, and by name. */
export function RecapBody({ recap }: { recap: Recap }) {
  return (
    <>
      <Timeline recap={recap} />
      <Figures recap={recap} />
      <Text size={17} face="title" level={2} className="mt-6">
        {say('To thank')}
      </Text>
      {recap.toThank.length === 0 ? <Text tone="muted">{say('Nobody has given anything yet.')}</Text> : null}
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
    followers: { title: say('New followers'), names: followers, unnamed: totals.follows - followers.length },
    subscribers: {
      title: say('Subscribers'),
      names: subscribers.map(({ tier, months, ...who }) => ({
        ...who,
        note: say(
          tier > 1
            ? 'tier {tier}, {months, plural, one {# month} other {# months}}'
            : '{months, plural, one {# month} other {# months}}',
          { tier, months },
        ),
      })),
      unnamed: totals.subscriptions - subscribers.length,
    },
    back: { title: say('Came back'), names: back, unnamed: 0 },
  };
  return (
    <View className="flex-row flex-wrap gap-3 mt-3">
      <Figure kind="follow" value={n(totals.follows)} says={say('new followers')} onOpen={() => setOpen('followers')} />
      <Figure
        kind="subscribe"
        value={n(totals.subscriptions + totals.giftSubs)}
        says={
          totals.giftSubs > 0
            ? say('subscriptions, {n} of them gifted', { n: n(totals.giftSubs) })
            : say('subscriptions')
        }
        onOpen={() => setOpen('subscribers')}
      />
      {totals.peakWatching > 0 ? (
        <Figure
          kind="audience"
          value={n(totals.peakWatching)}
          says={say('watched at most, {n} on average', { n: n(recap.meanWatching) })}
        />
      ) : null}
      {earlier.length > 0 ? (
        <Figure
          kind="join"
          value={n(back.length)}
          says={say('of {n} had been here before', { n: n(recap.people) })}
          onOpen={() => setOpen('back')}
        />
      ) : null}
      <Figure
        kind="gift"
        value={n(totals.gifts)}
        says={say('gifts, {n, plural, one {# coin} other {# coins}}', { n: totals.coins })}
      />
      <Figure kind="like" value={n(totals.likes)} says={say('likes')} />
      <Figure kind="chat" value={n(totals.byKind.chat)} says={say('chat lines')} />
      <Figure kind="share" value={n(totals.byKind.share)} says={say('shares')} />
      <MoneyFigures recap={recap} />
      {open ? <NamesSheet {...sheets[open]} onClose={() => setOpen(null)} /> : null}
    </View>
  );
}

function MoneyFigures({ recap: { totals } }: { recap: Recap }) {
  const { currency } = useShow((show) => show.money);
  const money = (parts: number): string => inMoney(Math.round(parts / WORTH_PARTS), currency);
  return (
    <>
      {Object.entries(totals.tips).map(([each, minor]) => (
        <Figure key={each} kind="tip" value={inMoney(minor, each)} says={say('tipped')} />
      ))}
      {totals.byKind.raid > 0 ? (
        <Figure
          kind="raid"
          value={n(totals.raidViewers)}
          says={say('viewers by {raid, plural, one {# raid} other {# raids}}', { raid: totals.byKind.raid })}
        />
      ) : null}
      {totals.worth > 0 ? (
        <Figure
          kind="gift"
          value={money(totals.worth)}
          says={
            totals.earned === totals.worth
              ? say('worth, by your rates')
              : say('worth; about {money} is yours', { money: money(totals.earned) })
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
        {/* A sum of money in one line, too. */}
        <Text size={value.length > 6 ? 22 : 30} face="figure" className="shrink-0">
          {/* A space keeps it apart from what it counts, where both are read as one name. */}
          {`${value} `}
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
