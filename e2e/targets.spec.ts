import { expect, type Page, test } from '@playwright/test';
import { comeInAs, openJob } from './hands.ts';

/**
 * WCAG 2.2, 2.5.8: a target is 24 px wide and high, or so far from the next that a circle of 24 px on it touches none; a
 * word in a sentence is let be. What is placed and sized by what it stands for (a drawing, a plan of hours) is let be too: it
 * has the keyboard and the lists.
 * @returns what is too small, by name
 */
const tooSmall = (page: Page) =>
  page.evaluate(() => {
    const LEAST = 24;
    const TARGETS = 'button, a[href], input, select, textarea, summary, [role=button], [role=slider], [role=tab]';
    const targets = [...document.querySelectorAll<HTMLElement>(TARGETS)]
      .filter((e) => !e.closest('svg') && e.checkVisibility() && !(e as HTMLButtonElement).disabled)
      .map((e) => {
        const box = /^(checkbox|radio)$/.test((e as HTMLInputElement).type) ? e.closest('label') : e.closest('.input');
        return [e, (box ?? e).getBoundingClientRect()] as const;
      })
      .filter(([, r]) => r.width > 2 && r.height > 2);
    const inSentence = (e: HTMLElement) => getComputedStyle(e).display === 'inline';
    const byMeaning = (e: HTMLElement) => getComputedStyle(e).position === 'absolute';
    const apart = (r: DOMRect, other: DOMRect) => {
      const [x, y] = [r.left + r.width / 2, r.top + r.height / 2];
      const dx = Math.max(other.left - x, 0, x - other.right);
      const dy = Math.max(other.top - y, 0, y - other.bottom);
      return Math.hypot(dx, dy) >= LEAST / 2;
    };
    return targets
      .filter(([, r]) => r.width < LEAST - 0.5 || r.height < LEAST - 0.5)
      .filter(
        ([e, r]) =>
          !inSentence(e) &&
          !byMeaning(e) &&
          targets.some(([o, other]) => o !== e && !o.contains(e) && !e.contains(o) && !apart(r, other)),
      )
      .map(([e, r]) => `${e.ariaLabel ?? e.textContent} ${Math.round(r.width)}×${Math.round(r.height)}`);
  });

const SHEETS = [
  'brief',
  'power',
  'power/sources',
  'power/quote',
  'circuit',
  'circuit/connections',
  'board',
  'cables',
  'cables/cutting',
  'cables/labels',
  'build',
  'test',
  'ship',
  'history',
];
const PAGES = ['/plan', '/stock', '/catalogue', '/buying', '/workshop', '/people', '/me', '/practice'];

test('whatever is pressed at the desk is large enough to be hit', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  expect(await tooSmall(page)).toEqual([]);
  await openJob(page, 'Larchfold hut board');
  const job = new URL(page.url()).pathname.split('/').slice(0, 3).join('/');
  for (const path of [...SHEETS.map((s) => `${job}/${s}`), ...PAGES]) {
    await page.goto(path);
    await expect(page.getByRole('main').or(page.locator('[data-station]')).first()).toBeVisible();
    await expect(page.locator('[data-waiting]')).toHaveCount(0);
    expect([path, await tooSmall(page)]).toEqual([path, []]);
  }
});
