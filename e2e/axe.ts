import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';

const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');
interface AxeResult {
  violations: { id: string; nodes: { html: string; failureSummary?: string }[] }[];
}

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
/** What another colour scheme or width can change: names and roles stay as they are. */
const SEEN = ['color-contrast', 'target-size', 'link-in-text-block'];

/** What axe-core finds on a page against WCAG 2.2, levels A and AA. @param where how it is called @param rules all, or those by which what is seen is judged */
async function violations(page: Page, where: string, rules: 'all' | 'seen' = 'all'): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe);
  const found = await page.evaluate(
    (runOnly) =>
      (window as unknown as { axe: { run: (context: Document, options: object) => Promise<AxeResult> } }).axe.run(
        document,
        { runOnly },
      ),
    rules === 'all' ? { type: 'tag', values: WCAG } : { type: 'rule', values: SEEN },
  );
  return found.violations.map(
    ({ id, nodes }) =>
      `${where} ${id}: ${nodes
        .map(({ html, failureSummary }) => `${html.slice(0, 160)} ${failureSummary ?? ''}`)
        .join(' | ')
        .slice(0, 700)}`,
  );
}

/** What it finds on a phone in the dark, and wide in the light. The page is left as a phone in the dark. */
export async function violationsBothWays(page: Page, where: string): Promise<string[]> {
  const found: string[] = [];
  for (const [width, colorScheme, rules] of [
    [1280, 'light', 'seen'],
    [390, 'dark', 'all'],
  ] as const) {
    await page.setViewportSize({ width, height: 844 });
    await page.emulateMedia({ colorScheme });
    await page.waitForTimeout(150);
    found.push(...(await violations(page, `${where} ${width} ${colorScheme}`, rules)));
  }
  return found;
}
