import { z } from 'zod';
import type { AlertHost } from '@/core/engine/alert/slice';
import type { FrameShow } from './frame';
import { CALM, queuePlanSchema } from '@/core/engine/alert/plan';
import type { Alert } from '@/core/engine/alert/alert';
import { mediaKind } from '@/core/media/media';
import type { Box, Op } from '@/core/paint/display';
import { MOTION_NAMES, MOTIONS } from '@/core/paint/motion';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { placeholderOps } from './placeholder';
import { alertGroups, initialsOf, type AlertLive } from './alert';
import { styleOf } from './style';
import { phrase } from '@/core/words/phrase';
import { aired, airedRows, proposed } from '@/core/words/on-air';

const schema = z.object({
  ...pieceBase,
  kind: z.literal('spotlight'),
  queue: queuePlanSchema,
  motion: z.enum(MOTION_NAMES).default('rise'),
});
export type SpotlightPiece = z.infer<typeof schema>;

export interface SpotlightLive {
  kind: 'spotlight';
  /** The alert that plays and the one behind it, so that an outlet needs no message at the change. Times: ms, the engine's clock. */
  alerts: AlertLive[];
}

/** The piece in which alerts appear. It is empty between them: a backing without words would only cover the picture. */
export const spotlight: PieceKind<SpotlightPiece, SpotlightLive, object, AlertHost & { show: FrameShow }> = {
  kind: 'spotlight',
  title: phrase('Alerts (spotlight)'),
  purpose: phrase('React'),
  says: phrase('Alerts appear here, one after another.'),
  schema,
  least: { w: 360, h: 120 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'spotlight',
    name: proposed(language, 'Spotlight'),
    style: 'slip',
    queue: CALM,
    motion: 'rise',
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.215),
      w: Math.round(frame.width * 0.834),
      h: 240,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    {
      field: 'motion',
      label: phrase('How alerts move'),
      control: 'choice',
      options: MOTION_NAMES.map((value) => ({ value, label: MOTIONS[value].title })),
    },
  ],
  live: (piece, state) => ({
    kind: 'spotlight',
    alerts: (state.queues.get(piece.id)?.list(places(piece) + 1) ?? []).map((alert) => shownAlert(alert, state.show)),
  }),
  sample: () => ({ kind: 'spotlight', alerts: [] }),
  draw(piece, live, tools) {
    const groups = live.alerts.flatMap((alert) =>
      alertGroups(alert, {
        key: `${piece.id}/${alert.id}`,
        box: boxOf(piece, alert.place),
        style: styleOf(piece),
        motion: piece.motion,
        measure: tools.measure,
      }),
    );
    if (tools.seen === 'edit')
      groups.unshift({ key: `${piece.id}/empty`, box: piece.place, ops: emptyOps(piece, tools) });
    return groups;
  },
  alternative: (_piece, live, now, language = 'en') =>
    live.alerts
      .filter(({ from, until }) => from <= now && now < until)
      .map(({ text, names }) => (names.length > 0 ? `${text} (${airedRows(language, names)})` : text))
      .join('; '),
};

const places = (piece: SpotlightPiece): number => (piece.queue.mode === 'places' ? piece.queue.places : 1);

const GAP = 16;

/** An alert with what its look needs of the show. A picture that is gone leaves the words. */
function shownAlert(
  {
    id,
    from,
    until,
    text,
    names,
    place,
    look,
    values,
  }: Pick<Alert, 'id' | 'from' | 'until' | 'text' | 'names' | 'place' | 'look' | 'values'>,
  show: Pick<FrameShow, 'media'>,
): AlertLive {
  const shown: AlertLive = { id, from, until, text, names: names.length > 2 ? names : [], place };
  if (!look) return shown;
  shown.look = look;
  if (look.picture === 'initials') shown.initials = initialsOf(names[0] ?? String(values.viewer ?? ''));
  const file = show.media.find((one) => one.id === look.picture);
  if (file && mediaKind(file) !== 'sound')
    shown.picture = {
      id: file.id,
      width: file.width || 16,
      height: file.height || 9,
      frames: file.frames,
      clip: mediaKind(file) === 'clip',
    };
  return shown;
}

/** One alert by itself, for looking at while it is made. */
export const sampleAlert = (
  piece: SpotlightPiece,
  {
    id,
    from,
    until,
    text,
    name,
    look,
  }: { id: string; from: number; until: number; text: string; name: string; look: Alert['look'] },
  show: Pick<FrameShow, 'media'>,
): SpotlightLive => ({
  kind: 'spotlight',
  alerts: [shownAlert({ id, from, until, text, names: [name], place: 0, look, values: {} }, show)],
});

/** Where an alert stands: the whole spotlight, or its place among several, one below the other. */
function boxOf(piece: SpotlightPiece, place: number): Box {
  const { x, y, w, h } = piece.place;
  const count = places(piece);
  const each = Math.floor((h - GAP * (count - 1)) / count);
  return count === 1 ? piece.place : { x, y: y + place * (each + GAP), w, h: each };
}

/** In the editor only: where alerts will be. */
const emptyOps = ({ place, name }: SpotlightPiece, tools: DrawTools): Op[] =>
  placeholderOps(place, aired(tools.language ?? 'en', '{name}: alerts appear here', { name }), tools, {
    size: Math.min(40, place.h * 0.3),
  });
