import { type Browser, type BrowserContext, type CDPSession, chromium, type Page } from '@playwright/test';
import { CHROMIUM } from '../../../e2e/chromium.ts';
import { median } from '../measure.ts';
import { comeIn } from './client.ts';

/** How much slower than the machine it is written on the hand's own is taken to be. */
const SLOWED = 4;
const ROUNDS = 5;
const PRESS_ROUNDS = 3;
/** The speed of an ordinary desk's machine by the loop of `speedOf`: the middle of 1000 to 1500 (from memory). */
const DESK_SPEED = 1250;
const BUDGET_MS = { screen: 1500, station: 300, press: 100 };
const STATIONS = ['Brief', 'Power', 'Circuit', 'Board', 'Cables', 'Build', 'Test', 'Ship'] as const;

/** What is told by the page itself, from within: when it was painted, when its jobs stood on it, and how long each press waited for the next paint. */
const WATCH = () => {
  const own = window as unknown as { felt: { paintedMs: number; standsMs: number; presses: number[] } };
  own.felt = { paintedMs: 0, standsMs: 0, presses: [] };
  new PerformanceObserver((list) => {
    for (const e of list.getEntries()) own.felt.paintedMs = e.startTime;
  }).observe({ type: 'largest-contentful-paint', buffered: true });
  new PerformanceObserver((list) => {
    for (const e of list.getEntries())
      if ((e as PerformanceEventTiming & { interactionId: number }).interactionId) own.felt.presses.push(e.duration);
  }).observe({ type: 'event', durationThreshold: 16, buffered: true } as PerformanceObserverInit);
  const look = () => {
    if (!document.querySelector('li a[href^="/jobs/"]')) requestAnimationFrame(look);
    // What is there when a frame begins is painted with it: what comes after the frame says when.
    else setTimeout(() => (own.felt.standsMs = performance.now()));
  };
  requestAnimationFrame(look);
};

interface Seat {
  context: BrowserContext;
  page: Page;
  session: CDPSession;
  /** What the page's own thread has worked so far, ms of processor: what a machine shared with others takes from it does not count. */
  workedMs: () => Promise<number>;
}
/** What something took: by the clock, and of the page's own thread; and how fast the page was, as slowed, right before. */
interface Took {
  clockMs: number;
  workMs: number;
  speed: number;
}
async function seat(browser: Browser, url: string, cookie: string, slowed: number): Promise<Seat> {
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
  await session.send('Performance.enable', { timeDomain: 'threadTicks' });
  await session.send('Emulation.setCPUThrottlingRate', { rate: slowed });
  const workedMs = async () => {
    const { metrics } = await session.send('Performance.getMetrics');
    return 1000 * (metrics.find((m) => m.name === 'TaskDuration')?.value ?? 0);
  };
  return { context, page, session, workedMs };
}

const felt = (page: Page) =>
  page.evaluate(() => (window as unknown as { felt: { paintedMs: number; standsMs: number } }).felt);

/** Whatever is waited for in a page from outside is worked out in it, and slows it: it is left alone for so long. */
const LEFT_ALONE_MS = 6000;

/**
 * The wall, as it comes to a browser that has never been here; and beside it a picture of the same server, which is the
 * least a page can take here.
 * @returns what it took until the jobs stand on it and all is painted; ms of the picture
 */
