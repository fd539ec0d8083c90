import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';

const url = process.env.OMBRIK_TEST_DATABASE_URL;

test('an empty workshop is led through, tries a practice board and throws it away', async ({ page }) => {
  test.skip(!url, 'OMBRIK_TEST_DATABASE_URL names no database beside the demo');
  test.setTimeout(180_000);
  const root = fileURLToPath(new URL('..', import.meta.url));
  const email = `nell${Date.now() % 1e6}@fellside.example`;
  const made = spawnSync(
    'npx',
    [
      'tsx',
      'server/src/firstUser.ts',
      '--workshop',
      `Fell Side ${email.slice(4, 10)}`,
      '--name',
      'Nell Rudd',
      '--email',
      email,
      '--another',
    ],
    { cwd: root, encoding: 'utf8', env: { ...process.env, DATABASE_URL: url } },
  );
  const password = /password: (\S+)/.exec(made.stdout)?.[1];
  expect(password, made.stderr).toBeTruthy();
  await page.goto('/');
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill(password!);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  const setting = page.getByRole('region', { name: 'Setting the workshop up' });
  await expect(setting.getByText(/0 of 6\s+done/)).toBeVisible();
  // What is left for later stays so, and is found again.
  await setting.getByRole('button', { name: 'Tools and dies you own: it is right so, or later' }).dblclick();
  await expect(setting.getByText(/1 of 6\s+done/)).toBeVisible();
  await page.reload();
  await expect(setting.getByText(/1 of 6\s+done/)).toBeVisible();
  await setting.getByRole('link', { name: 'Let somebody in' }).click();
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Bo Ling');
  await page.getByRole('button', { name: 'Make a link' }).click();
  await expect(page.getByLabel('Link for Bo Ling')).toBeVisible();
  await page.getByRole('link', { name: 'OMBRIK' }).click();
  // A board to try things on: pressed twice it is one; put away it is gone.
  await setting.getByRole('button', { name: 'A practice board' }).dblclick();
  await expect(page).toHaveURL(/\/board$/);
  await expect(page.getByRole('heading', { name: 'Route card 401' })).toBeVisible();
  await page.getByRole('link', { name: 'OMBRIK' }).click();
  const plank = page.getByRole('link', { name: /^401 Practice board/ });
  await expect(plank).toHaveCount(1);
  await page.getByRole('button', { name: 'Archive' }).click();
  await expect(plank).toHaveCount(0);
  // An order of one's own, from a template.
  await setting.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('Job name').fill('Beacon hut');
  await page.getByLabel('Start from').selectOption({ label: 'Mountain hut' });
  await page.getByRole('button', { name: 'Take the job in' }).click();
  await expect(page.getByRole('heading', { name: 'Order sheet' })).toBeVisible();
});
