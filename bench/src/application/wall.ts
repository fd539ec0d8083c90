import { newBoard } from '@ombrik/core/document/newBoard';
import { median } from '../measure.ts';
import { comeIn, type Person } from './client.ts';

const JOBS = 2000;
const TIMES = 30;
/** So many orders are taken in at once. */
const AT_ONCE = 8;

async function takeIn(person: Person, count: number): Promise<void> {
  let n = 0;
  const one = async () => {
    while (n < count) {
      const board = newBoard({});
      await person.post('/api/jobs/import', { ...board, brief: { ...board.brief, jobName: `Order ${++n}` } });
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, one));
}

/** How long the wall takes, ms, and how many jobs there are. */
async function readWall(person: Person): Promise<{ took: number[]; count: number }> {
  const took: number[] = [];
  let count = 0;
  // The first makes the rows of what is new.
  for (let i = 0; i <= TIMES; i++) {
    const began = performance.now();
    count = (await (await person.get('/api/jobs')).json()).count;
    if (i > 0) took.push(performance.now() - began);
  }
  return { took, count };
}

/** The wall with few jobs and with many. @returns lines of a table */
export async function wallTable(url: string): Promise<string[]> {
  const mira = await comeIn(url, 'pe_designer');
  const row = ({ took, count }: { took: number[]; count: number }) => {
    const late = [...took].sort((a, b) => a - b)[Math.floor(took.length * 0.95)]!;
    return `| ${count} | ${median(took).toFixed(1)} ms | ${late.toFixed(1)} ms |`;
  };
  const few = await readWall(mira);
  await takeIn(mira, JOBS);
  const many = await readWall(mira);
  return [
    '| jobs | the wall, median | 95 of 100 |',
    '| --- | --- | --- |',
    row(few),
    row(many),
    '',
    `Many against few: ${(median(many.took) / median(few.took)).toFixed(1)} ×.`,
  ];
}