async function firstScreen(browser: Browser, url: string, cookie: string, slowed: number) {
  const wall: Took[] = [];
  const picture: number[] = [];
  for (let n = 0; n < ROUNDS; n++) {
    const { context, page, workedMs } = await seat(browser, url, cookie, slowed);
    await page.goto(`${url}/icon.svg`, { waitUntil: 'commit' });
    await page.waitForTimeout(LEFT_ALONE_MS / 3);
    const speed = await speedOf(page);
    picture.push(await page.evaluate(() => performance.getEntriesByName('first-contentful-paint')[0]?.startTime ?? 0));
    await page.goto(url, { waitUntil: 'commit' });
    await page.waitForTimeout(LEFT_ALONE_MS);
    // The thread begins anew with the page; all it does until it rests is counted, also what comes after the jobs stand.
    const workMs = await workedMs();
    const { paintedMs, standsMs } = await felt(page);
    if (standsMs === 0) throw new Error('the jobs do not come onto the wall');
    wall.push({ clockMs: Math.max(paintedMs, standsMs), workMs, speed });
    await context.close();
  }
  return { wall, picture };
}

/** A press on a page with one button and nothing else: the least a press can take here, ms. */
async function leastPress(page: Page): Promise<number[]> {
  await page.goto('about:blank');
  await page.setContent('<button style="font-size:40px">0</button>');
  await page.evaluate(() => {
    const button = document.querySelector('button')!;
    button.onclick = () => (button.textContent += '1');
  });
  const took: number[] = [];
  for (let n = 0; n < ROUNDS; n++) {
    await page.mouse.click(20, 20);
    took.push(Math.max(16, await pressed(page)));
  }
  return took;
}

/** From the press on its name until the station stands painted; in the page's own clock. */
async function stationChange({ page, workedMs }: Seat, name: string): Promise<Took> {
  const link = page.getByRole('navigation', { name: 'Route card' }).getByRole('link', { name: new RegExp(name) });
  const { x, y, width, height } = (await link.boundingBox())!;
  // It listens before the hand comes: a press that came first would be waited for without end.
  await page.evaluate(() => {
    const own = window as unknown as { changed: Promise<number> };
    own.changed = new Promise<number>((done, fail) => {
      window.addEventListener(
        'click',
        (e) => {
          const from = e.timeStamp;
          const look = () => {
            if (performance.now() - from > 20_000) return fail(new Error(`${asked} does not come`));
            // The place of a station that comes says so; so does what is worked out for it.
            const there = document.querySelector('[data-station]')?.getAttribute('data-station');
            if (there && !document.querySelector('[data-waiting="Opening the station"]') && there === asked) {
              // Painted by then, and before the work that comes right after goes on.
              const { port1, port2 } = new MessageChannel();
              port1.onmessage = () => done(performance.now() - from);
              port2.postMessage(null);
              return;
            }
            requestAnimationFrame(look);
          };
          const asked = (e.target as Element).closest('a')?.getAttribute('href')?.split('/').at(-1);
          requestAnimationFrame(look);
        },
        { once: true, capture: true },
      );
    });
  });
  const speed = await speedOf(page);
  // What the loop leaves behind is swept up before the press, not within it.
  await page.waitForTimeout(600);
  const before = await workedMs();
  await page.mouse.click(x + width / 2, y + height / 2);
  const clockMs = await page.evaluate(() => (window as unknown as { changed: Promise<number> }).changed);
  return { clockMs, workMs: (await workedMs()) - before, speed };
}

/** The slowest that waited for its next paint since it was last asked, ms. */
const pressed = async (page: Page): Promise<number> => {
  await page.waitForTimeout(600);
  return page.evaluate(() => {
    const own = (window as unknown as { felt: { presses: number[] } }).felt;
    return Math.max(0, ...own.presses.splice(0));
  });
};

