import { z } from 'zod';
import { pictureLook } from './fit';
import { pieceBase, type PieceKind } from './piece';
import { viewGroups } from './view';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

const schema = z.object({ ...pieceBase, ...pictureLook, kind: z.literal('game'), mic: z.boolean() });
export type GamePiece = z.infer<typeof schema>;

export interface GameLive {
  kind: 'game';
}

/** The console's picture: seen while the frame is arranged and on the program page; outlets leave it to the compositor. */
export const game: PieceKind<GamePiece, GameLive> = {
  kind: 'game',
  title: phrase('Game view'),
  purpose: phrase('Picture'),
  says: phrase('Where the game is in the picture. Outlets leave it free; the program page shows it.'),
  schema,
  least: { w: 240, h: 135 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'game',
    name: proposed(language, 'Game view'),
    style: 'tide',
    fit: 'cover',
    round: 0,
    mic: false,
    place: {
      x: 0,
      y: frame.height > frame.width ? Math.round(frame.height * 0.2) : 0,
      w: frame.width,
      h: frame.height > frame.width ? Math.round((frame.width * 9) / 16) : frame.height,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    {
      field: 'mic',
      label: phrase('Its own microphone'),
      control: 'switch',
      on: phrase('Heard'),
      off: phrase('Silent'),
    },
    { field: 'round', label: phrase('Corners'), control: 'number', least: 0, most: 400 },
  ],
  live: () => ({ kind: 'game' }),
  sample: () => ({ kind: 'game' }),
  draw: (piece, _live, { seen }) =>
    viewGroups(piece.id, piece.place, { seen, src: 'live:game', scenery: 'wreck' }, piece),
  alternative: () => '',
};
