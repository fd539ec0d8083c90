import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { comeInAs, goTo, openJob, saved, sheet } from './hands.ts';

const home = (page: Page) => page.getByRole('link', { name: 'OMBRIK' }).click();
const why = (page: Page) => page.getByRole('complementary', { name: 'Why this number' });

/** What each step of the README's tour says, done; by the step's own name. */
const STEPS: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  'Come in.': async (page) => {
    await comeInAs(page, 'Mira Holt');
    await expect(page.getByRole('link', { name: /waits for/ }).first()).toBeVisible();
  },
  'An order.': async (page) => {
    await openJob(page, 'Larchfold hut board');
    await goTo(page, 'Brief');
    await expect(page.getByRole('heading', { name: 'Still unknown' })).toBeVisible();
    const volts = page.getByRole('table', { name: 'System voltage' });
    for (const v of ['12', '24', '48']) await expect(volts).toContainText(v);
  },
  'What it draws.': async (page) => {
    await home(page);
    await openJob(page, 'Market cart box');
    await goTo(page, 'Power');
    const watts = page.getByLabel('Watts of Cooler');
    const was = await watts.inputValue();
    const figures = page.getByTitle('Why this number?');
    const before = await figures.allTextContents();
    // Another walk may have left it so.
    await watts.fill(was === '48' ? '60' : '48');
    await watts.press('Enter');
    await expect.poll(() => figures.allTextContents()).not.toEqual(before);
    await saved(page);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(watts).toHaveValue(was);
    await saved(page);
  },
  'Ask why.': async (page) => {
    await page.getByTitle('Why this number?').first().click();
    await expect(why(page)).toContainText('Source');
    await page.keyboard.press('Escape');
  },
  'A short.': async (page) => {
    await home(page);
    await openJob(page, 'Larchfold hut board');
    await goTo(page, 'Circuit');
    await page.getByRole('button', { name: 'Short a line' }).click();
    await page.getByRole('button', { name: /^Line W32,/ }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('region', { name: 'Short on W32' })).toContainText('opens first');
  },
  'Move a part.': async (page) => {
    await goTo(page, 'Board');
    await page.getByRole('button', { name: /^-F4 / }).first().focus();
    await page.keyboard.press('Shift+ArrowDown');
    await saved(page);
    await page.getByRole('radio', { name: 'Back' }).click();
    await expect(page.getByText('seen from behind').first()).toBeVisible();
    await page.getByRole('radio', { name: 'Front' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    await saved(page);
  },
  'Cut.': async (page) => {
    await goTo(page, 'Cables');
    await sheet(page, 'Cutting');
    await page.getByRole('button', { name: 'Plan the cuts' }).click();
    await expect(page.getByText('proven best').first()).toBeVisible();
  },
  'Build.': async (page) => {
    await comeInAs(page, 'Jonas Wick');
    await openJob(page, 'Cider press shed');
    await goTo(page, 'Build');
    await page.getByRole('button', { name: 'To the bench' }).click();
    const bench = page.getByRole('region', { name: 'At the bench' });
    const step = bench.getByRole('heading', { level: 2 });
    const was = await step.textContent();
    await bench.getByRole('button', { name: /→$/ }).click();
    await expect(step).not.toHaveText(was!);
  },
  'Practise.': async (page) => {
    await comeInAs(page, 'Ada Fenn');
    await page.getByRole('link', { name: 'Practice' }).click();
    await page.getByRole('button', { name: 'Start' }).click();
    await expect(page).toHaveURL(/\/practice\/\w+/);
    await expect(page.getByRole('region', { name: 'Meter' })).toBeVisible();
  },
  'Find anything.': async (page) => {
    const find = async (words: string) => {
      await page.keyboard.press('Control+k');
      await expect(page.getByPlaceholder(/a job, W17/)).toBeFocused();
      await page.keyboard.type(words);
    };
    await find('let-through');
    await page.getByRole('option', { name: /let-through/ }).click();
    await expect(page).toHaveURL(/guide\/words#let-through/);
    // The page has come and the field has gone: what is typed next is typed into a new one.
    await expect(page.getByRole('navigation', { name: 'Guide' })).toBeVisible();
    await expect(page.getByPlaceholder(/a job, W17/)).toBeHidden();
    await find('402/W17');
    await page.getByRole('option', { name: /402\/W17/ }).click();
    await expect(page).toHaveURL(/cables\/cards\?cable=/);
  },
};

test('the ten minutes of the README work as they stand', async ({ page }) => {
  test.setTimeout(240_000);
  const readme = readFileSync(new URL('../README.md', import.meta.url), 'utf8');
  const named = [...readme.matchAll(/^\d+\. \*\*([^*]+)\*\* /gm)].map((m) => m[1]);
  expect(named).toEqual(Object.keys(STEPS));
  // What the README tells a hand to press is pressed by the step of that name.
  for (const [name, walk] of Object.entries(STEPS)) await test.step(name, () => walk(page));
});
