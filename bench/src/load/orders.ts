import { newBoard } from '@ombrik/core/document/newBoard';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import type { Person } from '../application/client.ts';
import { boardOfParts } from '../application/manyParts.ts';

/** So many orders are taken in at once. */
const AT_ONCE = 8;

/** What stands on the boards of a shop: most orders are small, one in twenty is large. */
const board = (n: number) => {
  const one = n % 20 === 0 ? boardOfParts(120) : n % 4 === 0 ? marketCartBoard() : newBoard({});
  return { ...one, brief: { ...one.brief, jobName: `Order ${n}` } };
};

/** Takes orders in. @returns their ids */
export async function takeOrders(person: Person, count: number): Promise<string[]> {
  const ids: string[] = [];
  let n = 0;
  const one = async () => {
    while (n < count) {
      const { job } = await person.post('/api/jobs/import', board(n++));
      ids.push(job.id);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, one));
  return ids;
}
