import type { Page } from 'playwright-core';

/* What can be done by keys alone. */

/** The name by which a screen reader calls what has the focus. */
export const focused = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const at = document.activeElement;
    if (!(at instanceof HTMLElement) || at === document.body) return '';
    const by = at.getAttribute('aria-labelledby');
    const label = at instanceof HTMLInputElement ? at.labels?.[0]?.innerText : undefined;
    return (
      at.getAttribute('aria-label') ??
      (by ? document.getElementById(by)?.innerText : undefined) ??
      label ??
      at.innerText
    );
  });

/** Goes on by Tab until what has the focus is called so. Throws after `most` steps. */
export async function tabTo(page: Page, name: string | RegExp, most = 120): Promise<void> {
  const met: string[] = [];
  for (let n = 0; n < most; n += 1) {
    await page.keyboard.press('Tab');
    const now = (await focused(page)).trim();
    if (typeof name === 'string' ? now.startsWith(name) : name.test(now)) return;
    met.push(now);
  }
  throw new Error(`${String(name)} was not met by Tab among: ${met.join(' | ')}`);
}

/** What shows that it can be pressed, and that no key comes to: neither by Tab nor, in a group of choices, by the arrows. */
export const beyondKeys = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found: string[] = [];
    for (const element of document.querySelectorAll<HTMLElement>('body *')) {
      if (element.getClientRects().length === 0 || element.closest('[inert], [aria-disabled="true"], [disabled]'))
        continue;
      if (getComputedStyle(element).cursor !== 'pointer') continue;
      if (element.parentElement && getComputedStyle(element.parentElement).cursor === 'pointer') continue;
      // Beside the pieces a tap lets go of the one that is chosen, as Escape does.
      if (element.getAttribute('aria-label')?.includes('Deselect the piece')) continue;
      const stops = [element, ...element.querySelectorAll<HTMLElement>('*')].some((each) => each.tabIndex >= 0);
      const group = element.closest<HTMLElement>('[role=radiogroup], [role=tablist], [role=listbox], [role=menu]');
      const arrows = group && [group, ...group.querySelectorAll<HTMLElement>('*')].some((each) => each.tabIndex >= 0);
      if (!stops && !arrows)
        found.push(element.getAttribute('aria-label') ?? (element.innerText || element.outerHTML.slice(0, 120)));
    }
    return found;
  });
