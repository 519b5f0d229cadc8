import { z } from 'zod';
import { boardKey } from '@/core/engine/count/board-key';
import { SESSION } from '@/core/engine/count/window';
import type { Feature } from '@/core/engine/kernel/feature';
import { tellPlace } from './asked-place';
import { isBoard, measuresOf, teamPart } from './board';
import { noStandings, type BoardDerived, type BoardSlice } from './slice';
import { takeStandings } from './standings';
import { aired } from '@/core/words/on-air';

/* Leaderboards: which are counted, how places change, and viewers who ask for their own. */

const standings = z.record(z.string(), z.array(z.string()));

export const leaderboard = {
  name: 'leaderboard',
  create: (): BoardSlice => ({ standings: noStandings(), placeToldAt: 0 }),
  saved: {
    placeToldAt: z.number(),
    standings: z.object({ minute: z.number(), before: standings, now: standings }),
  },
  serialize: ({ standings: kept, placeToldAt }) => ({ standings: kept, placeToldAt }),
  deserialize: (saved: BoardSlice) => saved,
  derive: ({ show }) => ({ tellsMoves: show.pieces.filter(isBoard).some(({ moves }) => moves === true) }),
  wants({ pieces, teams }) {
    const boards = pieces.filter(isBoard);
    return {
      boards: boards
        .filter(({ who }) => who !== 'teams')
        .flatMap((piece) => measuresOf(piece).map((measure) => ({ measure, window: piece.window ?? SESSION }))),
      parts: boards
        .filter(({ who }) => who === 'teams')
        .flatMap((piece) =>
          measuresOf(piece).flatMap((measure) =>
            teams.map(({ id }) => ({
              key: teamPart(id, boardKey(measure, piece.window)),
              measure,
              window: piece.window ?? SESSION,
              by: { kind: 'team' as const, team: id },
            })),
          ),
        ),
    };
  },
  keywords: ({ pieces, language }) =>
    pieces.filter(isBoard).map(({ ask = '', title, name }) => ({
      word: ask,
      does: aired(language, 'your place: {board}', { board: title || name }),
    })),
  isTimed: ({ pieces }) => pieces.filter(isBoard).some(({ moves }) => moves === true),
  passTime: takeStandings,
  answer: tellPlace,
} satisfies Feature<object, BoardSlice, BoardDerived>;
