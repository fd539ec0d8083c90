import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob, sheet } from './hands.ts';

test('a button pressed twice does it once: copies, kept offers', async ({ page }) => {
  test.setTimeout(90_000);
  await comeInAs(page, 'Mira Holt');
  const copies = page.getByRole('link', { name: /^\d+ Market cart box \(copy\)/ });
  const plank = page
    .getByRole('listitem')
    .filter({ hasText: /Market cart box(?! \(copy)/ })
    .first();
  await expect(plank).toBeVisible();
  const before = await copies.count();
  await plank.getByRole('button', { name: 'Copy' }).dblclick();
  await expect(copies).toHaveCount(before + 1);
  await page.waitForTimeout(700);
  await expect(copies).toHaveCount(before + 1);
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Power');
  await sheet(page, 'Quote');
  const keep = page.getByRole('button', { name: /Keep as version/ });
  const next = Number(/\d+$/.exec(await keep.innerText())![0]);
  await keep.dblclick();
  await expect(keep).toHaveText(`Keep as version ${next + 1}`);
  await page.waitForTimeout(700);
  await expect(keep).toHaveText(`Keep as version ${next + 1}`);
});

test('quick hands lose nothing: every cable ticked is made', async ({ page }) => {
  test.setTimeout(90_000);
  await comeInAs(page, 'Jonas Wick');
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Cables');
  await sheet(page, 'Cards');
  const open = page.getByRole('checkbox', { name: /is made$/, checked: false });
  await expect(open.first()).toBeEnabled();
  // By their names: the list may be put in another order once the store is known.
  const names = await page
    .getByRole('checkbox', { name: /is made$/ })
    .evaluateAll((boxes) => boxes.slice(0, 12).map((b) => b.getAttribute('aria-label')!));
  const quick = names.map((name) => page.getByRole('checkbox', { name, exact: true }));
  for (const box of quick) if (!(await box.isChecked())) await box.click({ delay: 0 });
  for (const box of quick) await expect(box).toBeChecked();
  await page.reload();
  for (const box of quick) await expect(box).toBeChecked();
});
