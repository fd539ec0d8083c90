import { writeFileSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import gifenc from 'gifenc';
import { PNG } from 'pngjs';
import { CHROMIUM } from './chromium.ts';

/**
 * npm run tour-picture: the moving picture of the README, made from the demo that is running (OMBRIK_URL): a part is moved
 * and its cables come along, a line is shorted, a number is asked why.
 */
const { GIFEncoder, quantize, applyPalette } = gifenc;
const AT = process.env.OMBRIK_URL ?? 'http://127.0.0.1:4170';
const SIZE = { width: 1080, height: 675 };
/** Every second pixel: it is looked at, not read. */
const STEP = 2;

const browser = await chromium.launch(CHROMIUM);
const page: Page = await (await browser.newContext({ viewport: SIZE, deviceScaleFactor: 1 })).newPage();
const frames: { pixels: Uint8Array; ms: number }[] = [];

async function look(ms: number): Promise<void> {
  const { data, width } = PNG.sync.read(await page.screenshot());
  const [w, h] = [SIZE.width / STEP, Math.floor(SIZE.height / STEP)];
  const pixels = new Uint8Array(w * h * 4);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++)
      // The mean of the pixels that become one.
      for (let c = 0; c < 4; c++) {
        let sum = 0;
        for (let dy = 0; dy < STEP; dy++)
          for (let dx = 0; dx < STEP; dx++) sum += data[((y * STEP + dy) * width + x * STEP + dx) * 4 + c]!;
        pixels[(y * w + x) * 4 + c] = sum / STEP ** 2;
      }
  frames.push({ pixels, ms });
}
const rest = (ms: number) => page.waitForTimeout(ms);

await page.goto(AT);
await page.getByRole('button', { name: /Mira Holt/ }).click();
await page.getByRole('heading', { name: 'What must happen next' }).waitFor();
await rest(500);
await look(1400);
await page
  .getByRole('link', { name: /Market cart/ })
  .first()
  .click();
await page.getByRole('navigation', { name: 'Route card' }).getByRole('link', { name: /Board/ }).click();
await page.getByRole('button', { name: /^-T1 / }).first().waitFor();
await rest(1500);
await look(900);
// A part goes to the left, step by step, and comes back.
const part = page.getByRole('button', { name: /^-T1 / }).first();
await part.focus();
for (let n = 0; n < 8; n++) {
  await page.keyboard.press('Shift+ArrowLeft');
  await rest(350);
  await look(130);
}
await rest(900);
await look(900);
for (let n = 0; n < 8; n++) await page.keyboard.press('Control+z');
await rest(1200);
await page.goto(page.url().replace(/\/board.*/, '/circuit/diagram'));
await page
  .getByRole('button', { name: /^Line W/ })
  .first()
  .waitFor();
await rest(1500);
await look(1100);
await page.getByRole('button', { name: 'Short a line' }).click();
await page.getByRole('button', { name: /^Line W13,/ }).focus();
await page.keyboard.press('Enter');
await page.getByRole('region', { name: /^Short on/ }).waitFor();
await rest(1200);
await look(2200);
await page.getByTitle('Why this number?').first().click();
await rest(900);
await look(2600);
await browser.close();

const [w, h] = [SIZE.width / STEP, Math.floor(SIZE.height / STEP)];
const gif = GIFEncoder();
for (const { pixels, ms } of frames) {
  const palette = quantize(pixels, 64);
  gif.writeFrame(applyPalette(pixels, palette), w, h, { palette, delay: ms });
}
gif.finish();
writeFileSync(new URL('../docs/screenshots/tour.gif', import.meta.url), gif.bytes());
