import { type Browser, type BrowserContext, type CDPSession, chromium, type Page } from '@playwright/test';
import { CHROMIUM } from '../../../e2e/chromium.ts';
import { median } from '../measure.ts';
import { comeIn } from './client.ts';

/** How much slower than this machine the hand's own is taken to be. */
const SLOWED = 4;
const ROUNDS = 5;
const BUDGET_MS = { screen: 1500, station: 300, press: 100 };
const STATIONS = ['Brief', 'Power', 'Circuit', 'Board', 'Cables', 'Build', 'Test', 'Ship'] as const;

/** What is told by the page itself, from within: when it was painted, and how long each press waited for the next paint. */
const WATCH = () => {
  const own = window as unknown as { felt: { lcpMs: number; presses: number[] } };
  own.felt = { lcpMs: 0, presses: [] };
  new PerformanceObserver((list) => {
    for (const e of list.getEntries()) own.felt.lcpMs = e.startTime;
  }).observe({ type: 'largest-contentful-paint', buffered: true });
  new PerformanceObserver((list) => {
    for (const e of list.getEntries())
      if ((e as PerformanceEventTiming & { interactionId: number }).interactionId) own.felt.presses.push(e.duration);
  }).observe({ type: 'event', durationThreshold: 16, buffered: true } as PerformanceObserverInit);
};

interface Seat {
  context: BrowserContext;
  page: Page;
  session: CDPSession;
}
async function seat(browser: Browser, url: string, cookie: string): Promise<Seat> {
  // What a service worker keeps would answer in the place of the server.
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  const [name, value] = cookie.split('=') as [string, string];
  await context.addCookies([{ name, value, url }]);
  // Functions handed to the page keep their names by a helper that stands here only.
  await context.addInitScript('globalThis.__name ??= (f) => f;');
  await context.addInitScript(WATCH);
  const page = await context.newPage();
  page.setDefaultTimeout(60_000);
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  return { context, page, session };
}

/** The wall, as it comes to a browser that has never been here. @returns ms to its largest paint */
async function firstScreen(browser: Browser, url: string, cookie: string) {
  const times: number[] = [];
  for (let n = 0; n < ROUNDS; n++) {
    const { context, page } = await seat(browser, url, cookie);
    await page.goto(url, { waitUntil: 'commit' });
    await page.getByRole('heading', { name: 'What must happen next' }).waitFor();
    await page
      .getByRole('link', { name: /Market cart/ })
      .first()
      .waitFor();
    await page.waitForTimeout(1500);
    times.push(await page.evaluate(() => (window as unknown as { felt: { lcpMs: number } }).felt.lcpMs));
    await context.close();
  }
  return times;
}

/** From the press on its name until the station stands painted, ms; in the page's own clock. */
async function stationChange(page: Page, name: string): Promise<number> {
  const card = page.getByRole('navigation', { name: 'Route card' });
  const timed = page.evaluate(
    () =>
      new Promise<number>((done, fail) => {
        window.addEventListener(
          'click',
          (e) => {
            const from = e.timeStamp;
            const look = () => {
              if (performance.now() - from > 20_000) return fail(new Error(`${asked} does not come`));
              // The place of a station that comes says so; so does what is worked out for it.
              const there = document.querySelector('[data-station]')?.getAttribute('data-station');
              if (there && !document.querySelector('[data-waiting="Opening the station"]') && there === asked) {
                requestAnimationFrame(() => setTimeout(() => done(performance.now() - from)));
                return;
              }
              requestAnimationFrame(look);
            };
            const asked = (e.target as Element).closest('a')?.getAttribute('href')?.split('/').at(-1);
            requestAnimationFrame(look);
          },
          { once: true, capture: true },
        );
      }),
  );
  const [took] = await Promise.all([timed, card.getByRole('link', { name: new RegExp(name) }).click()]);
  return took;
}

/** The slowest that waited for its next paint since it was last asked, ms. */
const pressed = async (page: Page): Promise<number> => {
  await page.waitForTimeout(600);
  return page.evaluate(() => {
    const own = (window as unknown as { felt: { presses: number[] } }).felt;
    return Math.max(0, ...own.presses.splice(0));
  });
};

