import { Painter } from '@/core/paint/painter';
import { gallerySheet } from '@/core/piece/gallery';
import { HOUSE_STYLES } from '@/core/piece/style';
import { Stage } from '@/core/stage/stage';
import { differsFromGolden } from './golden';
import { nodeHost, nodeMeasure, nodeSurface } from './node-host';

/* Every kind of piece in every style, as Node's painter draws it. Refresh with GAVIRN_GOLDEN=write, and look at what changed. */

const SCALE = 0.42;
const NOW = 10_000;

test.each(HOUSE_STYLES)('all pieces in %s look as they did', (style) => {
  const scene = gallerySheet(style, 'usual', NOW);
  const { canvas, context } = nodeSurface(Math.round(scene.frame.width * SCALE), Math.round(scene.frame.height * SCALE));
  new Painter(context, nodeHost, SCALE).paint(new Stage({ measure: nodeMeasure, seen: 'air' }).at(scene, NOW));
  expect(differsFromGolden(`src/server/paint/golden/${style}.png`, canvas.toBuffer('image/png'))).toBe(0);
});
