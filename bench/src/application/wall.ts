import { newBoard } from '@ombrik/core/document/newBoard';
import { median, share } from '../measure.ts';
import { comeIn, type Person } from './client.ts';
import { takeOrders } from './orders.ts';

const JOBS = 2000;
const TIMES = 30;
interface Looks {
  /** The longest look while rows of what is new were still being made, ms. */
  longestBehindMs: number;
  /** Once all were made, ms. */
  took: number[];
  count: number;
}

/** How long looks at the wall take. */
async function readWall(person: Person): Promise<Looks> {
  const looks: Looks = { longestBehindMs: 0, took: [], count: 0 };
  let made = false;
  while (looks.took.length < TIMES) {
    const began = performance.now();
    const { behind, count } = await (await person.get('/api/jobs')).json();
    const ms = performance.now() - began;
    looks.count = count;
    // The look that finds nothing behind any more may have made the last rows itself.
    if (made) looks.took.push(ms);
    else looks.longestBehindMs = Math.max(looks.longestBehindMs, ms);
    made = behind === 0;
  }
  return looks;
}

/** The wall with few jobs and with many. @returns lines of a table */
export async function wallTable(url: string): Promise<string[]> {
  const mira = await comeIn(url, 'pe_designer');
  const row = ({ took, count, longestBehindMs }: Looks) => {
    return `| ${count} | ${median(took).toFixed(1)} ms | ${share(took, 0.95).toFixed(1)} ms | ${longestBehindMs.toFixed(0)} ms |`;
  };
  const few = await readWall(mira);
  await takeOrders(mira, JOBS, () => newBoard({}));
  const many = await readWall(mira);
  return [
    '| jobs | the wall, median | 95 of 100 | longest look while rows are made |',
    '| --- | --- | --- | --- |',
    row(few),
    row(many),
    '',
    `Many against few: ${(median(many.took) / median(few.took)).toFixed(1)} ×.`,
  ];
}
