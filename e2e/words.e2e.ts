import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { demoPhone } from './demo-phone';
import { PLACES } from './places';
import { speak, wordFaults } from './pseudo';
import type { World } from './world';

/* The app in other languages, and in the pseudo-language that shows what was never said through the catalogue. */

let world: World;
let page: Page;
before(async () => {
  ({ world, page } = await demoPhone());
});
after(() => world.close());

test('every place says nothing but what is in the catalogue, and has room for it lengthened by 40 %', async () => {
  await speak(page, 'en-XA');
  const wrong: string[] = [];
  for (const place of [...PLACES, 'feed/brindle']) {
    await page.goto(`/${place}`);
    await page.getByRole('navigation').getByText('⟦').first().waitFor();
    await page.getByRole('main').getByText('⟦').first().waitFor();
    for (const fault of await wordFaults(page)) wrong.push(`/${place}: ${fault}`);
  }
  assert.ok(wrong.length === 0, wrong.join('\n'));
});

test('the language is chosen under Shows, outlives a reload, and Arabic turns the page round', async () => {
  await speak(page, 'en');
  await page.goto('/shows');
  await page.getByRole('radiogroup', { name: 'Language of the app' }).getByRole('radio', { name: 'العربية' }).tap();
  await page.getByRole('link', { name: 'المسرح' }).waitFor();
  assert.equal(await page.locator('html').getAttribute('dir'), 'rtl');
  await page.goto('/desk');
  await page.getByRole('heading', { name: 'المكتب' }).waitFor();
  // The bar runs from the right: the first of the five places is the rightmost.
  const [first, last] = await Promise.all(
    ['المصادر', 'الملخص'].map(async (name) => (await page.getByRole('link', { name }).boundingBox())?.x ?? 0),
  );
  assert.ok((first ?? 0) > (last ?? 0), `${first} is right of ${last}`);
  await page.goto('/shows');
  await page.getByRole('radiogroup', { name: 'لغة التطبيق' }).getByRole('radio', { name: 'Español' }).tap();
  await page.getByRole('link', { name: 'Escenario' }).waitFor();
  assert.equal(await page.locator('html').getAttribute('dir'), 'ltr');
  await page.goto('/cues');
  await page
    .getByText(/^Cuando alguien te sigue, mostrar/)
    .first()
    .waitFor();
  await speak(page, 'en');
});

test('an app in Japanese makes a first show whose words are Japanese, on the frame too', async () => {
  const context = await world.person({ locale: 'ja-JP' });
  const other = await context.newPage();
  await other.goto('/begin');
  await other.getByRole('button', { name: /スマートフォンで縦に/ }).tap();
  await other.getByRole('radio', { name: 'Brindle' }).tap();
  await other.getByRole('textbox').first().fill('odavarn.kiln');
  await other.getByRole('button', { name: /次へ：視聴者に見せるもの/ }).tap();
  await other.getByRole('button', { name: /次へ：見た目/ }).tap();
  await other.getByRole('button', { name: 'ショーを作る' }).tap();
  await other.getByRole('heading', { name: 'ショーの準備ができました' }).waitFor();
  await other.goto('/cues');
  await other
    .getByText(/\{viewer\}さん、ようこそ/)
    .first()
    .waitFor();
  await other.goto('/stage');
  await other
    .getByRole('button', { name: /^スポットライトを選ぶ/ })
    .first()
    .waitFor();
  await context.close();
});
