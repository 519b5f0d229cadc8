import { z } from 'zod';
import type { GoalShow } from '@/core/engine/feature/goal/schema';
import type { GoalHost } from '@/core/engine/feature/goal/slice';
import { countsOf, firstTarget, rungName } from '@/core/engine/feature/goal/schema';
import type { FontSpec, Op } from '@/core/paint/display';
import { cutLine, lineOps, lineWidth } from '@/core/paint/text';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { gaugeOps } from './bar';
import { READABLE, styleOf } from './style';
import type { StyleLook } from './style-look';
import { figureWords, withCurrency } from '@/core/engine/count/measure';
import { amountFigure } from '@/core/event/money';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

const schema = z.object({
  ...pieceBase,
  kind: z.literal('goal'),
  goal: z.string().max(100),
  /** It says how much time is left, where what it counts has an end. */
  left: z.boolean().optional(),
});
export type GoalPiece = z.infer<typeof schema>;

export interface GoalLive {
  kind: 'goal';
  /** Null when the piece's goal is not in the show any more. */
  goal: {
    name: string;
    value: number;
    target: number;
    hidden: boolean;
    currency?: string;
    /** When its stretch of time ends, ms UTC; absent: it is not to be said, or has no end. */
    ends?: number;
  } | null;
}

/** Where it stands, and what it is to reach; an amount's currency is said once. */
const figures = (
  { value, target, currency }: NonNullable<GoalLive['goal']>,
  language: string | undefined,
): [string, string] => [
  currency === undefined ? figureWords(value, undefined, language) : amountFigure(value, currency, language),
  figureWords(target, currency, language),
];

/** A goal's name, where it stands, and a bar. */
export const goal: PieceKind<GoalPiece, GoalLive, GoalShow, GoalHost> = {
  kind: 'goal',
  title: phrase('Goal'),
  purpose: phrase('Count'),
  says: phrase('A target that everyone fills together.'),
  schema,
  least: { w: 300, h: 90 },
  make: (id, { frame, goals, language }) => ({
    id,
    kind: 'goal',
    name: proposed(language, 'Goal'),
    style: 'slip',
    goal: goals[0]?.id ?? '',
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.11),
      w: Math.round(frame.width * 0.75),
      h: 168,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'goal', label: phrase('Goal'), control: 'choice', from: 'goals' },
    {
      field: 'left',
      label: phrase('Time left, where it has an end'),
      control: 'switch',
      on: phrase('Shown'),
      off: phrase('Not shown'),
    },
  ],
  live(piece, state) {
    const defined = state.derived.goalsById.get(piece.goal);
    const course = state.goals.get(piece.goal);
    if (!defined) return { kind: 'goal', goal: null };
    const ends = state.derived.goalWindows.get(piece.goal)?.span.to;
    return {
      kind: 'goal',
      goal: {
        name: rungName(defined, course?.target ?? 0) || defined.name,
        value: course?.value ?? 0,
        target: course?.target ?? firstTarget(defined),
        hidden: course?.hidden ?? false,
        ...withCurrency(countsOf(defined), state.show),
        ...(piece.left && ends !== undefined && Number.isFinite(ends) ? { ends } : {}),
      },
    };
  },
  sample(piece, show) {
    const defined = show.goals.find(({ id }) => id === piece.goal);
    return {
      kind: 'goal',
      goal: defined
        ? {
            name: rungName(defined, firstTarget(defined)) || defined.name,
            value: defined.start ?? 0,
            target: firstTarget(defined),
            hidden: false,
            ...withCurrency(countsOf(defined), show),
          }
        : null,
    };
  },
  draw(piece, live, tools) {
    if (live.goal?.hidden && tools.seen === 'air') return [];
    if (!live.goal && tools.seen === 'air') return [];
    const { goal: shown } = live;
    const opsAt = (left: string): Op[] => goalOps(piece, shown, left, tools);
    if (shown?.ends === undefined) return [{ key: piece.id, box: piece.place, ops: opsAt('') }];
    const { ends } = shown;
    let kept: { left: string; ops: Op[] } | null = null;
    return [
      {
        key: piece.id,
        box: piece.place,
        ops: [],
        clock: (now) => {
          const left = leftWords(ends - now, tools.language);
          if (kept?.left !== left) kept = { left, ops: opsAt(left) };
          return { ops: kept.ops, next: now < ends ? ends - Math.floor((ends - now - 1) / MINUTE) * MINUTE : Infinity };
        },
      },
    ];
  },
  alternative: (_piece, { goal: shown }, now, language) =>
    shown && !shown.hidden ? goalWords(shown, now, language ?? 'en') : '',
};

/** A goal in words, with the time left where it has an end. */
function goalWords(goal: NonNullable<GoalLive['goal']>, now: number, language: string): string {
  const [value, target] = figures(goal, language);
  const values = { name: goal.name, value: value ?? '', target: target ?? '' };
  return goal.ends === undefined
    ? aired(language, '{name}: {value} of {target}', values)
    : aired(language, '{name}: {value} of {target}, {left}', { ...values, left: leftWords(goal.ends - now, language) });
}

const MINUTE = 60_000;

