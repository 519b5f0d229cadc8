import { z } from 'zod';
import { pictureLook } from './fit';
import { pieceBase, type PieceKind } from './piece';
import { MADE_UP } from './scenery';
import { viewGroups } from './view';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

const schema = z.object({
  ...pieceBase,
  ...pictureLook,
  kind: z.literal('camera'),
  mirrored: z.boolean(),
  mic: z.boolean(),
  /** What is seen until a camera is there; absent: the pot. */
  madeUp: z.enum(MADE_UP).optional(),
});
export type CameraPiece = z.infer<typeof schema>;

export interface CameraLive {
  kind: 'camera';
}

/** The streamer's camera: seen while the frame is arranged and on the program page. The compositor that an outlet is pasted into brings its own. */
export const camera: PieceKind<CameraPiece, CameraLive> = {
  kind: 'camera',
  title: phrase('Camera'),
  purpose: phrase('Picture'),
  says: phrase('Where your camera is in the picture. Outlets leave it free; the program page shows it.'),
  schema,
  least: { w: 160, h: 160 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'camera',
    name: proposed(language, 'Camera'),
    style: 'slip',
    fit: 'cover',
    round: 0,
    mirrored: false,
    mic: false,
    ...(frame.width > frame.height ? { madeUp: 'person' as const } : {}),
    place:
      frame.height > frame.width
        ? { x: 0, y: 0, w: frame.width, h: frame.height }
        : {
            x: Math.round(frame.width * 0.74),
            y: Math.round(frame.height * 0.58),
            w: Math.round(frame.width * 0.22),
            h: Math.round(frame.height * 0.36),
          },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    {
      field: 'mirrored',
      label: phrase('As in a mirror'),
      control: 'switch',
      on: phrase('Mirrored'),
      off: phrase('As it is'),
    },
    { field: 'mic', label: phrase('Its microphone'), control: 'switch', on: phrase('Heard'), off: phrase('Silent') },
    {
      field: 'madeUp',
      label: phrase('Picture until your camera is there'),
      control: 'choice',
      otherwise: 'pot',
      options: [
        { value: 'pot', label: phrase('A potter’s wheel') },
        { value: 'person', label: phrase('Somebody who plays') },
      ],
    },
    { field: 'round', label: phrase('Corners'), control: 'number', least: 0, most: 400 },
  ],
  live: () => ({ kind: 'camera' }),
  sample: () => ({ kind: 'camera' }),
  draw: (piece, _live, { seen }) =>
    viewGroups(piece.id, piece.place, { seen, src: 'live:camera', scenery: piece.madeUp ?? 'pot' }, piece),
  alternative: () => '',
};
