import type { Board } from '@ombrik/core/document/board';
import type { Person } from './client.ts';

/** So many orders are taken in at once. */
const AT_ONCE = 8;

/** Takes orders in, each named by its number. @returns their ids */
export async function takeOrders(person: Person, count: number, board: (n: number) => Board): Promise<string[]> {
  const ids: string[] = [];
  let n = 0;
  const one = async () => {
    while (n < count) {
      const own = board(++n);
      const named = { ...own, brief: { ...own.brief, jobName: `Order ${n}` } };
      ids.push((await person.post('/api/jobs/import', named)).job.id);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, one));
  return ids;
}
