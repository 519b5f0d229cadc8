import { rowsThatFit } from '@/core/piece/leaderboard';
import { linesThatFit } from '@/core/piece/ticker';
import type { Piece } from '@/core/piece';
import { coverOf, areaOf } from '../boxes';
import { least } from '@/core/piece';
import { carries } from '../seen';
import { isUpright } from '@/core/show/safe-area';
import { covers, type Finding, type Judged } from './finding';
import { shownBy } from '@/core/show/listed';
import { phrase } from '@/core/words/phrase';

/** Of the rows that were asked for, only some find room. */
export function halfRows({ pieces, scene }: Judged): Finding[] {
  return pieces.flatMap((piece): Finding[] => {
    if (piece.kind === 'ticker') {
      const { fit } = linesThatFit(piece);
      return fit >= piece.rows
        ? []
        : [
            {
              key: `rows/${scene}/${piece.id}`,
              pieces: [piece.id],
              says: phrase('{fit} of {rows} lines fit into {name}.', { fit, rows: piece.rows, name: piece.name }),
              mend: {
                label: phrase('Show {fit}', { fit }),
                does: { kind: 'set', piece: piece.id, fields: { rows: fit } },
              },
            },
          ];
    }
    if (piece.kind !== 'leaderboard' || piece.who === 'teams') return [];
    const { rows, rowHeight } = rowsThatFit(piece);
    if (rows >= piece.rows) return [];
    const more = Math.ceil((piece.rows - rows) * rowHeight);
    return [
      {
        key: `rows/${scene}/${piece.id}`,
        pieces: [piece.id],
        says: phrase('{rows} of {rows2} places fit into {name}; {more} px more would hold them all.', {
          rows,
          rows2: piece.rows,
          name: piece.name,
          more,
        }),
        mend: {
          label: phrase('Show {value}', { value: rows === 0 ? 1 : rows }),
          does: { kind: 'set', piece: piece.id, fields: { rows: Math.max(1, rows) } },
        },
      },
    ];
  });
}

/** What a piece tells, so far as another one could tell the same. */
function tells(piece: Piece): string | null {
  const shown = shownBy(piece);
  if (shown && piece.kind !== 'reel') return `${shown.list.kind}/${shown.id}`;
  switch (piece.kind) {
    case 'leaderboard':
      return `leaderboard/${piece.measure}/${piece.who ?? 'viewers'}/${JSON.stringify(piece.window ?? null)}`;
    case 'plate':
      return `plate/${piece.of}/${piece.which}`;
    case 'audience':
      return `audience/${piece.shows}`;
    case 'ticker':
      return `ticker/${(piece.of ?? []).join()}`;
    case 'chat':
    case 'featured':
    case 'shelf':
    case 'drift':
      return piece.kind;
    case 'info':
      return `info/${piece.of}`;
    case 'text':
      return piece.words.trim() === '' ? null : `text/${piece.words.trim()}`;
    default:
      return null;
  }
}

/** Two pieces say the same. */
export function twice({ pieces, scene }: Judged): Finding[] {
  const first = new Map<string, Piece>();
  return pieces.flatMap((piece): Finding[] => {
    const told = tells(piece);
    if (told === null) return [];
    const other = first.get(told);
    if (!other) {
      first.set(told, piece);
      return [];
    }
    return [
      {
        key: `twice/${scene}/${other.id}/${piece.id}`,
        pieces: [piece.id, other.id],
        says: phrase('{name} says the same as {name2}.', { name: piece.name, name2: other.name }),
        mend: { label: phrase('Delete {name}', { name: piece.name }), does: { kind: 'remove', piece: piece.id } },
      },
    ];
  });
}

/** What is empty most of the time. */
const passes = ({ kind }: Piece): boolean => kind === 'spotlight' || kind === 'featured';

/** More of the picture is covered than the streamer wants. What is empty most of the time counts for a third. */
export function cover({ pieces, show: { frame, safe }, scene }: Judged): Finding[] {
  const all = pieces.filter(covers);
  const solid = all.filter((piece) => !passes(piece));
  const share =
    coverOf(
      solid.map(({ place }) => place),
      frame,
    ) + pieces.filter(passes).reduce((sum, { place }) => sum + areaOf(place) / (frame.width * frame.height) / 3, 0);
  if (share <= safe.cover) return [];
  // All of them shrink alike about their own middles, no further than each can be read.
  const by = Math.sqrt(safe.cover / share) * 0.97;
  const places = Object.fromEntries(
    all.map((piece) => {
      const { w, h } = least(piece);
      const [nw, nh] = [Math.max(w, Math.round(piece.place.w * by)), Math.max(h, Math.round(piece.place.h * by))];
      return [
        piece.id,
        {
          x: Math.round(piece.place.x + (piece.place.w - nw) / 2),
          y: Math.round(piece.place.y + (piece.place.h - nh) / 2),
          w: nw,
          h: nh,
        },
      ];
    }),
  );
  const largest = [...solid].sort((a, b) => areaOf(b.place) - areaOf(a.place))[0];
  return largest
    ? [
        {
          key: `cover/${scene}`,
          pieces: [largest.id],
          says: phrase('{share} % of the picture is covered; you want {cover} % at most.', {
            share: Math.round(share * 100),
            cover: Math.round(safe.cover * 100),
          }),
          mend: { label: phrase('Make them smaller'), does: { kind: 'place', places, scene } },
        },
      ]
    : [];
}

