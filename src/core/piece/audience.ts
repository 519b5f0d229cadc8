import { figure } from '@/core/event/figures';
import { z } from 'zod';
import type { AudienceHost } from '@/core/engine/feature/audience';
import { numberOps } from './number-ops';
import { styleOf } from './style';
import { pieceBase, type PieceKind } from './piece';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

const SHOWS = ['now', 'peak', 'mean'] as const;
const schema = z.object({ ...pieceBase, kind: z.literal('audience'), shows: z.enum(SHOWS), label: z.string().max(60) });
export type AudiencePiece = z.infer<typeof schema>;

export interface AudienceLive {
  kind: 'audience';
  watching: number;
}

/** How many watch: now, at most, or on the mean of the session, as far as platforms tell. */
export const audience: PieceKind<AudiencePiece, AudienceLive, object, AudienceHost> = {
  kind: 'audience',
  title: phrase('Audience'),
  purpose: phrase('Count'),
  says: phrase('How many are watching, on all feeds that tell.'),
  schema,
  least: { w: 220, h: 110 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'audience',
    name: proposed(language, 'Audience'),
    style: 'slip',
    shows: 'now',
    label: proposed(language, 'Watching'),
    place: {
      x: Math.round(frame.width * 0.55),
      y: Math.round(frame.height * 0.36),
      w: Math.round(frame.width * 0.32),
      h: 190,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    {
      field: 'shows',
      label: phrase('Shows'),
      control: 'choice',
      options: [
        { value: 'now', label: phrase('Now') },
        { value: 'peak', label: phrase('The most') },
        { value: 'mean', label: phrase('The mean') },
      ],
    },
    { field: 'label', label: phrase('Label'), control: 'text' },
  ],
  live: ({ shows }, { audience: seen, now }) => ({
    kind: 'audience',
    watching: shows === 'now' ? seen.now() : shows === 'peak' ? seen.peak : seen.mean(now),
  }),
  sample: () => ({ kind: 'audience', watching: 0 }),
  draw(piece, { watching }, tools) {
    const text = figure(watching, tools.language);
    return [
      {
        key: piece.id,
        box: piece.place,
        ops: numberOps(
          piece.place,
          styleOf(piece),
          { name: piece.label || piece.name, number: text, widest: text },
          tools.measure,
        ),
      },
    ];
  },
  alternative: ({ label, name }, { watching }, _now, language) => `${label || name}: ${figure(watching, language)}`,
};
