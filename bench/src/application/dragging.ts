import { type CDPSession, chromium, type Locator, type Page } from '@playwright/test';
import { CHROMIUM } from '../../../e2e/chromium.ts';
import { comeIn } from './client.ts';
import { boardOfParts } from './manyParts.ts';

const STEPS = 200;
const COUNTED = ['ScriptDuration', 'LayoutDuration', 'RecalcStyleDuration'];

/** Script, style and layout the browser has spent so far, ms. */
async function spentMs(session: CDPSession): Promise<number> {
  const { metrics } = await session.send('Performance.getMetrics');
  return metrics.filter((m) => COUNTED.includes(m.name)).reduce((sum, m) => sum + m.value * 1000, 0);
}

/** Moves the mouse as a hand does, a step a frame. @returns what each step cost, ms */
async function steps(page: Page, session: CDPSession, from: { x: number; y: number }): Promise<number[]> {
  const cost: number[] = [];
  let before = await spentMs(session);
  for (let n = 1; n <= STEPS; n++) {
    await page.mouse.move(from.x + (n % 40) * 2, from.y + (n % 25) * 2);
    const now = await spentMs(session);
    cost.push(now - before);
    before = now;
  }
  return cost;
}

/** A place on a part where nothing lies over it: names of wires do. */
async function graspOf(part: Locator): Promise<{ x: number; y: number }> {
  const at = await part.evaluate((own) => {
    const box = own.getBoundingClientRect();
    for (let dy = 2; dy < box.height; dy += 2)
      for (let dx = 2; dx < box.width; dx += 2) {
        const [x, y] = [box.x + dx, box.y + dy];
        if (own.contains(document.elementFromPoint(x, y))) return { x, y };
      }
    return null;
  });
  if (!at) throw new Error('the part lies under others');
  return at;
}

/** A part of 300 dragged about its board. @returns lines of a table */
export async function dragTable(url: string): Promise<string[]> {
  const mira = await comeIn(url, 'pe_designer');
  const { job } = await mira.post('/api/jobs/import', boardOfParts(300));
  const browser = await chromium.launch(CHROMIUM);
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const [name, value] = mira.cookie.split('=') as [string, string];
    await context.addCookies([{ name, value, url }]);
    const page = await context.newPage();
    await page.goto(`${url}/jobs/${job.id}/board`);
    const part = page.getByRole('button', { name: /^-F155\b/ }).first();
    await part.waitFor({ timeout: 60_000 });
    // What was worked out on opening is over.
    await page.waitForTimeout(5000);
    const session = await context.newCDPSession(page);
    await session.send('Performance.enable');
    // As near as a hand goes to move one part among many.
    const box = (await part.boundingBox())!;
    await page.mouse.move(box.x, box.y);
    for (let notch = 0; notch < 8; notch++) await page.mouse.wheel(0, -100);
    await page.waitForTimeout(1500);
    const at = await graspOf(part);
    const hovering = await steps(page, session, at);
    await page.mouse.move(at.x, at.y);
    await page.mouse.down();
    const dragging = await steps(page, session, at);
    // What is told while a part is in the hand: that it is.
    const told = await page
      .getByRole('status')
      .filter({ hasText: /^-?\d+, -?\d+ mm$/ })
      .count();
    if (told !== 1) throw new Error('the part was not dragged');
    await page.mouse.up();
    const row = (what: string, cost: number[]) => {
      const sorted = [...cost].sort((a, b) => a - b);
      const share = (s: number) => `${sorted[Math.floor((sorted.length - 1) * s)]!.toFixed(1)} ms`;
      return `| ${what} | ${cost.length} | ${share(0.5)} | ${share(0.95)} | ${share(1)} |`;
    };
    return [
      '| the pointer | steps | median | 95 of 100 | longest |',
      '| --- | --- | --- | --- | --- |',
      row('moves over the board', hovering),
      row('drags a part', dragging),
    ];
  } finally {
    await browser.close();
  }
}
