import { lineWidth } from '@/core/paint/text';
import type { Op } from '@/core/paint/display';
import { Stage, alternativeLines } from '@/core/stage/stage';
import { nodeMeasure } from '@/server/paint/node-host';
import { EXAMPLES } from './examples';
import { gallerySheet } from './gallery';
import { HOUSE_STYLES } from '@/core/piece/style';
import { starterShow } from '@/core/show/starter';
import { newPiece, PIECE_KINDS } from '@/core/piece';
import { english } from '@/core/words/phrase';

/* What holds for every kind of piece, in every style, whatever it shows. */

const NOW = 10_000;
const sheets = HOUSE_STYLES.flatMap((style) => EXAMPLES.map((example) => [style, example] as const));
const stage = () => new Stage({ measure: nodeMeasure, seen: 'air' });
const textsOf = (ops: readonly Op[]) => ops.filter((op): op is Extract<Op, { op: 'text' }> => op.op === 'text');

test.each(sheets)('%s, %s: no text reaches beyond its piece', (style, example) => {
  const scene = gallerySheet(style, example, NOW);
  const beyond = stage()
    .at(scene, NOW)
    .groups.filter(({ clip }) => !clip)
    .flatMap(({ key, box, ops }) =>
      textsOf(ops).flatMap(({ text, x, baseline, font }) => {
        const right = x + lineWidth(text, font, nodeMeasure) - box.w;
        const below = baseline + font.size * 0.22 - box.h;
        return x < -1 || right > 1 || below > 3 || baseline < font.size * 0.6
          ? [`${key}: “${text}” by ${Math.round(Math.max(-x, right, below))} px`]
          : [];
      }),
    );
  expect(beyond).toEqual([]);
});

test.each(sheets)('%s, %s: the same content gives the same drawing', (style, example) => {
  const scene = gallerySheet(style, example, NOW);
  const ops = () =>
    JSON.stringify(
      stage()
        .at(scene, NOW)
        .groups.map(({ key, ops: drawn, dx, dy }) => [key, drawn, dx, dy]),
    );
  expect(ops()).toBe(ops());
});

test.each(HOUSE_STYLES)(
  '%s: what is on the air is in the words, and what is empty takes no more room than it must',
  (style) => {
    const usual = gallerySheet(style, 'usual', NOW);
    const words = alternativeLines(usual, NOW).join('\n');
    for (const said of [
      'Inês sent 12 Slip Splash',
      'Open the kiln: 1,640 of 2,000',
      '1 Inês 1,860',
      'Throws',
      'what clay is that?',
      '!shards your shards',
      'Tonight: celadon',
    ])
      expect(words).toContain(said);
    const empty = gallerySheet(style, 'empty', NOW);
    const keys = stage()
      .at(empty, NOW)
      .groups.map(({ key }) => key.split('/')[0]);
    // Between alerts, without chat or keywords, nothing covers the picture.
    for (const kind of ['spotlight', 'ticker', 'chat', 'drift']) expect(keys).not.toContain(kind);
  },
);

test('every kind says what it is for, and comes no smaller than it can be', () => {
  const { frame } = gallerySheet('slip', 'usual', NOW);
  expect(frame.width).toBeGreaterThan(0);
  for (const kind of Object.values(PIECE_KINDS)) {
    expect([english(kind.says).endsWith('.'), english(kind.title).length > 2, kind.controls.length > 0]).toEqual([
      true,
      true,
      true,
    ]);
    const made = newPiece(kind.kind, 'x', starterShow('every'));
    expect(made.place.w >= kind.least.w && made.place.h >= kind.least.h).toBe(true);
    expect(
      kind.schema.safeParse(made).success ||
        kind.controls.some((control) => control.control === 'choice' && 'from' in control),
    ).toBe(true);
  }
});
