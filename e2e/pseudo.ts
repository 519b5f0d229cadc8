import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';

/* The pseudo-language (ui/words/pseudo.ts) shows what was never said through the catalogue, and what has no room for longer words. */

/** Chooses a language as Shows keeps it; the pseudo-language is offered nowhere. It is spoken from the next load on. */
export const speak = (page: Page, language: string): Promise<void> =>
  page.evaluate((chosen) => localStorage.setItem('gavirn.language', chosen), language);

/** All that is read on the page: each line that is seen, and what only a screen reader reads. */
const read = (page: Page): Promise<string[]> =>
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
    // What this device was called when the demo was first opened.
    'Phone',
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
const cut = (page: Page): Promise<string[]> =>
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

/** What is wrong with the page's words: that they are not from the catalogue, or have no room when they are 40 % longer. */
export async function wordFaults(page: Page): Promise<string[]> {
  const faults = [...foreign(await read(page)), ...(await cut(page)).map((text) => `no room for ${text}`)];
  return [...new Set(faults)];
}
