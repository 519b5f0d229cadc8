import { z } from 'zod';
import { CALM, queuePlanSchema } from '@/core/engine/queue';
import { isolate } from '@/core/engine/words';
import type { Box, FontSpec, Group, Op } from '@/core/paint/display';
import { fitText, lineOps } from '@/core/paint/text';
import { MOTION_NAMES, MOTIONS } from '@/core/stage/motion';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { STYLES } from './style';

const schema = z.object({ ...pieceBase, kind: z.literal('spotlight'), queue: queuePlanSchema, motion: z.enum(MOTION_NAMES).default('rise') });
export type SpotlightPiece = z.infer<typeof schema>;

export interface SpotlightLive {
  kind: 'spotlight';
  /** The alert that plays and the one behind it, so that an outlet needs no message at the change. Times: ms, the engine's clock. */
  alerts: { id: string; from: number; until: number; text: string; names: readonly string[]; place: number }[];
}

/** The piece in which alerts appear. It is empty between them: a backing without words would only cover the picture. */
export const spotlight: PieceKind<SpotlightPiece, SpotlightLive> = {
  kind: 'spotlight',
  title: 'Spotlight',
  purpose: 'React',
  says: 'Alerts appear here, one after another.',
  schema,
  least: { w: 360, h: 120 },
  make: (id, { frame }) => ({
    id, kind: 'spotlight', name: 'Spotlight', style: 'slip', queue: CALM, motion: 'rise',
    place: { x: Math.round(frame.width * 0.083), y: Math.round(frame.height * 0.215), w: Math.round(frame.width * 0.834), h: 240 },
  }),
  controls: [
    { field: 'name', label: 'Name', control: 'text' },
    { field: 'motion', label: 'How alerts move', control: 'choice', options: MOTION_NAMES.map((value) => ({ value, label: MOTIONS[value].title })) },
  ],
  live: (piece, state) => ({
    kind: 'spotlight',
    alerts: (state.queues.get(piece.id)?.list(places(piece) + 1) ?? []).map(({ id, from, until, text, names, place }) => ({ id, from, until, text, names: names.length > 2 ? names : [], place })),
  }),
  sample: () => ({ kind: 'spotlight', alerts: [] }),
  draw(piece, live, tools) {
    const groups = live.alerts.map((alert): Group => ({
      key: `${piece.id}/${alert.id}`, box: boxOf(piece, alert.place), motion: { from: alert.from, until: alert.until, name: piece.motion }, ops: alertOps(piece, alert, tools),
    }));
    if (tools.seen === 'edit') groups.unshift({ key: `${piece.id}/empty`, box: piece.place, ops: emptyOps(piece, tools) });
    return groups;
  },
  twin: (_piece, live, now) => live.alerts.filter(({ from, until }) => from <= now && now < until).map(({ text, names }) => (names.length > 0 ? `${text} (${names.join(', ')})` : text)).join('; '),
};

const NAMES: FontSpec = { family: 'text', weight: 500, size: 40 };
const TITLE: FontSpec = { family: 'title', weight: 700, size: 68 };

const places = (piece: SpotlightPiece): number => (piece.queue.mode === 'places' ? piece.queue.places : 1);

const GAP = 16;

/** Where an alert stands: the whole spotlight, or its place among several, one below the other. */
function boxOf(piece: SpotlightPiece, place: number): Box {
  const { x, y, w, h } = piece.place;
  const count = places(piece);
  const each = Math.floor((h - GAP * (count - 1)) / count);
  return count === 1 ? piece.place : { x, y: y + place * (each + GAP), w, h: each };
}

function alertOps(piece: SpotlightPiece, { text, names, place }: SpotlightLive['alerts'][number], { measure }: DrawTools): Op[] {
  const { w, h } = boxOf(piece, place);
  const style = STYLES[piece.style];
  // All who are thanked stand below the words, in a smaller type.
  const all = names.length === 0 ? null : fitText(names.map(isolate).join(' · '), { w: w - 2 * style.pad.x, h: h * 0.4 }, { ...NAMES, size: Math.min(NAMES.size, h * 0.15) }, 28, 1.2, measure);
  const below = all ? all.lines.length * all.font.size * 1.2 + h * 0.03 : 0;
  const inner = { w: w - 2 * style.pad.x, h: h - 2 * style.pad.y - below };
  const { lines, font } = fitText(text, inner, { ...TITLE, size: Math.min(TITLE.size, Math.max(32, inner.h * 0.62)) }, 34, 1.12, measure);
  const leading = font.size * 1.12;
  // Capitals and descenders together look centred when the baseline lies a third of the size below the middle.
  const first = (h - below) / 2 - ((lines.length - 1) * leading) / 2 + font.size * 0.33;
  const ops: Op[] = [...style.panel(w, h), ...lines.flatMap((line, n) => lineOps(line, style.pad.x, first + n * leading, font, style.text, measure))];
  if (all) {
    const top = h - style.pad.y - (all.lines.length - 1) * all.font.size * 1.2 - all.font.size * 0.25;
    ops.push(...all.lines.flatMap((line, n) => lineOps(line, style.pad.x, top + n * all.font.size * 1.2, all.font, style.soft, measure)));
  }
  return ops;
}

/** In the editor only: where alerts will be. */
function emptyOps({ place: { w, h }, name }: SpotlightPiece, { measure }: DrawTools): Op[] {
  const font: FontSpec = { family: 'text', weight: 500, size: Math.min(40, h * 0.3) };
  return [
    { op: 'rect', x: 3, y: 3, w: w - 6, h: h - 6, radius: 36, fill: '#12141766', stroke: { color: '#F0EDE6aa', width: 4, dash: [18, 14] } },
    ...lineOps(`${name}: alerts appear here`, w / 2, h / 2 + font.size * 0.33, font, { fill: '#F0EDE6' }, measure, 'centre'),
  ];
}
