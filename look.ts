import { World } from './e2e/world';
import { closeSheet } from './e2e/person';
const [,, out = '/tmp/look'] = process.argv;
async function main(): Promise<void> {
const world = await World.open({ demo: true });
const ctx = await world.person();
const page = await ctx.newPage();
await page.goto('/points');
await page.getByRole('radio', { name: 'Viewers earn points' }).tap();
await page.getByRole('button', { name: 'Add a perk' }).tap();
await page.waitForTimeout(500);
await page.screenshot({ path: `${out}-perk.png` });
await closeSheet(page);
await page.waitForTimeout(300);
await page.screenshot({ path: `${out}-points.png` });
await page.evaluate(() => { const s = [...document.querySelectorAll('div')].find((d) => d.scrollHeight > d.clientHeight + 200 && getComputedStyle(d).overflowY !== 'visible'); s!.scrollTop = 760; });
await page.waitForTimeout(300);
await page.screenshot({ path: `${out}-points2.png` });
await page.goto('/stage');
await page.getByRole('button', { name: /^Choose /i }).filter({ hasNotText: 'zzz' }).nth(Number(process.env.N ?? 0)).tap();
await page.getByRole('button', { name: /^Edit / }).first().tap();
await page.waitForTimeout(600);
await page.screenshot({ path: `${out}-goal.png` });
await page.getByRole('button', { name: /When it is reached/ }).tap();
await page.getByRole('radio', { name: 'Go on to the next of several' }).tap();
await page.waitForTimeout(600);
await page.getByLabel('What target 1 is for').scrollIntoViewIfNeeded();
await page.screenshot({ path: `${out}-ladder.png` });
await world.close();

}
void main();
