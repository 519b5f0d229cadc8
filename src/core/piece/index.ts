import { z } from 'zod';
import type { Group } from '@/core/paint/display';
import { countdown, type CountdownLive, type CountdownPiece } from './countdown';
import { audience, type AudienceLive, type AudiencePiece } from './audience';
import { counter, type CounterLive, type CounterPiece } from './counter';
import { drift, type DriftLive, type DriftPiece } from './drift';
import { goal, type GoalLive, type GoalPiece } from './goal';
import { lantern, type LanternLive, type LanternPiece } from './lantern';
import { reel, type ReelLive, type ReelPiece } from './reel';
import { leaderboard, type LeaderboardLive, type LeaderboardPiece } from './leaderboard';
import type { KernelState, Kit } from '@/core/engine/kernel/feature';
import type { FrameShow } from './frame';
import type { DrawTools, PieceKind, PieceKinds } from './piece';
import { plate, type PlateLive, type PlatePiece } from './plate';
import { credits, type CreditsLive, type CreditsPiece } from './credits';
import { gifts, type GiftsLive, type GiftsPiece } from './gifts';
import { shelf, type ShelfLive, type ShelfPiece } from './shelf';
import { words, type WordsLive, type WordsPiece } from './words';
import { picture, type PictureLive, type PicturePiece } from './picture';
import { clip, type ClipLive, type ClipPiece } from './clip';
import { camera, type CameraLive, type CameraPiece } from './camera';
import { game, type GameLive, type GamePiece } from './game';
import { art, type ArtLive, type ArtPiece } from './art';
import { chat } from './chat';
import type { ChatLive, ChatPiece } from './chat-schema';
import { featured, type FeaturedLive, type FeaturedPiece } from './featured';
import { info, type InfoLive, type InfoPiece } from './info';
import { ticker, type TickerLive, type TickerPiece } from './ticker';
import { mark } from './mark';
import { inOwnType } from './type';
import { spotlight, type SpotlightLive, type SpotlightPiece } from './spotlight';

export type Piece =
  | SpotlightPiece
  | TickerPiece
  | DriftPiece
  | GoalPiece
  | CountdownPiece
  | CounterPiece
  | LanternPiece
  | ReelPiece
  | LeaderboardPiece
  | PlatePiece
  | AudiencePiece
  | ShelfPiece
  | GiftsPiece
  | CreditsPiece
  | WordsPiece
  | PicturePiece
  | ClipPiece
  | CameraPiece
  | GamePiece
  | ArtPiece
  | ChatPiece
  | FeaturedPiece
  | InfoPiece;
export type Live =
  | SpotlightLive
  | TickerLive
  | DriftLive
  | GoalLive
  | CountdownLive
  | CounterLive
  | LanternLive
  | ReelLive
  | LeaderboardLive
  | PlateLive
  | AudienceLive
  | ShelfLive
  | GiftsLive
  | CreditsLive
  | WordsLive
  | PictureLive
  | ClipLive
  | CameraLive
  | GameLive
  | ArtLive
  | ChatLive
  | FeaturedLive
  | InfoLive;
export type PieceKindName = Piece['kind'];

/** Every kind of piece, in the order in which they are offered. A new one is its file, and its lines here. */
export const PIECE_KINDS = {
  spotlight,
  ticker,
  drift,
  shelf,
  gifts,
  goal,
  countdown,
  counter,
  lantern,
  reel,
  audience,
  leaderboard,
  plate,
  credits,
  chat,
  featured,
  info,
  camera,
  game,
  picture,
  clip,
  art,
  text: words,
} as const;

/** The kinds as they are looked up: by name, whatever they look at; with what is on the frame and in no show. */
export const PIECES = { ...PIECE_KINDS, mark } as unknown as PieceKinds;

/** The form of a piece of any of these kinds. */
export const pieceSchemaOf = (kinds: PieceKinds): z.ZodType<Piece> =>
  z.union(Object.values(kinds).map(({ schema }) => schema)) as unknown as z.ZodType<Piece>;

export const pieceSchema = pieceSchemaOf(PIECE_KINDS as unknown as PieceKinds);

const kindOf = ({ kind }: Piece, kinds: PieceKinds): PieceKind<Piece, Live> => {
  const found = kinds[kind];
  if (!found) throw new Error(`There is no piece of the kind ${kind}.`);
  // A piece's kind picks the file that knows it; that the two belong together is said here once.
  return found as unknown as PieceKind<Piece, Live>;
};

/** What a piece shows of the session. */
export const liveOf = (piece: Piece, state: KernelState, kinds: PieceKinds = PIECES): Live =>
  kindOf(piece, kinds).live(piece, state);

export const sampleOf = (piece: Piece, show: FrameShow, kit: Kit): Live =>
  kindOf(piece, PIECES).sample(piece, show, kit);

/** What a piece draws. Live data of another kind (a piece's kind has just changed) counts as none. */
export function drawPiece(piece: Piece, live: Live, tools: DrawTools): Group[] {
  if (live.kind !== piece.kind) return [];
  const { type } = piece;
  const kind = kindOf(piece, tools.kinds ?? PIECES);
  if (!type) return kind.draw(piece, live, tools);
  // Laid out in the font that it will be drawn in.
  const { font } = type;
  const measure: DrawTools['measure'] =
    font === undefined ? tools.measure : (text, spec) => tools.measure(text, { ...spec, family: font });
  return inOwnType(kind.draw(piece, live, { ...tools, measure }), type);
}

export const alternativeOf = (
  piece: Piece,
  live: Live,
  now: number,
  { language, kinds = PIECES }: { language?: string | undefined; kinds?: PieceKinds } = {},
): string => (live.kind === piece.kind ? kindOf(piece, kinds).alternative(piece, live, now, language) : '');

/** The smallest size at which a piece can still be read, px of the frame. */
export const least = (piece: Piece): { w: number; h: number } => PIECE_KINDS[piece.kind].least;

/** A new piece of a kind, as it is begun in a show. */
export const newPiece = (kind: PieceKindName, id: string, show: FrameShow): Piece =>
  kindOf({ kind } as Piece, PIECES).make(id, show);
