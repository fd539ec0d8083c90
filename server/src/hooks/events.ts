import type { Knex } from 'knex';
import type { Pressed } from '../audit/audited.ts';

/** What a program elsewhere may be told of. */
export const EVENTS = {
  released: 'a board was released to the floor',
  failed: 'a reading of a bench test failed',
  shipped: 'a board was sealed and shipped',
  lowStock: 'an article fell under its level',
} as const;
export type EventName = keyof typeof EVENTS;
export const EVENT_NAMES = Object.keys(EVENTS) as EventName[];

export interface Happened {
  event: EventName;
  data: Record<string, unknown>;
}

const of = (event: EventName, { parts }: Pressed, data: Record<string, unknown>): Happened[] => [
  { event, data: { jobId: parts.id, ...data } },
];
const reading = (p: Pressed): Happened[] =>
  p.said.verdict === 'fail'
    ? of('failed', p, { unit: p.sent.unit ?? 1, stepId: p.sent.stepId, value: p.said.value })
    : [];

/** What a press makes happen, by its route; of the store it is looked at afterwards. */
const BY_PRESS: Readonly<Record<string, (p: Pressed) => Happened[]>> = {
  'POST /api/jobs/:id/release': (p) =>
    p.sent.way === 'release' ? of('released', p, { revision: p.said.released.revision }) : [],
  'POST /api/jobs/:id/bench/records': reading,
  'POST /api/jobs/:id/bench/measure': reading,
  'POST /api/jobs/:id/ship': (p) =>
    of('shipped', p, {
      number: p.said.shipment.number,
      revision: p.said.shipment.revision,
      seal: p.said.shipment.head,
    }),
};
export const happenedBy = (route: string, pressed: Pressed): Happened[] => BY_PRESS[route]?.(pressed) ?? [];

/** Presses after which there may be less in the store, or another level. */
export const touchesStore = (route: string): boolean =>
  /^POST \/api\/(stock|buying\/purchases|jobs\/:id\/(cutting|picking|cables|made|build))/.test(route);

/**
 * Articles that have fallen under their level since this was last looked at: each is told once, and again only after it has
 * been over it in between. What is set aside for a job is not free.
 */
export async function newlyLow(trx: Knex): Promise<Happened[]> {
  const { rows } = await trx.raw(`
    WITH free AS (SELECT article_id, sum(on_hand - reserved) AS free FROM stock GROUP BY article_id),
      low AS (SELECT l.article_id, l.low, coalesce(f.free, 0) AS free FROM stock_levels l
        LEFT JOIN free f USING (article_id) WHERE coalesce(f.free, 0) < l.low),
      over AS (DELETE FROM low_told t WHERE NOT EXISTS (SELECT 1 FROM low WHERE low.article_id = t.article_id)),
      fresh AS (INSERT INTO low_told (article_id) SELECT article_id FROM low ON CONFLICT DO NOTHING RETURNING article_id)
    SELECT low.article_id AS "articleId", low.low, low.free FROM low JOIN fresh USING (article_id) ORDER BY 1`);
  return rows.map((r: { articleId: string; low: string; free: string }) => ({
    event: 'lowStock',
    data: { articleId: r.articleId, low: Number(r.low), free: Number(r.free) },
  }));
}
