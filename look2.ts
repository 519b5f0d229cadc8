import { onAir } from './e2e/on-air';
import { dragByTouch } from './e2e/world';
async function main(): Promise<void> {
  const { world, page } = await onAir('kiln.look', { live: true });
  page.on('pageerror', (e) => console.log('ERR', e.message));
  page.on('console', (m) => console.log('CON', m.text().slice(0, 300)));
  try {
    await page.goto('/stage');
    await page.waitForTimeout(1500);
    const box = await page.getByTestId('piece-leaderboard').boundingBox();
    console.log(box);
    if (box) await dragByTouch(page, { x: box.x + box.width / 2, y: box.y + box.height / 2 }, { x: 40, y: -60 });
    await page.waitForTimeout(500);
    console.log(await page.getByTestId('piece-leaderboard').boundingBox());
  } finally { await world.close(); }
}
void main();