/** Presses of each kind a job is worked with. @returns name and ms of each */
async function presses(page: Page, url: string, jobId: string): Promise<[string, number][]> {
  const done: [string, number][] = [];
  const press = async (what: string, go: () => Promise<unknown>) => {
    await pressed(page);
    await go();
    done.push([what, await pressed(page)]);
  };
  const at = async (path: string, there: ReturnType<Page['getByRole']>) => {
    await page.goto(`${url}/jobs/${jobId}/${path}`);
    await there.first().waitFor({ timeout: 60_000 });
    await page.waitForTimeout(2500);
  };
  const part = page.getByRole('button', { name: /^-F1 / }).first();
  await at('board', part);
  await press('a part is chosen', () => part.click());
  await press('a part is nudged', () => page.keyboard.press('ArrowRight'));
  await press('the nudge is undone', () => page.keyboard.press('Control+z'));
  await press('the list of parts opens', () => page.getByRole('button', { name: 'Add a part' }).click());
  await press('parts are searched', () => page.keyboard.type('fuse', { delay: 120 }));
  await press('the finder opens', () => page.keyboard.press('Control+k'));
  await press('it is searched', () => page.keyboard.type('W12', { delay: 120 }));
  await page.keyboard.press('Escape');
  const wire = page.getByRole('button', { name: /^Line W12,/ }).first();
  await at('circuit', wire);
  await press('a line of the diagram is chosen', async () => {
    await wire.focus();
    await page.keyboard.press('Enter');
  });
  await press('a line is to be shorted', () => page.getByRole('button', { name: 'Short a line' }).click());
  await at('power', page.getByLabel('Name of -E1', { exact: true }));
  const row = page.getByLabel('Name of -E1', { exact: true });
  await press('a name is typed', async () => {
    await row.click();
    await page.keyboard.type('abc', { delay: 120 });
  });
  await page.keyboard.press('Escape');
  return done;
}

const ms = (value: number) => `${Math.round(value)} ms`;

/** What a hand on a slow machine waits for. @returns lines of a table, and what is over its budget */
export async function feltTable(url: string): Promise<{ lines: string[]; over: string[] }> {
  const mira = await comeIn(url, 'pe_designer');
  const { jobs } = await (await mira.get('/api/jobs')).json();
  const jobId = jobs.find((j: { jobName: string }) => /hut board/i.test(j.jobName)).id;
  const browser = await chromium.launch(CHROMIUM);
  const rows: [string, number[], number][] = [];
  try {
    rows.push(['first screen, never here before', await firstScreen(browser, url, mira.cookie), BUDGET_MS.screen]);
    const { page, context } = await seat(browser, url, mira.cookie);
    await page.goto(`${url}/jobs/${jobId}/brief`);
    await page.getByRole('heading', { name: 'Order sheet' }).waitFor({ timeout: 60_000 });
    await page.waitForTimeout(4000);
    const first: number[] = [];
    const again: number[] = [];
    for (let n = 0; n < 4; n++)
      for (const name of STATIONS.slice(1).concat(STATIONS[0] as never)) {
        (n === 0 ? first : again).push(await stationChange(page, name));
        await page.waitForTimeout(1200);
      }
    rows.push(['station opened for the first time', first, BUDGET_MS.station]);
    rows.push(['station changed', again, BUDGET_MS.station]);
    for (const [what, took] of await presses(page, url, jobId)) rows.push([what, [took], BUDGET_MS.press]);
    await context.close();
  } finally {
    await browser.close();
  }
  const over = rows.filter(([, took, most]) => median(took) > most).map(([what]) => what);
  return {
    lines: [
      '| what | times | median | longest | at most |',
      '| --- | --- | --- | --- | --- |',
      ...rows.map(
        ([what, took, most]) =>
          `| ${what} | ${took.length} | ${ms(median(took))} | ${ms(Math.max(...took))} | ${ms(most)} |`,
      ),
    ],
    over,
  };
}