/** "3 days 4 h left", "4 h 12 min left", "1 min left": whole minutes begun; "time is up" at the end. */
export function leftWords(ms: number, language = 'en'): string {
  const minutes = Math.ceil(ms / MINUTE);
  if (minutes <= 0) return aired(language, 'time is up');
  const [days, hours, rest] = [Math.floor(minutes / 1440), Math.floor(minutes / 60) % 24, minutes % 60];
  if (days > 0)
    return hours > 0
      ? aired(language, '{days, plural, one {# day} other {# days}} {hours} h left', { days, hours })
      : aired(language, '{days, plural, one {# day} other {# days}} left', { days });
  if (hours === 0) return aired(language, '{minutes} min left', { minutes: rest });
  return rest === 0
    ? aired(language, '{hours} h left', { hours })
    : aired(language, '{hours} h {minutes} min left', { hours, minutes: rest });
}

/** The largest type in which name and figures stand whole beside each other, within what can be read, px: the same from nothing to the target. */
function sizeFor(
  { shown, name, width, most }: { shown: GoalLive['goal']; name: string; width: number; most: number },
  { measure, language }: DrawTools,
): number {
  const font: FontSpec = { family: 'title', weight: 700, size: most };
  const full = shown ? figures({ ...shown, value: Math.max(shown.value, shown.target) }, language).join(' / ') : '';
  const wide = lineWidth(name, font, measure) + lineWidth(full, font, measure) + most;
  return Math.round(Math.max(READABLE, Math.min(most, Math.floor((most * width) / wide))));
}

function goalOps(piece: GoalPiece, shown: GoalLive['goal'], left: string, tools: DrawTools): Op[] {
  const { measure } = tools;
  const { w, h } = piece.place;
  const style = styleOf(piece);
  const pad = { x: style.pad.x, y: Math.min(style.pad.y, h * 0.18) };
  const inner = { w: w - 2 * pad.x, h: h - 2 * pad.y - style.foot };
  if (style.gauge) return gaugedOps({ style, pad, inner, box: { w, h } }, shown, left, tools);
  // What is left of the time stands below the bar, and both rows give way for it.
  const below = left === '' ? 0 : READABLE * 1.3;
  const name = shown ? shown.name : aired(tools.language ?? 'en', 'Choose a goal for this piece');
  const size = sizeFor(
    { shown, name, width: inner.w, most: Math.min(56, (inner.h - below) * 0.44, inner.w * 0.075) },
    tools,
  );
  const font: FontSpec = { family: 'title', weight: 700, size };
  const small: FontSpec = { family: 'text', weight: 500, size: READABLE };
  const standing = shown ? figures(shown, tools.language).join(' / ') : '';
  const room = inner.w - lineWidth(standing, font, measure) - size;
  // A narrow piece that has the height for it says them one below the other, each whole.
  const stacked = lineWidth(name, font, measure) > room && inner.h - below > size * 3;
  const words = size * (stacked ? 2.5 : 1.32);
  // A bar is no thicker than this; what a tall piece has too much stands above and below alike.
  const thick = Math.max(12, Math.min(size * 1.7, inner.h - words - below));
  const top = pad.y + Math.max(0, inner.h - words - thick - below) / 2;
  const baseline = top + size * 0.84;
  const share = shown ? Math.min(1, shown.value / shown.target) : 0;
  return [
    ...style.panel(w, h),
    ...lineOps(
      cutLine(name, stacked ? inner.w : Math.max(room, size * 2), font, measure),
      { x: pad.x, baseline },
      { font, look: style.text },
      measure,
    ),
    ...lineOps(
      standing,
      stacked ? { x: pad.x, baseline: baseline + size * 1.2 } : { x: w - pad.x, baseline, align: 'right' },
      { font, look: style.text },
      measure,
    ),
    ...style.bar({ x: pad.x, y: top + words, w: inner.w, h: thick }, inner.w * share),
    ...(left === ''
      ? []
      : lineOps(
          cutLine(left, inner.w, small, measure),
          { x: pad.x, baseline: top + words + thick + below - READABLE * 0.12 },
          { font: small, look: style.soft },
          measure,
        )),
  ];
}

/** A ring or a vessel at the left, and beside it the name, where it stands, and what is left of the time. */
function gaugedOps(
  {
    style,
    pad,
    inner,
    box,
  }: {
    style: StyleLook;
    pad: { x: number; y: number };
    inner: { w: number; h: number };
    box: { w: number; h: number };
  },
  shown: GoalLive['goal'],
  left: string,
  tools: DrawTools,
): Op[] {
  const { measure } = tools;
  const side = Math.min(inner.h, inner.w * 0.4);
  const x = pad.x + side + pad.x * 0.5;
  const room = box.w - x - pad.x;
  const lines = [
    { text: shown ? shown.name : aired(tools.language ?? 'en', 'Choose a goal for this piece'), look: style.head },
    { text: shown ? figures(shown, tools.language).join(' / ') : '', look: style.text },
    ...(left === '' ? [] : [{ text: left, look: style.soft }]),
  ];
  const size = Math.round(Math.max(READABLE, Math.min(56, inner.h / (lines.length * 1.25), inner.w * 0.085)));
  const font: FontSpec = { family: 'title', weight: 700, size };
  const top = pad.y + (inner.h - lines.length * size * 1.25) / 2;
  return [
    ...style.panel(box.w, box.h),
    ...(style.gauge
      ? gaugeOps(
          style.gauge,
          { x: pad.x, y: pad.y + (inner.h - side) / 2, side },
          shown ? Math.min(1, shown.value / shown.target) : 0,
        )
      : []),
    ...lines.flatMap(({ text, look }, n) =>
      lineOps(
        cutLine(text, room, font, measure),
        { x, baseline: top + size * (0.98 + n * 1.25) },
        { font, look },
        measure,
      ),
    ),
  ];
}
