import { courseOf } from '@/core/engine/feature/goal/course';
import { idByHandle } from '@/core/engine/feature/points/ledger';
import type { StreamEvent } from '@/core/event/event';
import { personView, roll } from '@/core/people/roll';
import { carryOverOf } from '@/core/session/carry-over';
import type { Input } from '@/core/session/input';
import type { FeedRequests, PointsRow, ShowOwner } from '@/server/door/bus';
import type { FeedReport } from '@/server/door/feed-report';
import { PlaybackClient } from '@/server/feed/playback';
import type { Connection } from './connections';
import type { LiveShow } from './live-show';
import type { OutletPages } from './outlet-pages';
import type { Rehearsals } from './rehearsals';
import { phrase } from '@/core/words/phrase';

/** A running show as it answers over the bus. */
export const ownerOf = (
  { live, rehearsals, pages }: { live: LiveShow; rehearsals: Rehearsals; pages: OutletPages },
  refreshDesk: () => void,
): ShowOwner => ({
  outletSays: async (outlet, report, agent) => {
    if (pages.report(outlet, report, { agent, now: Date.now() })) refreshDesk();
  },
  outletLeft: async (outlet, page) => pages.left(outlet, page),
  feeds: feedRequests(live, rehearsals),
  command: async (command) => void (rehearsals.command(command) || live.command(command)),
  rehearse: async (asked) => rehearsals.begin(asked),
  endRehearsal: async () => rehearsals.end(),
  endSession: async () => live.endSession(),
  beginAnew: async () => live.turns.beginAnew(),
  goOnWithEarlier: async () => live.turns.goOnWithEarlier(),
  running: async () => (live.isOn ? (live.state.session?.id ?? null) : null),
  sessions: async () => live.sessions.list(live.state),
  events: async (session) => {
    const inputs = live.inputs(session);
    return inputs && eventsOf(inputs);
  },
  inputs: async (session) => live.inputs(session),
  drop: async (session, events) => live.drop(session, events),
  carryOver: async () => carryOverOf(live.state),
  takeLasting: (carryOver, joining) => live.takeLasting(carryOver, joining),
  drawn: async (draw) => {
    const state = rehearsals.shown.state.draws.get(draw);
    return state?.last && !state.turns ? state.last : null;
  },
  course: async (goal) => courseOf(rehearsals.shown.state, goal),
  people: async (query) => roll(live.state, query),
  person: async (feed, viewer) =>
    // Those who are made up are known in the rehearsal alone.
    personView(live.state, feed, viewer) ?? personView(rehearsals.shown.state, feed, viewer),
  importPoints: async (feed, rows) => importPoints(live, feed, rows),
  media: async (id) => live.state.show.media.find((file) => file.id === id) ?? null,
  speech: async (id) => {
    const heard = rehearsals.shown.state.heard.find((each) => each.id === id);
    return heard?.kind === 'speech' ? heard : null;
  },
});

async function* eventsOf(inputs: AsyncIterable<Input>): AsyncGenerator<StreamEvent> {
  for await (const input of inputs) if (input.input === 'event') yield input.event;
}

/** The names of a table are resolved here; the rest is one input: all of it, or nothing. */
function importPoints(live: LiveShow, feed: string, rows: readonly PointsRow[]): boolean {
  const { show, viewers, past, ledger } = live.state;
  if (!show.feeds.some(({ id }) => id === feed)) return false;
  const byHandle = new Map<string, string>();
  for (const each of [...ledger.accounts.values(), ...past.viewers.values(), ...viewers.values()])
    if (each.feed === feed) byHandle.set(each.handle.toLowerCase(), each.id);
  live.command({
    command: 'import',
    rows: rows.map(({ handle, viewer, name, points }) => ({
      feed,
      id: viewer ?? byHandle.get(handle.toLowerCase()) ?? idByHandle(handle),
      handle,
      name: name ?? handle,
      points,
    })),
  });
  return true;
}

const STOPPED = [
  { step: phrase('Feed'), outcome: 'bad' as const, says: phrase('This feed is stopped. Start it, then check again.') },
];
const NOT_IN_REHEARSAL = {
  ok: false as const,
  reason: phrase('A rehearsal is on: nothing is posted. End it first.'),
};
const TAKES_NONE = { ok: false as const, reason: phrase('This platform’s chat takes no lines from Gavirn.') };

function feedRequests(live: LiveShow, rehearsals: Rehearsals): FeedRequests {
  const of = <T>(feed: string, ask: (connection: Connection) => T): T | null => {
    const connection = live.connections.get(feed);
    return connection && ask(connection);
  };
  return {
    check: async (feed) => of(feed, ({ client }) => client?.check() ?? STOPPED),
    report: async (feed) => of(feed, (connection) => reportOf(live, connection)),
    post: async (feed, text) =>
      of(feed, ({ client }) => (rehearsals.view ? NOT_IN_REHEARSAL : (client?.post?.(text) ?? TAKES_NONE))),
    playback: async (feed, command) =>
      of(feed, ({ client }) => {
        if (!(client instanceof PlaybackClient)) return false;
        client.command(command);
        return true;
      }),
    playsRecording: async (feed) => of(feed, (connection) => connection.feed.platform === 'file'),
    renew: async (feed) => live.connections.renew(feed),
    receive: (feed, request) => live.receive(feed, request),
  };
}

function reportOf(live: LiveShow, { keeper, feed, raw }: Connection): FeedReport {
  const problems = live.state.problems.get(feed.id);
  return {
    bad: problems?.bad ?? [],
    badCount: problems?.badCount ?? 0,
    gaps: problems?.gaps ?? [],
    outages: keeper.outages,
    latencies: keeper.latencies,
    raw,
  };
}
