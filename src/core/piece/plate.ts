import { boardIn } from '@/core/engine/count/board-key';
import { z } from 'zod';
import type { PlateHost } from '@/core/engine/feature/plate';
import { NOTABLE_KINDS, type NotableKind } from '@/core/engine/feature/plate/slice';
import { TOP_BY } from '@/core/engine/feature/plate/top';
import { type WordValues } from '@/core/words/fields';
import { withoutIsolates } from '@/core/words/isolate';
import type { FontSpec, Op } from '@/core/paint/display';
import { cutLine, lineOps } from '@/core/paint/text';
import { inTurn } from './in-turn';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { READABLE, styleOf } from './style';
import { isMoney, shownValue } from '@/core/engine/count/measure';
import { amountWords } from '@/core/event/money';
import { phrase, type Phrase } from '@/core/words/phrase';
import { aired, airedRows, proposed } from '@/core/words/on-air';

const WHICH = ['latest', 'few', 'largest', 'first', 'top'] as const;
const schema = z.object({
  ...pieceBase,
  kind: z.literal('plate'),
  of: z.enum(NOTABLE_KINDS),
  which: z.enum(WHICH),
  label: z.string().max(60),
  /** What stands below it; fields as in a cue's words. */
  words: z.string().max(120),
  /** Of the last few: how many, and how long each is shown, s. */
  few: z.number().int().min(2).max(10),
  seconds: z.number().int().min(2).max(60),
});
export type PlatePiece = z.infer<typeof schema>;

export interface PlateLive {
  kind: 'plate';
  /** Nobody yet: none. */
  lines: string[];
}

const KIND_TITLES: Record<NotableKind, Phrase> = {
  follow: phrase('Followers'),
  gift: phrase('Gifts'),
  subscribe: phrase('Subscribers'),
  giftSubs: phrase('Subscriptions given away'),
  tip: phrase('Tips'),
  raid: phrase('Raids'),
  share: phrase('Shares'),
};

/** A label that is the streamer's, and below it a name that is always right: it stays from session to session. */
export const plate: PieceKind<PlatePiece, PlateLive, object, PlateHost> = {
  kind: 'plate',
  title: phrase('Names (name plate)'),
  purpose: phrase('Rank'),
  says: phrase('Names the latest, the largest or the first of a kind, or the last few in turn.'),
  schema,
  least: { w: 240, h: 110 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'plate',
    name: proposed(language, 'Name plate'),
    style: 'slip',
    of: 'follow',
    which: 'latest',
    label: proposed(language, 'Latest follower'),
    words: '{viewer}',
    few: 3,
    seconds: 6,
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.43),
      w: Math.round(frame.width * 0.48),
      h: 160,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    {
      field: 'of',
      label: phrase('Of'),
      control: 'choice',
      options: NOTABLE_KINDS.map((value) => ({ value, label: KIND_TITLES[value] })),
    },
    {
      field: 'which',
      label: phrase('Which'),
      control: 'choice',
      options: [
        { value: 'latest', label: phrase('The latest') },
        { value: 'few', label: phrase('The last few, in turn') },
        { value: 'largest', label: phrase('The largest of the session') },
        { value: 'first', label: phrase('The first of the session') },
        { value: 'top', label: phrase('Who did most in the session') },
      ],
    },
    { field: 'label', label: phrase('Label'), control: 'text' },
    {
      field: 'words',
      label: phrase('Words: {fields}', { fields: '{viewer}, {count}, {gift}, {total}, {worth}, {months}' }),
      control: 'text',
    },
    {
      field: 'few',
      label: phrase('How many in turn'),
      control: 'number',
      least: 2,
      most: 10,
      hidden: ({ which }) => which !== 'few',
    },
    {
      field: 'seconds',
      label: phrase('Seconds for each'),
      control: 'number',
      least: 2,
      most: 60,
      hidden: ({ which }) => which !== 'few',
    },
  ],
  live({ of, which, few, words }, state) {
    const { notables, derived } = state;
    if (which === 'top') {
      const [first] = boardIn(state, TOP_BY[of])?.places ?? [];
      const measure = TOP_BY[of];
      const value = shownValue(measure, first?.[measure] ?? 0);
      const total = isMoney(measure) ? amountWords(value, state.show.money.currency, state.show.language) : value;
      return {
        kind: 'plate',
        lines:
          first && value > 0
            ? [derived.format(words, { viewer: first.name, handle: first.handle, total, count: total, worth: total })]
            : [],
      };
    }
    const known = notables.get(of);
    const list = which === 'few' ? known?.latest.slice(0, few) : known?.[which].slice(0, 1);
    return { kind: 'plate', lines: (list ?? []).map(({ values }) => derived.format(words, whole(values))) };
  },
  sample: () => ({ kind: 'plate', lines: [] }),
  draw(piece, { lines }, tools) {
    const pictures =
      lines.length === 0 ? [plateOps(piece, null, tools)] : lines.map((line) => plateOps(piece, line, tools));
    const [ops = []] = pictures;
    return [
      {
        key: piece.id,
        box: piece.place,
        ops,
        ...(pictures.length > 1 ? { clock: inTurn(pictures, piece.seconds) } : {}),
      },
    ];
  },
  alternative: ({ label, name }, { lines }, _now, language = 'en') =>
    `${label || name}: ${lines.length === 0 ? aired(language, 'nobody yet') : airedRows(language, lines.map(withoutIsolates))}`,
};

/** One thing is one of them, and comes to what it is worth. */
const whole = (values: WordValues): WordValues => ({ count: 1, total: values.worth, ...values });

/** The label above, the name below and larger. Nobody yet: the place is held by words that invite. */
function plateOps(piece: PlatePiece, line: string | null, { measure, language = 'en' }: DrawTools): Op[] {
  const {
    place: { w, h },
    label,
  } = piece;
  const style = styleOf(piece);
  const pad = { x: style.pad.x, y: Math.min(style.pad.y, h * 0.16) };
  const inner = { w: w - 2 * pad.x, h: h - 2 * pad.y - style.foot };
  const head: FontSpec = {
    family: 'text',
    weight: 700,
    size: Math.round(Math.max(READABLE, Math.min(40, inner.h * 0.32))),
  };
  const font: FontSpec = {
    family: 'title',
    weight: 700,
    size: Math.round(Math.max(READABLE, Math.min(72, inner.h * (label === '' ? 0.7 : 0.5)))),
  };
  const below = label === '' ? pad.y : pad.y + head.size * 1.3;
  return [
    ...style.panel(w, h),
    ...(label === ''
      ? []
      : lineOps(
          cutLine(label, inner.w, head, measure),
          { x: pad.x, baseline: pad.y + head.size * 0.84 },
          { font: head, look: style.head },
          measure,
        )),
    ...lineOps(
      cutLine(line ?? aired(language, 'Could be you'), inner.w, font, measure),
      { x: pad.x, baseline: below + font.size * 0.86 },
      { font: line === null ? { ...font, weight: 500 } : font, look: line === null ? style.soft : style.text },
      measure,
    ),
  ];
}
