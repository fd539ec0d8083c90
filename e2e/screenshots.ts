import { fileURLToPath } from 'node:url';
import { type BrowserContextOptions, chromium, type Page } from '@playwright/test';
import { CHROMIUM } from './chromium.ts';
import { comeInAs, openJob } from './hands.ts';

/**
 * npm run screenshots: the still pictures of README and guide, made from the demo that is running (OMBRIK_URL), as it was
 * seeded. Names behind it make those alone: npm run screenshots -- board cutting.
 */
const AT = process.env.OMBRIK_URL ?? 'http://127.0.0.1:4170';
const DESK = { width: 1280, height: 800 };
const TABLET = { width: 1024, height: 768 };

interface Still {
  size?: typeof DESK;
  /** Whoever looks; the designer where nobody is named. */
  person?: string;
  dark?: boolean;
  /** The job whose page it is, and the page. */
  job?: string;
  path: string;
  /** What is pressed before it is taken. */
  press?: (page: Page) => Promise<unknown>;
}
const HUT = 'Larchfold hut board';
const button = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first();

const STILLS: Readonly<Record<string, Still>> = {
  'shop-wall': { path: '/' },
  plan: { path: '/plan' },
  store: { path: '/stock' },
  buying: { path: '/buying' },
  practice: {
    path: '/practice',
    press: async (page) => {
      await page.getByRole('button', { name: 'Start', exact: true }).click();
      await page.getByRole('radio', { name: 'Ten amps through a lead' }).check();
      for (let n = 1; n <= 4; n++) {
        await page.getByRole('button', { name: 'Read', exact: true }).click();
        await page.getByRole('heading', { name: `Read so far: ${n}` }).waitFor();
      }
    },
  },
  brief: { job: HUT, path: 'brief' },
  power: { job: 'Market cart box', path: 'power/loads' },
  'power-year': {
    job: HUT,
    path: 'power/year',
    press: (page) => page.getByRole('heading', { name: 'A year of this board' }).waitFor(),
  },
  circuit: { job: HUT, path: 'circuit/diagram' },
  'circuit-fault': {
    job: HUT,
    path: 'circuit/diagram',
    press: async (page) => {
      await button(page, 'Short a line').click();
      await button(page, /^Line W9,/).focus();
      await page.keyboard.press('Enter');
      await page.getByRole('region', { name: /^Short on/ }).waitFor();
    },
  },
  'circuit-heat': { job: HUT, path: 'circuit/heat' },
  'circuit-control': { job: 'Cider press shed', path: 'circuit/control' },
  board: { job: HUT, path: 'board' },
  'board-arrange': {
    job: HUT,
    path: 'board',
    press: async (page) => {
      await page.getByRole('button', { name: 'Arrange', exact: true }).click();
      await page
        .getByRole('region', { name: 'Arrangements' })
        .getByRole('article')
        .first()
        .waitFor({ timeout: 120_000 });
    },
  },
  'cables-tablet': { size: TABLET, job: HUT, path: 'cables/cards' },
  cutting: {
    job: HUT,
    path: 'cables/cutting',
    press: async (page) => {
      await button(page, 'Plan the cuts').click();
      await button(page, 'Take this plan').waitFor({ timeout: 60_000 });
    },
  },
  'build-bench': {
    size: TABLET,
    dark: true,
    job: 'Cider press shed',
    path: 'build',
    press: (page) => button(page, 'To the bench').click(),
  },
  'test-bench-theme': { person: 'Ada', dark: true, job: 'Corrie Top repeater', path: 'test' },
  ship: {
    job: 'Flower cart box',
    path: 'ship',
    press: (page) => page.getByText('Fetching the paper').waitFor({ state: 'hidden', timeout: 60_000 }),
  },
};

const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !(name in STILLS));
if (unknown.length > 0)
  throw new Error(`no picture is called ${unknown.join(', ')}; accepted: ${Object.keys(STILLS).join(', ')}`);
const browser = await chromium.launch(CHROMIUM);
for (const [name, { size = DESK, person = 'Mira Holt', dark, job, path, press }] of Object.entries(STILLS)) {
  if (asked.length > 0 && !asked.includes(name)) continue;
  const options: BrowserContextOptions = { viewport: size, serviceWorkers: 'block', baseURL: AT };
  const context = await browser.newContext(options);
  if (dark) await context.addInitScript(() => localStorage.setItem('ombrik-theme', 'bench'));
  const page = await context.newPage();
  await comeInAs(page, person, { mindsFloor: false });
  if (job) {
    await openJob(page, job);
    await page.goto(page.url().replace(/(\/jobs\/[^/]+).*/, `$1/${path}`));
  } else if (path !== '/') await page.goto(path);
  await page.waitForTimeout(3500);
  await press?.(page);
  await page.waitForTimeout(1500);
  await page.screenshot({ path: fileURLToPath(new URL(`../docs/screenshots/${name}.png`, import.meta.url)) });
  console.log(name);
  await context.close();
}
await browser.close();
