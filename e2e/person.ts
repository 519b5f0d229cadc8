import type { Page } from 'playwright-core';

/* What a person does again and again. */

/** Adds Brindle by its handle, from wherever the page is. */
export async function addBrindle(page: Page, handle: string): Promise<void> {
  await page.goto('/feeds');
  await page.getByRole('button', { name: 'Add a feed' }).click();
  await page.getByRole('radio', { name: 'Brindle' }).click();
  await page.getByLabel('Your handle on Brindle').fill(handle);
  await page.getByRole('button', { name: 'Check' }).click();
  await page.getByRole('button', { name: 'Add this feed' }).click();
  await page.getByText(/^(Waiting for you to go live|Connected)/).waitFor();
}

/** The outlet's address, as it stands on its card. */
export async function outletAddress(page: Page): Promise<string> {
  await page.goto('/outlets');
  return page.getByLabel('Address', { exact: true }).innerText();
}

/** Closes the sheet that is open. */
export const closeSheet = (page: Page): Promise<void> =>
  page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();
