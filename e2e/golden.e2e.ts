import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { HOUSE_STYLES, STYLES } from '@/core/piece/style';
import { differsFromGolden } from '@/server/paint/golden';
import { until, World } from './world';

/* Every kind of piece in every style, as the browser's painter draws it. Refresh with GAVIRN_GOLDEN=write, and look at what changed. */

let world: World;
let page: Page;
before(async () => {
  world = await World.open();
  page = await (
    await world.person({ viewport: { width: 1000, height: 900 }, hasTouch: false, isMobile: false })
  ).newPage();
  await page.goto('/gallery');
});
after(() => world.close());

const picture = (): Promise<string> =>
  page
    .getByRole('img', { name: /^All pieces/ })
    .evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL('image/png'));

for (const style of HOUSE_STYLES) {
  test(`all pieces in ${STYLES[style].title} look as they did`, async () => {
    await page.getByRole('radio', { name: STYLES[style].title, exact: true }).click();
    await page.getByRole('img', { name: `All pieces in ${STYLES[style].title}, usual` }).waitFor();
    // Fonts and emoji come in their own time: it is looked at once it has stayed the same for a second.
    let last = '';
    let same = 0;
    const url = await until(
      async () => {
        await page.waitForTimeout(250);
        const now = await picture();
        same = now === last ? same + 1 : 0;
        last = now;
        return now;
      },
      () => same >= 4,
    );
    assert.equal(
      differsFromGolden(`e2e/golden/${style}.png`, Buffer.from(url.slice(url.indexOf(',') + 1), 'base64')),
      0,
    );
  });
}
