import type { Knex } from 'knex';

/** What an empty workshop is led through, in this order; any of it can be left for later. */
export const STEPS = ['place', 'rules', 'people', 'tools', 'stock', 'order'] as const;
export type Step = (typeof STEPS)[number];

/** How far a workshop is set up: what was settled by hand, and what is seen to be there. */
export async function firstRunOf(db: Knex): Promise<{ settled: Step[]; there: Step[] }> {
  const { rows } = await db.raw(`
    SELECT w.settled, coalesce(w.values ->> 'address', '') <> '' AS place,
      (SELECT count(*) FROM people) > 1 AS people, EXISTS (SELECT 1 FROM stock) AS stock,
      EXISTS (SELECT 1 FROM jobs) AS "order"
    FROM workshops w`);
  const row = rows[0] as Record<Step, boolean> & { settled: string[] };
  return {
    settled: STEPS.filter((s) => row.settled.includes(s)),
    there: STEPS.filter((s) => row[s] === true),
  };
}

/** Settles a step, or takes it up again. */
export const settle = (db: Knex, step: Step, settled: boolean): Promise<unknown> =>
  db.raw(
    settled
      ? 'UPDATE workshops SET settled = array_append(array_remove(settled, ?), ?)'
      : 'UPDATE workshops SET settled = array_remove(settled, ?)',
    settled ? [step, step] : [step],
  );
