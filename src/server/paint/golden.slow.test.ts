import { readFileSync } from 'node:fs';
import { mediaSchema } from '@/core/media/media';
import { Painter } from '@/core/paint/painter';
import { SAMPLE_FILE } from '@/core/stage/examples';
import { gallerySheet } from '@/core/stage/gallery';
import { HOUSE_STYLES } from '@/core/piece/style';
import { Stage } from '@/core/stage/stage';
import { hostWith } from './file-host';
import { differsFromGolden } from './golden';
import { nodeMeasure, nodeSurface } from './node-host';

/* Every kind of piece in every style, as Node's painter draws it. Refresh with GAVIRN_GOLDEN=write, and look at what changed. */

const SCALE = 0.42;
const NOW = 10_000;
const FILES = ['tall-pot', 'kiln-fire', 'porthole'].map((name) => ({
  id: `${SAMPLE_FILE}${name}`,
  bytes: readFileSync(`public/samples/${name}.svg`),
}));
const samples = hostWith(
  FILES.map(({ id, bytes }) => ({
    ...mediaSchema.parse({ id: '0'.repeat(64), name: id, type: 'image/svg+xml', bytes: bytes.length }),
    id,
  })),
  new Map(FILES.map(({ id, bytes }) => [id, bytes])),
);

test.each(HOUSE_STYLES)('all pieces in %s look as they did', async (style) => {
  const scene = gallerySheet(style, 'usual', NOW);
  const { canvas, context } = nodeSurface(
    Math.round(scene.frame.width * SCALE),
    Math.round(scene.frame.height * SCALE),
  );
  new Painter(context, await samples, SCALE).paint(new Stage({ measure: nodeMeasure, seen: 'program' }).at(scene, NOW));
  expect(differsFromGolden(`src/server/paint/golden/${style}.png`, canvas.toBuffer('image/png'))).toBe(0);
});
