import { expect, test } from '@playwright/test';
import { comeInAs, goTo, openJob } from './hands.ts';

/** What is read aloud along the main way, from the browser's own accessibility tree. */
test('who hears the screen is told what stands there, in the order of the work', async ({ page }) => {
  await comeInAs(page, 'Mira Holt');
  await expect(page.getByRole('banner')).toMatchAriaSnapshot(`
    - banner:
      - link "OMBRIK"
      - button "Find and do"
      - navigation "Shop":
        - link "Plan"
        - link "Store"
        - link "Buying"
        - link "Catalogue"
        - link "Practice"
        - link "Workshop"
      - link /^Mira Holt/
      - link "Change hands"
      - button "Sign out"
  `);
  await expect(page.getByRole('main')).toMatchAriaSnapshot(`
    - main:
      - heading "What must happen next" [level=1]
      - searchbox "Find a job"
      - button "New job"
      - list:
        - listitem:
          - link /^\\d+ .+/
          - link / waits for /
          - button /^Copy .+/
          - button /^Archive .+/
  `);
  await openJob(page, 'Larchfold hut board');
  await goTo(page, 'Board');
  await page.getByRole('button', { name: /^-F1 / }).first().waitFor();
  await expect(page.getByRole('navigation', { name: 'Route card' })).toMatchAriaSnapshot(`
    - navigation "Route card":
      - heading /^Route card \\d+/ [level=2]
      - list:
        - listitem:
          - link /^Brief (?:.+ is here )?(?:done|in work|not ready|open findings)/
        - listitem:
          - link /^Power (?:.+ is here )?(?:done|in work|not ready|open findings)/
        - listitem:
          - link /^Circuit (?:.+ is here )?(?:done|in work|not ready|open findings)/
        - listitem:
          - link /^Board (?:.+ is here )?(?:done|in work|not ready|open findings)/
        - listitem:
          - link /^Cables (?:.+ is here )?(?:done|in work|not ready|open findings)/
        - listitem:
          - link /^Build (?:.+ is here )?(?:done|in work|not ready|open findings)/
        - listitem:
          - link /^Test (?:.+ is here )?(?:done|in work|not ready|open findings)/
        - listitem:
          - link /^Ship (?:.+ is here )?(?:done|in work|not ready|open findings)/
  `);
  // A part says what it is and where it stands; a wire from where to where, how thick and of which polarity.
  await expect(page.getByRole('button', { name: /^-F1 Battery fuse holder.*, at \d+, \d+ millimetres$/ })).toHaveCount(
    1,
  );
  const wire = page.getByRole('button', { name: /^Wire W12, -X1:s3 to -F4:line, [\d.]+ square millimetres, plus/ });
  await wire.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('img', { name: /^Cable W12, cut \d+ mm, RD$/ })).toBeVisible();
  await goTo(page, 'Cables');
  await expect(page.locator('[data-station="cables"]')).toMatchAriaSnapshot(`
    - navigation "Sheets":
      - link "Cards"
      - link "Cutting"
      - link "Picking"
    - region "Release"
    - progressbar "Cables made"
    - textbox "Scan or type a code":
      - /placeholder: /scan/
    - combobox "Order"
    - list:
      - listitem:
        - heading /mm²/ [level=2]
        - checkbox /^W\\d+ is made$/
        - button /^W\\d+ \\d+ mm .+/
  `);
  await goTo(page, 'Build');
  await expect(page.locator('[data-station="build"]')).toMatchAriaSnapshot(`
    - heading "Build" [level=1]
    - combobox "Which steps"
    - button "To the bench"
    - table "Steps of the build":
      - rowgroup:
        - row:
          - columnheader "No."
          - columnheader "Step"
          - columnheader "Minutes"
  `);
  await page.getByRole('button', { name: 'To the bench' }).click();
  await expect(page.getByRole('region', { name: 'At the bench' })).toMatchAriaSnapshot(`
    - region "At the bench":
      - heading [level=2]
      - button "▲ Problem"
      - button /Hold/
      - button /→/
  `);
  await page.getByRole('button', { name: 'List' }).click();
  await goTo(page, 'Test');
  await expect(page.locator('[data-station="test"]')).toMatchAriaSnapshot(`
    - list "Test plan":
      - listitem:
        - heading /^Cold \\d+\\/\\d+/ [level=2]
        - list:
          - listitem:
            - button /Look the board over/
  `);
  await expect(page.getByRole('region', { name: 'Current check' })).toBeVisible();
});
