import { expect, type Page } from '@playwright/test';

/** What a person does again and again. */
export async function comeInAs(page: Page, name: string): Promise<void> {
  await page.goto('/');
  const signOut = page.getByRole('button', { name: 'Sign out' });
  const sheet = page.getByRole('heading', { name: 'Demo workshop: come in as' });
  await expect(signOut.or(sheet)).toBeVisible();
  if (await signOut.isVisible()) {
    await signOut.click();
    await expect(sheet).toBeVisible();
  }
  await page.getByRole('button', { name: new RegExp(name) }).click();
  await expect(page.getByRole('heading', { name: 'What must happen next' })).toBeVisible();
}

export async function openJob(page: Page, jobName: string): Promise<void> {
  await page
    .getByRole('link', { name: new RegExp(jobName) })
    .first()
    .click();
  await expect(page.getByRole('navigation', { name: 'Route card' })).toBeVisible();
}

export const goTo = async (page: Page, station: string): Promise<void> => {
  const link = page.getByRole('navigation', { name: 'Route card' }).getByRole('link', { name: new RegExp(station) });
  await link.click();
  // A station comes when it is first opened; until then the one before may still be seen.
  await expect(link).toHaveAttribute('aria-current', 'page');
  await expect(page.getByText('Opening the station …')).toHaveCount(0);
};

/** One sheet of the station that is open. */
export const sheet = (page: Page, name: string) =>
  page
    .getByRole('navigation', { name: 'Sheets' })
    .getByRole('link', { name: new RegExp(name) })
    .click();

/** Everything typed and clicked so far is on the server. */
export const saved = (page: Page) => expect(page.getByRole('status').first()).toHaveText('saved');
