import { expect, type Page } from '@playwright/test';

/** What a person does again and again. */
export async function comeInAs(page: Page, name: string, { mindsFloor = true } = {}): Promise<void> {
  // Boards on the floor ask before they are changed: who works on one has read it.
  const yes = page.getByRole('button', { name: 'Make the change' });
  await page.removeLocatorHandler(yes);
  if (mindsFloor)
    await page.addLocatorHandler(yes, async (button) => {
      // Pressed once it can be; it goes away by itself when the change turns out to touch nothing. No press is left
      // waiting: it would fall on whatever stands there when the next question has been answered.
      for (let n = 0; n < 600 && (await button.isVisible()); n++) {
        if (await button.isEnabled({ timeout: 1000 }).catch(() => false)) {
          await button.click({ timeout: 3000 }).catch(() => {});
          // A question that was put anew under the press is still there.
          const gone = await button.waitFor({ state: 'hidden', timeout: 2000 }).then(
            () => true,
            () => false,
          );
          if (gone) return;
        }
        await page.waitForTimeout(100);
      }
    });
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
export const saved = async (page: Page): Promise<void> => {
  // A large board on a slow machine takes a while to say what a change touches.
  await expect(page.getByText('This board is on the floor.')).toBeHidden();
  await expect(page.getByRole('banner').getByRole('status')).toHaveText('saved');
};

/** Writes into a field and hands it over. */
export const type = async (page: Page, label: string, value: string): Promise<void> => {
  await page.getByLabel(label, { exact: true }).fill(value);
  await page.getByLabel(label, { exact: true }).press('Enter');
};

/** Does what the check in turn asks, on a sound board: sees it, types what it should read, or writes its settings down. */
export const passCheck = async (page: Page): Promise<void> => {
  const check = page.getByRole('region', { name: 'Current check' });
  const seen = check.getByRole('button', { name: 'Seen and good' });
  const record = check.getByRole('button', { name: 'Record', exact: true });
  const setting = check.getByRole('button', { name: /^(Set and read back|\d+ still to write down)$/ });
  await expect(seen.or(record).or(setting)).toBeVisible();
  if (await seen.isVisible()) return seen.click();
  if (await setting.isVisible()) {
    for (const field of await check.getByLabel(/ left at$/).all()) {
      await field.fill('as its sheet says');
      await field.press('Enter');
    }
    return check.getByRole('button', { name: 'Set and read back' }).click();
  }
  // What a display shows, with what was read beside it: watts that are their product.
  if (await check.getByLabel('Watts shown').isVisible()) {
    await check.getByLabel(/^volts, /).fill('13');
    await check.getByLabel(/^amps, /).fill('20');
    await check.getByLabel('Watts shown').fill('260');
    return record.click();
  }
  const expected = /expected (-?[\d.]+)/.exec((await check.locator('svg path title').allTextContents()).join(' '));
  if (!expected) return check.getByRole('button', { name: 'Reads open' }).click();
  await check.getByLabel(/^Reading in /).fill(expected[1]!);
  await record.click();
};