/** Presses of each kind a job is worked with. @returns name of each and what it took */
async function presses({ page, workedMs }: Seat, url: string, jobId: string): Promise<[string, Took][]> {
  const done: [string, Took][] = [];
  const press = async (what: string, go: () => Promise<unknown>, keys = 1) => {
    const speed = await speedOf(page);
    await pressed(page);
    const before = await workedMs();
    await go();
    await page.evaluate(() => new Promise((painted) => requestAnimationFrame(() => setTimeout(painted))));
    const workMs = ((await workedMs()) - before) / keys;
    done.push([what, { clockMs: await pressed(page), workMs, speed }]);
  };
  const at = async (path: string, there: ReturnType<Page['getByRole']>) => {
    await page.goto(`${url}/jobs/${jobId}/${path}`);
    await there.first().waitFor({ timeout: 60_000 });
    await page.waitForTimeout(2500);
  };
  // By the place alone: what looks for more in the page works in it while it is pressed.
  const put = async (what: ReturnType<Page['getByRole']>) => {
    const { x, y, width, height } = (await what.boundingBox())!;
    return () => page.mouse.click(x + width / 2, y + height / 2);
  };
  const part = page.getByRole('button', { name: /^-F1 / }).first();
  await at('board', part);
  await press('a part is chosen', await put(part));
  await press('a part is nudged', () => page.keyboard.press('ArrowRight'));
  await press('the nudge is undone', () => page.keyboard.press('Control+z'));
  await press('the list of parts opens', await put(page.getByRole('button', { name: 'Add a part' })));
  await press('parts are searched', () => page.keyboard.type('fuse', { delay: 120 }), 4);
  await press('the finder opens', () => page.keyboard.press('Control+k'));
  await press('it is searched', () => page.keyboard.type('W12', { delay: 120 }), 3);
  await page.keyboard.press('Escape');
  const wire = page.getByRole('button', { name: /^Line W12,/ }).first();
  await at('circuit', wire);
  await press('a line of the diagram is chosen', async () => {
    await wire.focus();
    await page.keyboard.press('Enter');
  });
  await press('a line is to be shorted', await put(page.getByRole('button', { name: 'Short a line' })));
  await at('power', page.getByLabel('Name of -E1', { exact: true }));
  const row = page.getByLabel('Name of -E1', { exact: true });
  const field = await put(row);
  await press('a field is entered', field);
  await press('a name is typed', () => page.keyboard.type('abc', { delay: 120 }), 3);
  await page.keyboard.press('Escape');
  return done;
}

const ms = (value: number) => `${Math.round(value)} ms`;

/**
 * How fast a machine is by the measure browsers' own performance audits give beside their times: how often in
 * ten seconds, by the hundred, ten thousand letters are put to one another. Its name is BenchmarkIndex; the first of its
 * two loops, from memory. An ordinary desk's machine has 1000 to 1500 (from memory).
 */
const speedOf = (page: Page): Promise<number> =>
  page.evaluate(() => {
    const began = Date.now();
    let rounds = 0;
    while (Date.now() - began < 500) {
      let text = '';
      for (let n = 0; n < 10_000; n++) text += 'a';
      if (text.length === 1) throw new Error('never');
      rounds++;
    }
    return Math.round(rounds / 10 / ((Date.now() - began) / 1000));
  });

interface Felt {
  what: string;
  took: Took[];
  mostMs: number;
  /** The least anything of its kind takes here, ms. */
  leastMs: number;
}

/** All that is felt, with the processor so many times slower. */
async function feltAt(browser: Browser, url: string, cookie: string, jobId: string, slowed: number): Promise<Felt[]> {
  const { wall, picture } = await firstScreen(browser, url, cookie, slowed);
  const own = await seat(browser, url, cookie, slowed);
  const { page } = own;
  const leastMs = median(await leastPress(page));
  await page.goto(`${url}/jobs/${jobId}/brief`);
  await page.getByRole('heading', { name: 'Order sheet' }).waitFor({ timeout: 60_000 });
  await page.waitForTimeout(4000);
  const first: Took[] = [];
  const again: Took[] = [];
  for (let n = 0; n < 4; n++)
    for (const name of STATIONS.slice(1).concat(STATIONS[0] as never)) {
      (n === 0 ? first : again).push(await stationChange(own, name));
      await page.waitForTimeout(1200);
    }
  const pressed = new Map<string, Took[]>();
  for (let n = 0; n < PRESS_ROUNDS; n++)
    for (const [what, took] of await presses(own, url, jobId)) pressed.set(what, [...(pressed.get(what) ?? []), took]);
  await own.context.close();
  return [
    { what: 'first screen, never here before', took: wall, mostMs: BUDGET_MS.screen, leastMs: median(picture) },
    { what: 'station opened for the first time', took: first, mostMs: BUDGET_MS.station, leastMs },
    { what: 'station changed', took: again, mostMs: BUDGET_MS.station, leastMs },
    ...[...pressed].map(([what, took]) => ({ what, took, mostMs: BUDGET_MS.press, leastMs })),
  ];
}

