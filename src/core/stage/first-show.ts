import type { Start } from '@/core/show/starts';
import { STARTS } from '@/core/show/starts';
import { PLATFORMS } from '@/core/platform';
import type { Feed } from '@/core/platform/feed';
import type { EventKind } from '@/core/event/kind';
import type { Measure } from '@/core/paint/text';
import type { Measure as Counted } from '@/core/engine/count/row';
import type { FrameSize } from '@/core/piece/frame';
import type { HouseStyle } from '@/core/piece/style';
import type { PieceKindName } from '@/core/piece';
import { emptyShow } from '@/core/show/starter';
import type { Show } from '@/core/show/show';
import { addPiece } from './add';
import { arrange, withPlaces } from './arrange';
import { addLayout } from './beside';
import { chatTwiceKey } from './judge/content';
import { onFrame } from './turn-frame';
import { phrase, type Phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

/* A whole show, made from four answers: its feed, pieces, cues and outlet, arranged so that nothing needs to be put right. */

export const FRAMES = {
  upright: { width: 1080, height: 1920 },
  wide: { width: 1920, height: 1080 },
} as const satisfies Record<string, FrameSize>;

/** What viewers can be shown from the start: the kind of piece, what it is called when one is asked, and whether it is ticked at first. */
export const SIGHTS = [
  { kind: 'spotlight', title: phrase('Alerts'), usual: true },
  { kind: 'goal', title: phrase('A goal'), usual: true },
  { kind: 'leaderboard', title: phrase('Top supporters'), usual: true },
  { kind: 'plate', title: phrase('Newest follower'), usual: false },
  { kind: 'chat', title: phrase('Chat'), usual: false },
  { kind: 'countdown', title: phrase('A countdown'), usual: false },
  { kind: 'lantern', title: phrase('Likes filling up'), usual: false },
  { kind: 'drift', title: phrase('Emoji from chat'), usual: false },
] as const satisfies readonly { kind: PieceKindName; title: Phrase; usual: boolean }[];
export type Sight = (typeof SIGHTS)[number]['kind'];

/** How the streamer goes live: a phone held upright, a console or a computer, or both. */
export type Streams = 'upright' | 'wide' | 'both';

export interface FirstAnswers {
  streams: Streams;
  /** Null: it is added later. */
  feed: Feed | null;
  sees: readonly Sight[];
  style: HouseStyle;
}

const sends = (feed: Feed | null, kind: EventKind): boolean =>
  feed === null ||
  ((PLATFORMS[feed.platform].kinds as readonly EventKind[]).includes(kind) &&
    !PLATFORMS[feed.platform].admission.includes(kind));

/** What a goal and a leaderboard count: the first of these that the platform can send. */
function counted(feed: Feed | null): { goal: Counted; target: number; board: 'coins' | 'likes' | 'chats' } {
  if (sends(feed, 'gift')) return { goal: 'coins', target: 200, board: 'coins' };
  if (sends(feed, 'like')) return { goal: 'likes', target: 1000, board: 'likes' };
  return { goal: 'follows', target: 20, board: 'chats' };
}

/** Which ready-made cues a show begins with: those whose events its feed can send. */
const begins = ({ shape }: Start, feed: Feed | null): boolean =>
  ['follow', 'gift', 'like', 'subscribe', 'tip', 'raid'].includes(shape) && sends(feed, shape);

/** The pieces that can be asked for with this feed: what a platform cannot send would stay empty for good. */
export const sightsFor = (feed: Feed | null): (typeof SIGHTS)[number][] =>
  SIGHTS.filter(({ kind }) => kind !== 'lantern' || sends(feed, 'like'));

/**
 * The show that the answers come to.
 * @param show an empty show, whose id, name and outlets it keeps
 * @param newId ids for what is made: core has no chance of its own
 */
export function firstShow(
  show: Pick<Show, 'id' | 'name' | 'language'>,
  answers: FirstAnswers,
  newId: () => string,
  measure: Measure,
): Show {
  const made = pieced(show, answers, newId);
  const [best] = arrange(made, '', measure);
  const arranged = best ? withPlaces(made, '', best.places, best.without) : made;
  const whole = answers.streams === 'both' ? withWide(arranged, newId, measure) : arranged;
  // Whoever asks for a chat beside the platform's own was told so where they asked.
  return { ...whole, dismissed: whole.pieces.filter(({ kind }) => kind === 'chat').map(({ id }) => chatTwiceKey(id)) };
}

/** The show with its feed, pieces and cues, not arranged yet. */
function pieced(
  { id, name, language }: Pick<Show, 'id' | 'name' | 'language'>,
  answers: FirstAnswers,
  newId: () => string,
): Show {
  const { streams, feed, sees, style } = answers;
  const show: Show = {
    ...emptyShow(id, name, language),
    frame: streams === 'wide' ? FRAMES.wide : FRAMES.upright,
    feeds: feed ? [feed] : [],
  };
  const { goal, target, board } = counted(feed);
  for (const { kind } of SIGHTS) {
    if (!sees.includes(kind)) continue;
    const { id: made } = addPiece(show, kind, { piece: newId(), own: newId() }, null);
    const piece = show.pieces.find((each) => each.id === made);
    if (!piece) continue;
    piece.style = style;
    if (piece.kind === 'leaderboard') piece.measure = board;
  }
  for (const each of show.goals) Object.assign(each, { measure: goal, target });
  const spotlight = show.pieces.find(({ kind }) => kind === 'spotlight');
  if (spotlight)
    for (const start of STARTS) if (begins(start, feed)) show.cues.push(...start.make(show, spotlight.id, newId));
  return show;
}

/** With a second layout beside the first, for a wide frame, and an outlet that carries it. */
function withWide(show: Show, newId: () => string, measure: Measure): Show {
  const wide = onFrame(show, FRAMES.wide, measure);
  const back = onFrame(wide, FRAMES.upright, measure);
  addLayout(back, FRAMES.upright, FRAMES.wide, { id: newId(), name: proposed(show.language, 'Everything, wide') });
  return back;
}