/** A piece comes out of no outlet. */
export function nowhere({ show }: Judged): Finding[] {
  const { outlets } = show;
  if (outlets.length === 0) return [];
  return show.pieces
    .filter((piece) => !piece.off && piece.kind !== 'camera' && piece.kind !== 'game' && piece.seenBy !== 'me')
    .flatMap((piece): Finding[] => {
      if (outlets.some((outlet) => carries(outlet, piece))) return [];
      const to =
        outlets.find(({ shows, whose }) => whose === 'viewers' && shows.kind === 'pieces') ??
        outlets.find(({ shows }) => shows.kind === 'pieces');
      return [
        {
          key: `nowhere/${piece.id}`,
          pieces: [piece.id],
          says: phrase('{name} comes out of no outlet: nobody sees it.', { name: piece.name }),
          mend: to
            ? {
                label: phrase('Put it into {name}', { name: to.name }),
                does: { kind: 'outlet', outlet: to.id, piece: piece.id },
              }
            : {
                label: phrase('Show it to viewers'),
                does: { kind: 'set', piece: piece.id, fields: { seenBy: undefined } },
              },
        },
      ];
    });
}

/** Cues show something in a spotlight that is taken off the frame. */
export function lostSpotlight({ show }: Judged): Finding[] {
  return show.pieces
    .filter(({ kind, off }) => kind === 'spotlight' && off)
    .flatMap((piece): Finding[] => {
      const count = show.cues.filter(
        ({ on, steps }) => on && steps.some((step) => step.kind === 'show' && step.spotlight === piece.id),
      ).length;
      return count === 0
        ? []
        : [
            {
              key: `off/${piece.id}`,
              pieces: [piece.id],
              says: phrase(
                '{count} {count, plural, one {cue shows} other {cues show}} words in {name}, which is taken off the frame.',
                { count, name: piece.name },
              ),
              mend: {
                label: phrase('Show {name}', { name: piece.name }),
                does: { kind: 'set', piece: piece.id, fields: { off: undefined } },
              },
            },
          ];
    });
}

/** A cue shows something in a spotlight that is not in the scene in which it does. */
export function lostCue({ show }: Judged): Finding[] {
  return show.cues
    .filter(({ on }) => on)
    .flatMap((cue): Finding[] =>
      cue.steps.flatMap((step): Finding[] => {
        if (step.kind !== 'show') return [];
        const piece = show.pieces.find(({ id }) => id === step.spotlight);
        const name = cue.name || phrase('A cue');
        if (!piece || piece.off) return [];
        const only = cue.when.kind === 'scene' && cue.when.scene !== '' ? [cue.when.scene] : (cue.holds.scenes ?? []);
        const there = piece.scenes;
        if (only.length === 0 || there === undefined || only.some((scene) => there.includes(scene))) return [];
        const names = { and: only.map((scene) => show.scenes.find(({ id }) => id === scene)?.name ?? scene) };
        return [
          {
            key: `cue/${cue.id}/${piece.id}`,
            pieces: [piece.id],
            says: phrase('{name} plays in {names}, where {name2} is not.', { name, names, name2: piece.name }),
            mend: {
              label: phrase('Put it into {names}', { names }),
              does: { kind: 'scenes', piece: piece.id, scenes: [...there, ...only] },
            },
          },
        ];
      }),
    );
}

/** The chat that a connected platform lays over an upright frame by itself; null: none does. */
export function platformChat({ frame, safe, feeds }: Pick<Judged['show'], 'frame' | 'safe' | 'feeds'>): string | null {
  const own = isUpright(frame) ? safe.upright.find(({ name }) => /chat/i.test(name)) : undefined;
  return own && feeds.some(({ platform }) => own.name.toLowerCase().startsWith(platform)) ? own.name : null;
}

/** What the finding of a chat column is called beside a platform's own chat. */
export const chatTwiceKey = (piece: string): string => `chat/${piece}`;

/** A chat column on an upright frame, where the platform lays its own chat over the picture. */
export function chatTwice({ pieces, show }: Judged): Finding[] {
  const own = platformChat(show);
  if (own === null) return [];
  return pieces
    .filter(({ kind, seenBy }) => kind === 'chat' && seenBy !== 'me')
    .map((piece) => ({
      key: chatTwiceKey(piece.id),
      pieces: [piece.id],
      says: phrase('{own} already shows viewers what {name} shows.', { own, name: piece.name }),
      mend: {
        label: phrase('Show {name} to you alone', { name: piece.name }),
        does: { kind: 'set' as const, piece: piece.id, fields: { seenBy: 'me' } },
      },
    }));
}

/** Two microphones sound at once: viewers hear an echo. */
export function echo({ pieces, scene }: Judged): Finding[] {
  const heard = pieces.filter((piece) => (piece.kind === 'camera' || piece.kind === 'game') && piece.mic);
  const [first, second] = heard;
  return first && second
    ? [
        {
          key: `echo/${scene}/${first.id}/${second.id}`,
          pieces: [second.id, first.id],
          says: phrase('The microphones of {name} and {name2} sound at once.', {
            name: first.name,
            name2: second.name,
          }),
          mend: {
            label: phrase('Silence {name}', { name: second.name }),
            does: { kind: 'set', piece: second.id, fields: { mic: false } },
          },
        },
      ]
    : [];
}
