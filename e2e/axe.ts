import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';

const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');
interface AxeResult {
  violations: { id: string; nodes: { html: string; failureSummary?: string }[] }[];
}

/** What axe-core finds on a page against WCAG 2.2, levels A and AA. @param where how it is called */
export async function violations(page: Page, where: string): Promise<string[]> {
  await page.evaluate(axe);
  const found = await page.evaluate(() =>
    (window as unknown as { axe: { run: (context: Document, options: object) => Promise<AxeResult> } }).axe.run(
      document,
      {
        runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'],
      },
    ),
  );
  return found.violations.map(
    ({ id, nodes }) =>
      `${where} ${id}: ${nodes
        .map(({ html, failureSummary }) => `${html.slice(0, 160)} ${failureSummary ?? ''}`)
        .join(' | ')
        .slice(0, 700)}`,
  );
}
