import { serialize } from '@/core/session/state';
import { problemsOf } from '@/core/engine/feature/feed-problem';
import type { StreamEvent } from '@/core/event/event';
import { WORTH_PARTS } from '@/core/event/worth-parts';
import { leftOf } from '@/core/engine/feature/countdown/schema';
import { pocketOf } from '@/core/engine/feature/points/earning';
import { fold } from '@/core/session/fold';
import type { Input } from '@/core/session/input';
import type { Alert } from '@/core/engine/alert/alert';
import { newState, type SessionState } from '@/core/session/state';
import { closeSilent, newIntake, takeIn, takeReading, type IntakeState } from '@/core/intake/intake';
import type { Reading } from '@/core/intake/received';
import type { Show } from '@/core/show/show';
import { SESSION, windowWords } from '@/core/engine/count/window';
import { leaderboard } from '@/core/piece/leaderboard';
import { withoutIsolates } from '@/core/words/isolate';
import { english } from '@/core/words/phrase';

/** Every other number of the show: its leaderboards by piece, counters, countdowns (s), and what viewers have where they earn points. */
function numbersOfShow(state: SessionState) {
  const { show, counters, countdowns, ledger, now } = state;
  return {
    leaderboards: show.pieces.flatMap((piece) =>
      piece.kind === 'leaderboard'
        ? [
            {
              piece: piece.id,
              measure: piece.measure,
              window: windowWords(piece.window ?? SESSION, 'en'),
              rows: leaderboard.live(piece, state).rows,
            },
          ]
        : [],
    ),
    counters: [...counters].map(([id, value]) => ({ id, value })),
    countdowns: [...countdowns.values()].map((countdown) => ({
      id: countdown.id,
      left: Math.round(leftOf(countdown, now) / 1000),
      runs: countdown.endsAt !== null,
    })),
    ...(show.points.on
      ? {
          points: [...ledger.accounts.values()]
            .sort((a, b) => b.balance - a.balance || (a.id < b.id ? -1 : 1))
            .map(({ feed, id, name, earned, balance }) => ({
              feed,
              id,
              name,
              earned,
              balance,
              level: pocketOf(state, feed, id).level,
            })),
        }
      : {}),
  };
}

/** The feed that a replayed message belongs to when the file does not say. */
export const REPLAY_FEED = 'replay';

/**
 * A recorded session run through intake and engine by the clock of its own events: the same file gives the same result, whenever
 * and wherever. Every message ends as exactly one of: an event, a duplicate (it added nothing), bad, or a gap.
 */
export class Replay {
  readonly state: SessionState;
  /** Those that have ended, in the order in which they did. */
  readonly alerts: Alert[] = [];
  private readonly intakes = new Map<string, IntakeState>();
  private events = 0;
  private duplicates = 0;
  private begun = false;

  constructor(show: Show) {
    this.state = newState(show);
  }

  /** Takes what an adapter made of one message; `raw` is the message as it stood in the file. */
  read(reading: Reading, raw: string): void {
    switch (reading.kind) {
      case 'bad':
        this.put({
          input: 'bad',
          at: this.state.now,
          feed: REPLAY_FEED,
          reason: english(reading.reason),
          text: raw.slice(0, 4096),
        });
        break;
      case 'gap':
        this.put({
          input: 'gap',
          at: Math.max(this.state.now, reading.at ?? 0),
          feed: REPLAY_FEED,
          lost: reading.lost,
        });
        break;
      case 'counter': {
        const at = Math.max(this.state.now, reading.at);
        const counted = takeReading(
          this.intakeOf(REPLAY_FEED),
          REPLAY_FEED,
          { counter: reading.counter, value: reading.value },
          {
            at,
            seenAt: at,
          },
        );
        if (counted?.counted === 'event') this.happen(counted.event);
        break;
      }
      case 'heard': {
        // A message without a time of its own (how many watch) happens when the one before it did.
        const heard = reading.heard.event;
        const event: StreamEvent = heard.at > 0 ? heard : { ...heard, at: this.state.now, seenAt: this.state.now };
        const intake = this.intakeOf(event.feed);
        for (const streak of closeSilent(intake, event.seenAt))
          this.put({ input: 'streakEnd', at: event.seenAt, feed: event.feed, streak });
        const kept = takeIn(intake, { ...reading.heard, event });
        if (kept) return this.happen(kept);
        this.duplicates += 1;
        problemsOf(this.state, event.feed).duplicates += 1;
      }
    }
  }

  private happen(event: StreamEvent): void {
    this.events += 1;
    this.put({ input: 'event', at: event.seenAt, event });
  }

  private intakeOf(feed: string): IntakeState {
    let intake = this.intakes.get(feed);
    if (!intake) {
      intake = newIntake();
      this.intakes.set(feed, intake);
    }
    return intake;
  }

  private put(input: Input): void {
    if (!this.begun) {
      this.begun = true;
      fold(this.state, { input: 'begin', at: input.at, session: REPLAY_FEED });
    }
    fold(this.state, input, (effect) => {
      if (effect.effect === 'played') this.alerts.push(effect.alert);
    });
  }

  /**
   * What the recording comes to, as `./gavirn replay` prints it.
   * @param hash makes the hex SHA-256 of the state's canonical JSON
   */
  summary(hash: (state: ReturnType<typeof serialize>) => string) {
    const { totals, derived, goals, problems, show } = this.state;
    let bad = 0;
    let lost = 0;
    for (const problem of problems.values()) {
      bad += problem.badCount;
      lost += problem.lost;
    }
    // What plays or waits at the end stands as it is planned.
    const waiting = [...this.state.queues.values()].flatMap((queue) => queue.list());
    const { byKind } = totals;
    const board = [...derived.people.all()]
      .filter(({ coins, likes }) => coins > 0 || likes > 0)
      .sort((a, b) => b.coins - a.coins || b.likes - a.likes || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0))
      .slice(0, 10);
    const minor = Object.fromEntries(Object.entries(totals.tips).sort(([a], [b]) => (a < b ? -1 : 1)));
    const hasRates = Object.keys(show.money.rates).length > 0 || show.feeds.some(({ rate }) => rate.coin > 0);
    return {
      events: this.events,
      duplicates: this.duplicates,
      bad,
      lost,
      counts: {
        follow: totals.follows,
        share: byKind.share,
        chat: byKind.chat,
        join: byKind.join,
        subscribe: totals.subscriptions,
        gift: { count: totals.gifts, coins: totals.coins },
        like: { room: totals.likes, viewers: totals.viewerLikes },
        tip: { count: byKind.tip, minor },
        giftSubs: { count: totals.giftSubs },
        raid: { count: byKind.raid, viewers: totals.raidViewers },
        ...(hasRates ? { worth: Math.round(totals.worth / WORTH_PARTS) } : {}),
      },
      leaderboard: board.map(({ id, name, coins, likes }) => ({ id, name, coins, likes })),
      goals: [...goals.values()].map(({ id, value, target, reached, hidden }) => ({
        id,
        value,
        target,
        reached,
        hidden,
      })),
      ...numbersOfShow(this.state),
      alerts: [...this.alerts, ...waiting].map(({ cue, spotlight, from, until, text }) => ({
        cue,
        spotlight,
        from,
        until,
        text: withoutIsolates(text),
      })),
      state: hash(serialize(this.state)),
    };
  }
}
