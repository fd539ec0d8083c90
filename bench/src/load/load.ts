import { readdirSync, readFileSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import { newBoard } from '@ombrik/core/document/newBoard';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { comeIn } from '../application/client.ts';
import { boardOfParts } from '../application/manyParts.ts';
import { takeOrders } from '../application/orders.ts';
import { share } from '../measure.ts';
import type { Cost } from './projection.ts';
import { type Deed, emptyShop, work } from './shop.ts';

const ORDERS = Number(process.env.OMBRIK_ORDERS ?? 2000);
const PEOPLE = 100;
/** A person does something so often on average. */
const THINK_MS = Number(process.env.OMBRIK_THINK_MS ?? 8000);

/** What stands on the boards of a shop: most orders are small, one in twenty is large. */
const orderOf = (n: number) => (n % 20 === 0 ? boardOfParts(120) : n % 4 === 0 ? marketCartBoard() : newBoard({}));

const ms = (x: number) => `${x.toFixed(0)} ms`;

const waits = (all: readonly number[]) =>
  `median ${ms(share(all, 0.5))}, 95 of 100 ${ms(share(all, 0.95))}, longest ${ms(Math.max(...all))}`;

/** What the server process holds in memory now, MB (Linux, VmRSS). */
const residentMb = (pid: number): number => {
  const line = /VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'));
  return Number(line?.[1] ?? Number.NaN) / 1024;
};
/** What the kernel says of a process behind its name (Linux, proc(5)): times in hundredths of a second. */
function statOf(pid: number): { parent: number; own: number; ended: number } {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ').map(Number);
  return { parent: fields[1]!, own: fields[11]! + fields[12]!, ended: fields[13]! + fields[14]! };
}
/** Processor time of a process and its threads since it began, s. */
export const processorS = (pid: number): number => statOf(pid).own / 100;

/** Time of the machine's cores since it began, and how much of it others of the same host took, in hundredths of a second. */
function machineTime(): { all: number; taken: number } {
  const [, ...times] = readFileSync('/proc/stat', 'utf8').split('\n')[0]!.split(/\s+/);
  const own = times.slice(0, 8).map(Number);
  return { all: own.reduce((a, b) => a + b, 0), taken: own[7]! };
}

/** Slope of a line through points of equal distance, as a share of their mean over the whole time. */
function drift(values: readonly number[]): number {
  const n = values.length;
  const meanX = (n - 1) / 2;
  const mean = values.reduce((a, b) => a + b, 0) / n;
  const top = values.reduce((sum, y, x) => sum + (x - meanX) * (y - mean), 0);
  const bottom = values.reduce((sum, _, x) => sum + (x - meanX) ** 2, 0);
  return ((top / bottom) * (n - 1)) / mean;
}

/** Processor time of a process and all it has started, those that have ended too, s. */
const familyS = (pid: number): number =>
  readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .reduce((sum, name) => {
      try {
        const { parent, own, ended } = statOf(Number(name));
        if (Number(name) === pid) return sum + (own + ended) / 100;
        return parent === pid ? sum + own / 100 : sum;
      } catch {
        // It ended while it was looked at.
        return sum;
      }
    }, 0);

/** Of 5 s of a server: its loop's longest wait, and the longest its own thread was at work in one. */
interface Look {
  at: number;
  longestMs: number;
  ownMs: number;
}
/** What a server's loop came to between two moments, as `loopLook.mjs` in its process wrote it down. */
const looksOf = (path: string, from: number, to: number): Look[] =>
  readFileSync(path, 'utf8')
    .trim()
    .split('\n')
    .map((line): Look => JSON.parse(line))
    .filter(({ at }) => at >= from && at <= to);

/** @returns lines of tables, with every goal beside what was measured, and what one deed costs */
export async function loadTable(
  url: string,
  { pid, databasePid, loopLooks }: { pid: number; databasePid: number; loopLooks: string },
  seconds: number,
): Promise<{ lines: string[]; cost: Cost }> {
  const mira = await comeIn(url, 'pe_designer');
  const took = performance.now();
  const ids = await takeOrders(mira, ORDERS, orderOf);
  const said = (what: string) => console.log(`${what} after ${ms(performance.now() - took)}`);
  said(`${ORDERS} orders taken in`);
  // Rows of the wall are made beside the work; who measures waits for them.
  for (let behind = 1; behind > 0; ) ({ behind } = await (await mira.get('/api/jobs?limit=50')).json());
  said('rows of the wall made');
  const people = await Promise.all(Array.from({ length: PEOPLE }, async () => comeIn(url, 'pe_designer')));
  const jobs = people.map((_, n) => ids[Math.floor((n * ids.length) / PEOPLE)]!);

  // Each question by itself first: one person, nobody else.
  const alone = emptyShop();
  const quiet = performance.now() + Number(process.env.OMBRIK_ALONE_S ?? 30) * 1000;
  for (let n = 0; n < 4; n++)
    await work(url, people[n]!, jobs[n]!, {
      shop: alone,
      seed: n,
      thinkMs: 20,
      until: n === 3 ? quiet : performance.now() + 4000,
    });

  // Then the shop, with a heavy board worked out again and again beside it.
  const { job: heavy } = await mira.post('/api/jobs/import', boardOfParts(390));
  const shop = emptyShop();
  const until = performance.now() + seconds * 1000;
  // What belongs to the time before is told with the first line, which is left out.
  const from = Date.now() + 5000;
  const memory: number[] = [];
  const cpu = processorS(pid);
  const machine = machineTime();
  const databaseCpu = familyS(databasePid);
  const watch = async () => {
    while (performance.now() < until) {
      await sleep(Math.min(5000, until - performance.now()));
      memory.push(residentMb(pid));
    }
  };
  const burden = async () => {
    let { revision } = await (await mira.get(`/api/jobs/${heavy.id}`)).json();
    while (performance.now() < until) {
      revision = await mira.edit(heavy.id, revision, 'ambientC', 20 + (revision % 20));
      await (await mira.get(`/api/jobs/${heavy.id}/dossier`)).arrayBuffer();
      await sleep(20_000);
    }
  };
  await Promise.all([
    watch(),
    burden(),
    ...people.map((person, n) => work(url, person, jobs[n]!, { shop, seed: n + 1000, thinkMs: THINK_MS, until })),
  ]);
  const looks = looksOf(loopLooks, from, Date.now());
  const now = machineTime();
  const taken = (now.taken - machine.taken) / (now.all - machine.all);
  const used = processorS(pid) - cpu;
  const databaseUsed = familyS(databasePid) - databaseCpu;

  const row = (deed: Deed, goal: string) => {
    const [own, all] = [alone.took[deed], shop.took[deed]];
    const ratio = share(all, 0.95) / share(own, 0.95);
    return `| ${deed} | ${own.length} | ${ms(share(own, 0.5))} | ${ms(share(own, 0.95))} | ${all.length} | ${ms(share(all, 0.5))} | ${ms(share(all, 0.95))} | ${ratio.toFixed(1)} × | ${goal} |`;
  };
  const settled = memory.slice(Math.floor(memory.length / 5));
  const errors = [...new Set(shop.errors)];
  const deeds = Object.values(shop.took).reduce((sum, all) => sum + all.length, 0);
  const cost = { serverMs: (used / deeds) * 1000, databaseMs: (databaseUsed / deeds) * 1000 };
  const lines = [
    '| | alone | median | 95 of 100 | in the shop | median | 95 of 100 | against alone | goal |',
    '| --- | --- | --- | --- | --- | --- | --- | --- | --- |',
    row('state', '≤ 3 ×'),
    row('edit', '95 of 100 ≤ 300 ms'),
    row('floor', '—'),
    row('wall', '—'),
    '',
    `${deeds} deeds by ${PEOPLE} people on ${ORDERS} boards, ${(deeds / seconds).toFixed(1)} a second; errors: ${shop.errors.length}${errors.length > 0 ? ` (${errors.slice(0, 5).join(' · ')})` : ''}.`,
    `The event loop's longest wait in any 5 s, with a board of 390 parts worked out anew beside: ${waits(looks.map((l) => l.longestMs))}. Of that its own thread was at work, which is what the server itself holds others up (the rest of the time it was on no core: other processes or guests had it, or it waited for them): ${waits(looks.map((l) => l.ownMs))} (goal ≤ 50 ms).`,
    `Memory of the process: ${settled[0]?.toFixed(0)} MB after a fifth of the time, ${settled.at(-1)?.toFixed(0)} MB at the end; drift of a straight line through it ${(drift(settled) * 100).toFixed(1)} % (goal: flat).`,
    `Processor time: server ${((used / seconds) * 100).toFixed(0)} % of one core, ${cost.serverMs.toFixed(1)} ms a deed; database ${((databaseUsed / seconds) * 100).toFixed(0)} %, ${cost.databaseMs.toFixed(1)} ms a deed; other guests of the host took ${(taken * 100).toFixed(1)} % of this machine's time.`,
  ];
  return { lines, cost };
}
