import type { DeskView, FeedView, OutletView } from '@/core/desk/view';
import type { OutletPage } from '@/core/desk/outlet-page';
import { mediaKind, usedMedia } from '@/core/media/media';
import type { Show } from '@/core/show/show';
import { compareOwed } from '@/core/engine/feature/thanks/owed';
import { entryCount } from '@/core/engine/feature/draw/drawing';
import type { SessionState } from '@/core/session/state';
import { outlooks } from '@/core/session/outlook';
import { liveOf, type Live, type Piece } from '@/core/piece';
import { PlaybackClient } from '@/server/feed/playback';
import { outletFrame } from '@/core/stage/outlet-frame';
import type { LiveShow } from './live-show';
import type { Rehearsals, Shown } from './rehearsals';

/** So long after it was to be heard a sound may still be sent: an outlet that opens late does not play what is long over. */
const HEARD_MS = 5000;

/** @param outlet the id of one of the show's outlets */
export function outletView({ state }: Pick<Shown, 'state'>, outlet: string): OutletView {
  const { language, outlets, transition } = state.show;
  const by = outlets.find(({ id }) => id === outlet);
  const sounds = by?.sounds ?? false;
  const shown = by ? outletFrame(state.show, { ...state, by }) : { frame: state.show.frame, ground: null, pieces: [] };
  return {
    ...shown,
    scene: state.scene,
    transition,
    language,
    live: liveOfPieces(state, shown.pieces),
    heard: sounds ? state.heard.filter(({ at }) => at > state.now - HEARD_MS) : null,
    sounds: sounds ? soundsOf(state.show) : [],
    pictures: picturesOf(state.show),
    sound: state.show.sound,
    own: sounds ? ownSounds(state.show) : [],
  };
}

const soundsOf = (show: Show): string[] => [
  ...new Set(
    show.cues.flatMap(({ on, steps }) =>
      on
        ? steps.flatMap((step) =>
            step.kind === 'play' ? [step.sound, ...(step.more ?? []).map(({ sound }) => sound)] : [],
          )
        : [],
    ),
  ),
];

/** Of what is on; a clip is started when it is shown. */
function picturesOf(show: Show): OutletView['pictures'] {
  const used = usedMedia({ ...show, cues: show.cues.filter(({ on }) => on) });
  return show.media
    .filter((file) => used.has(file.id) && mediaKind(file) === 'picture')
    .map(({ id, frames }) => `media:${id}${frames.length > 1 ? '#0' : ''}`);
}

const ownSounds = ({ media }: Show) =>
  media.filter((file) => mediaKind(file) === 'sound').map(({ id, cut }) => ({ id, cut }));

const liveOfPieces = (state: SessionState, pieces: readonly Piece[]): Record<string, Live> =>
  Object.fromEntries(pieces.map((piece) => [piece.id, liveOf(piece, state)]));

const SHOWN_ALERTS = 8;
const SHOWN_PLAYED = 10;
const SHOWN_PROBLEMS = 10;
const SHOWN_HAND = 40;
const SHOWN_NOTICES = 10;
const SHOWN_OWED = 60;
const SHOWN_THANKED = 20;

/** How each feed is doing. */
function feedViews({ state, connections }: LiveShow): Record<string, FeedView> {
  const feeds: Record<string, FeedView> = {};
  for (const { id } of state.show.feeds) {
    const connection = connections.get(id);
    const health = connection?.keeper.health;
    const problem = state.problems.get(id);
    if (connection && health) {
      feeds[id] = {
        ...health,
        outages: connection.keeper.outages.slice(-SHOWN_PROBLEMS),
        playback: connection.client instanceof PlaybackClient ? connection.client.playback : null,
        rejected: problem?.badCount ?? 0,
        lost: problem?.lost ?? 0,
        duplicates: problem?.duplicates ?? 0,
        rejectedKept: (problem?.bad.slice(-SHOWN_PROBLEMS) ?? []).map((bad) => ({
          ...bad,
          text: bad.text.slice(0, 300),
        })),
        gapsKept: problem?.gaps.slice(-SHOWN_PROBLEMS) ?? [],
      };
    }
  }
  return feeds;
}