/**
 * What a hand on a slow machine waits for: by the clock, on this machine slowed; and what the page's own thread works for
 * it here, not slowed, taken as many times.
 * @returns lines of a table
 */
export async function feltTable(url: string): Promise<string[]> {
  const mira = await comeIn(url, 'pe_designer');
  const { jobs } = await (await mira.get('/api/jobs')).json();
  const jobId = jobs.find((j: { jobName: string }) => /hut board/i.test(j.jobName)).id;
  const browser = await chromium.launch(CHROMIUM);
  const speeds: number[] = [];
  const speed = async () => {
    const page = await browser.newPage();
    for (let n = 0; n < 5; n++) speeds.push(await speedOf(page));
    await page.close();
  };
  try {
    await speed();
    const slow = await feltAt(browser, url, mira.cookie, jobId, SLOWED);
    await speed();
    const plain = new Map((await feltAt(browser, url, mira.cookie, jobId, 1)).map((row) => [row.what, row.took]));
    await speed();
    const rows = slow.map((row) => {
      const clock = row.took.map((t) => t.clockMs);
      return {
        ...row,
        quickestMs: Math.min(...clock),
        clockMs: median(clock),
        deskMs: median(row.took.map((t) => (t.clockMs * t.speed * SLOWED) / DESK_SPEED)),
        workMs: SLOWED * median((plain.get(row.what) ?? []).map((t) => t.workMs)),
      };
    });
    const over = (of: 'clockMs' | 'deskMs' | 'workMs') =>
      rows
        .filter((r) => r[of] > r.mostMs)
        .map((r) => r.what)
        .join('; ') || 'nothing';
    return [
      `While this ran the machine’s own speed, not slowed, lay between ${Math.min(...speeds)} and ${Math.max(...speeds)}, by the loop of`,
      'text audits of pages give (an ordinary desk’s machine: 1000 to 1500, from memory): it is shared with others, who take from it',
      `what they need. So there are three readings: the clock, slowed ${SLOWED} times; the same at the speed of an ordinary desk’s machine`,
      `(${DESK_SPEED}) so slowed, by the loop run in the page right before each reading; and the processor’s time of the page’s own`,
      `thread, not slowed, taken ${SLOWED} times, which others cannot lengthen (of a press all that is done up to the painting after it, of`,
      'the first screen all until the page rests). “Least” is what a picture of the same server takes to be painted, and a press on a',
      'page with one button, by the clock.',
      '',
      '| what | times | clock: quickest | median | at a desk’s speed, median | own thread, median | at most | least |',
      '| --- | --- | --- | --- | --- | --- | --- | --- |',
      ...rows.map(
        ({ what, took, quickestMs, clockMs, deskMs, workMs, mostMs, leastMs }) =>
          `| ${what} | ${took.length} | ${ms(quickestMs)} | ${ms(clockMs)} | ${ms(deskMs)} | ${ms(workMs)} | ${ms(mostMs)} | ${ms(leastMs)} |`,
      ),
      '',
      `Over its goal by the clock: ${over('clockMs')}.`,
      '',
      `Over its goal at a desk’s speed: ${over('deskMs')}.`,
      '',
      `Over its goal by the thread: ${over('workMs')}.`,
    ];
  } finally {
    await browser.close();
  }
}
