import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob, saved, sheet } from './hands.ts';

// Changed and asked what stays live.
test('the circuit is drawn, walked through its scenarios, shorted', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Circuit');
  const drawing = page.getByRole('application', { name: /One-line drawing/ });
  await expect(drawing).toBeVisible();
  // Lists scroll in their own places; the page itself never does.
  expect(await page.evaluate(() => document.documentElement.scrollHeight - innerHeight)).toBe(0);
  const before = (await drawing.getAttribute('aria-label'))!;
  const scenario = page.getByLabel('Scenario');
  await expect(scenario).toHaveValue('everything');
  await expect(page.getByRole('img', { name: /Volts lost on the way: W/ })).toBeVisible();
  const carries = page.getByRole('region', { name: 'What carries most' });
  const busiest = await carries.getByRole('row').nth(1).textContent();
  await scenario.selectOption('sun');
  await expect(carries.getByRole('row').nth(1)).not.toHaveText(busiest!);

  // Short a line: what flows, what opens first, and the device drawn as opened.
  await page.getByRole('button', { name: 'Short a line' }).click();
  await drawing.getByRole('button', { name: /^Line W32,/ }).focus();
  await page.keyboard.press('Enter');
  const story = page.getByRole('region', { name: 'Short on W32' });
  await expect(story).toContainText('opens first');
  await expect(story.getByRole('row', { name: /-F10:f4, first/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /Time and current of -F10:f4/ })).toBeVisible();
  await expect(drawing.getByText('-F10:f4 opened')).toBeVisible();
  await story.getByTitle('Why this number?').first().click();
  await expect(page.getByRole('complementary', { name: 'Why this number' })).toContainText('rospective');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Short a line' }).click();

  // By keyboard: a part put into a line, an end taken elsewhere, and both undone.
  await drawing.getByRole('button', { name: /^Line W32,/ }).focus();
  await page.keyboard.press('i');
  const putIn = page.getByLabel('Put a part into W32');
  await expect(putIn).toBeFocused();
  await putIn.selectOption({ label: 'Battery isolator 100 A, M8' });
  await expect(drawing).not.toHaveAttribute('aria-label', before);
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(drawing).toHaveAttribute('aria-label', before);
  await drawing.getByRole('button', { name: /^Line W23,/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('group', { name: 'Change W23' })).toContainText('-X1');

  // A part moved on the drawing stays there, and is let go again.
  await drawing.getByRole('button', { name: /^-Q1 / }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('button', { name: 'Lay out anew' })).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Lay out anew' }).click();
  await expect(page.getByRole('button', { name: 'Lay out anew' })).toBeHidden();
  await saved(page);

  await sheet(page, 'Stays live');
  const live = page.getByRole('table', { name: 'Live parts' });
  await expect(page.getByRole('region', { name: 'Switching on' })).toContainText(/Hold \d+ Ω across the open isolator/);
  const bar = live.getByRole('row', { name: /^-X1/ });
  await expect(bar).toContainText('-G1');
  await page.getByRole('checkbox', { name: /-Q1/ }).click();
  await expect(bar).not.toContainText('-G1');
  await expect(bar).toContainText('live');
  await expect(page.getByRole('heading', { name: 'With 1 open' })).toBeVisible();

  await sheet(page, 'Growth');
  const grown = page.getByRole('table', { name: 'Trunk conductors that would grow' });
  await expect(grown.getByRole('row').nth(1)).toBeVisible();
  await page.getByRole('button', { name: 'Build the trunk for it now' }).click();
  await expect(page.getByText('Every trunk conductor already bears it.')).toBeVisible();
  await saved(page);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(grown).toBeVisible();
  await saved(page);
});