/** What the desk knows of draws. What was drawn is nobody's to know while the reel turns. */
function drawViews(state: LiveShow['state']): DeskView['draws'] {
  return state.show.draws.flatMap((draw) => {
    const known = state.draws.get(draw.id);
    return known
      ? [
          {
            id: draw.id,
            hash: known.hash,
            number: known.number,
            entries: entryCount(state, draw),
            last:
              known.turns || !known.last
                ? null
                : { number: known.last.number, drawn: known.last.entries[known.last.picked]?.label ?? '' },
            turns: known.turns,
          },
        ]
      : [];
  });
}

/** Whom to thank. */
function thanksView({
  owed,
  owedBeyond,
  thanked,
}: LiveShow['state']): Pick<DeskView, 'owed' | 'owedInAll' | 'thanked'> {
  const all = [...owed.values()];
  return {
    owed: all.sort(compareOwed).slice(0, SHOWN_OWED),
    owedInAll: {
      count: all.length + owedBeyond.count,
      worth: all.reduce((sum, { worth }) => sum + worth, owedBeyond.worth),
    },
    thanked: thanked.slice(-SHOWN_THANKED),
  };
}

/** What is known of a show's outlets: how many streams each has open, in which pages, and when each last had one (ms UTC, whole minutes). */
interface AroundOutlets {
  watching: (outlet: string) => number;
  pages: (outlet: string) => OutletPage[];
  seen: ReadonlyMap<string, number>;
}

/** The sections of the desk's view. */
export function deskView(
  { live, rehearsals }: { live: LiveShow; rehearsals: Rehearsals },
  around: AroundOutlets,
): Omit<DeskView, 'step' | 'wanted'> {
  return {
    session: live.state.session,
    earlier: live.turns.earlier,
    rehearsal: rehearsals.view,
    chosen: live.state.chosen,
    finished: live.sessions.list(live.state).length,
    problem: live.room.problem,
    feeds: feedViews(live),
    told: [...live.outbound.told],
    notices: live.told().slice(-SHOWN_NOTICES),
    imitations: live.imitations.kept,
    ...outletsView(live, around),
    ...shownView(rehearsals.shown),
  };
}

const outletsView = (
  { state }: LiveShow,
  { watching, pages, seen }: AroundOutlets,
): Pick<DeskView, 'outlets' | 'outletPages' | 'outletsSeen'> => ({
  outlets: Object.fromEntries(state.show.outlets.map(({ id }) => [id, watching(id)])),
  outletPages: Object.fromEntries(state.show.outlets.map(({ id }) => [id, pages(id)])),
  outletsSeen: Object.fromEntries(seen),
});

/** What a session comes to, or the rehearsal that is shown in its place. */
function shownView({ state, recorder }: Shown) {
  return {
    totals: state.totals,
    goals: [...state.goals.values()],
    counters: Object.fromEntries(state.counters),
    countdowns: [...state.countdowns.values()],
    outlooks: outlooks(state),
    hand: state.hand.slice(-SHOWN_HAND),
    draws: drawViews(state),
    queues: Object.fromEntries(
      [...state.queues].map(([id, queue]) => [
        id,
        { alerts: queue.list(SHOWN_ALERTS), count: queue.length, held: queue.held, until: queue.until },
      ]),
    ),
    played: state.played.slice(-SHOWN_PLAYED),
    lines: state.lines.slice(-SHOWN_PLAYED),
    hidden: [...state.hidden],
    scene: state.scene,
    live: liveOfPieces(state, state.show.pieces),
    ...thanksView(state),
    featured: state.featured,
    keptLines: state.keptLines,
    delayMark: state.delayMark,
    delayAnswers: [...state.delayAnswers],
    blackout: state.blackout !== null,
    happened: recorder.lines,
    chat: recorder.chat,
    marks: recorder.marks,
  };
}
