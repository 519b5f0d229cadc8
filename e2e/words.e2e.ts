import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { after, before, test } from 'node:test';
import type { Page } from 'playwright-core';
import { demoPhone } from './demo-phone';
import { PLACES } from './places';
import { SHEETS } from './sheets';
import { until, type World } from './world';

/* The app in other languages, and in the pseudo-language that shows what was never said through the catalogue. */

let world: World;
let page: Page;
before(async () => {
  ({ world, page } = await demoPhone());
});
after(() => world.close());

/** Chooses a language as Shows keeps it; the pseudo-language is offered nowhere. */
const speak = (language: string): Promise<void> =>
  page.evaluate((chosen) => localStorage.setItem('gavirn.language', chosen), language);

/** All that is read on the page: each line that is seen, and what only a screen reader reads. */
const read = (): Promise<string[]> =>
  page.evaluate(() => {
    const lines = document.body.innerText.split('\n');
    for (const element of document.querySelectorAll<HTMLElement>('[aria-label], [placeholder], [aria-description]')) {
      if (element.getClientRects().length === 0) continue;
      for (const name of ['aria-label', 'placeholder', 'aria-description'])
        lines.push(element.getAttribute(name) ?? '');
    }
    return lines;
  });

/** What is left of a line when all that came from the catalogue is taken away. */
function unmarked(line: string): string {
  let left = line;
  for (let next = left.replace(/⟦[^⟦⟧]*⟧/g, ' '); next !== left; next = left.replace(/⟦[^⟦⟧]*⟧/g, ' ')) left = next;
  return left;
}

/** How the viewers of the demo's session are called. */
const VIEWERS = readFileSync('demo/session.ndjson', 'utf8')
  .split('\n')
  .flatMap((line) => /"viewer":\{"id":"[^"]*","handle":"([^"]*)","name":"([^"]*)"/.exec(line)?.slice(1) ?? []);

/** A package as About lists it, and its licence (SPDX's short names). */
const PACKAGE =
  /^(@?[\w./-]+ \d+\.\d+\.\S+|\(?(MIT|ISC|0BSD|Apache|BSD|OFL|CC0|CC-BY|Unlicense|BlueOak|Python|WTFPL|MPL)[\w .()/-]*)$/;

/** Names that are nobody's to translate: those of the demo's shows, of platforms, of what is read in the licences, and of formats. */
const NAMES = new Set(
  [
    readFileSync('demo/kiln-hours.json', 'utf8'),
    readFileSync('demo/salvage-sunday.json', 'utf8'),
    'Brindle Oxbow Tarn Gavirn CloudEvents Activity Streams Weir English Español Slip Bisque Kiln Tide WebM PNG JPEG WebP GIF SVG MP4 WAV MP3 Ogg FLAC',
    'Bricolage Atkinson Fraunces Zilla Slab Baloo Caveat Josefin Alfa Delete Tab Escape Shift Ctrl https http example org viewer count gift plural one other gifts',
    'mapped message handle goal level months place points total worth',
    // What viewers read is in the show's language, whatever that of the app.
    'nobody yet',
    ...VIEWERS,
  ]
    .join(' ')
    .match(/[A-Za-z]{3,}/g)
    ?.map((word) => word.toLowerCase()) ?? [],
);

/** What is neither marked nor a name. */
const foreign = (lines: readonly string[]): string[] =>
  lines
    .filter((line) => !PACKAGE.test(line) && !line.startsWith('http://'))
    .filter((line) => (unmarked(line).match(/[A-Za-z]{3,}/g) ?? []).some((word) => !NAMES.has(word.toLowerCase())));

/** Words of ours that do not have the room that they need, where they stand by themselves. */
const cut = (): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    for (const element of document.querySelectorAll<HTMLElement>('body *')) {
      const text = element.innerText;
      if (!text?.startsWith('⟦') || !text.endsWith('⟧') || element.children.length > 0) continue;
      const style = getComputedStyle(element);
      if (style.overflowX !== 'hidden' || element.getClientRects().length === 0) continue;
      if (element.scrollWidth > element.clientWidth + 1 || element.scrollHeight > element.clientHeight + 2)
        found.push(text);
    }
    return found;
  });

test(
  'every place and every sheet says nothing but what is in the catalogue, and has room for it lengthened by 40 %',
  { timeout: 240_000 },
  async () => {
    const addresses: string[] = [...PLACES.map((place) => `/${place}`)];
    for (const { place, open } of SHEETS) {
      if (!page.url().endsWith(place)) await page.goto(place);
      await open(page);
      await page.getByRole('dialog').first().waitFor();
      addresses.push(page.url());
      await page.goBack();
      await until(
        () => page.getByRole('dialog').count(),
        (count) => count === 0,
      );
    }
    await speak('en-XA');
    const wrong: string[] = [];
    for (const address of addresses) {
      // Another page in between: a sheet's address differs from its place's in what comes behind the # alone.
      await page.goto('about:blank');
      await page.goto(address);
      await page.getByRole('navigation').getByText('⟦').first().waitFor();
      if (address.includes('#')) await page.getByRole('dialog').first().waitFor();
      else await page.getByRole('main').getByText('⟦').first().waitFor();
      const at = address.replace(/^https?:\/\/[^/]*/, '');
      for (const line of foreign(await read())) wrong.push(`${at}: ${line}`);
      for (const text of await cut()) wrong.push(`${at} has no room for ${text}`);
    }
    assert.ok(wrong.length === 0, [...new Set(wrong)].join('\n'));
  },
);

test(
  'the language is chosen under Shows, outlives a reload, and Arabic turns the page round',
  { timeout: 90_000 },
  async () => {
    await speak('en');
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
    await speak('en');
  },
);

test(
  'an app in Japanese makes a first show whose words are Japanese, on the frame too',
  { timeout: 120_000 },
  async () => {
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
  },
);
