import type { MiddlewareHandler } from 'hono';
import { refuse } from '../refusal.ts';
import { partsOf } from './route.ts';
import type { AppEnv } from './session.ts';

type Owned = readonly [of: string, table: string, column: string];
const JOB: Owned = ['job', 'jobs', 'id'];
const PURCHASE: Owned = ['purchase', 'purchases', 'id'];

/** What the ids in addresses name, by the address up to them. The longest that fits counts. */
export const OWNED: Readonly<Record<string, Owned>> = {
  '/api/jobs/:id': JOB,
  '/api/jobs/:id/files/:fileId': ['file', 'attachments', 'id'],
  '/api/jobs/:id/field-logs/:logId': ['log', 'field_logs', 'id'],
  '/api/stock/:id': ['thing in the store', 'stock', 'id'],
  '/api/buying/offers/:id': ['offer', 'offers', 'id'],
  '/api/buying/purchases/:id': PURCHASE,
  '/api/buying/size-up/:jobId': JOB,
  '/api/designs/:id': ['design', 'house_designs', 'id'],
  '/api/practice/:id': ['practice', 'practice_runs', 'id'],
  '/api/people/invitations/:id': ['invitation', 'invitations', 'id'],
  '/api/people/:id': ['person', 'people', 'id'],
  '/api/hooks/:id': ['hook', 'hooks', 'id'],
  '/api/own/sessions/:id': ['session', 'sessions', 'id'],
  '/api/own/keys/:id': ['key', 'api_keys', 'id'],
};
/** Parts of addresses that name nothing of a workshop by themselves: parts of a job, papers, and parts of the catalogue. */
export const NO_OWNER = [
  '/api/jobs/:id/:way{undo|redo}',
  '/api/jobs/:id/cables/:cableId',
  '/api/jobs/:id/ship/:number',
  '/api/jobs/:id/revisions/:revision',
  '/api/jobs/:id/out/:name',
  '/api/papers/:name',
  '/api/audit/out/:name',
  '/api/buying/purchases/:id/lines/:line{[0-9]+}',
  '/api/catalogue/parts/:id',
];

/** What is another workshop's is not there, on whatever route it is asked for: before the route reads a word. */
export const ownIds: MiddlewareHandler<AppEnv> = async (c, next) => {
  const route = c.get('route');
  const rows = (route ? partsOf(c, route.path) : []).flatMap(({ upTo, value }) => {
    const owned = OWNED[upTo];
    return owned ? [{ owned, id: value }] : [];
  });
  if (rows.length > 0) {
    const db = c.get('db');
    const there = rows.map(({ owned: [, table, column], id }) =>
      db.raw('EXISTS (SELECT 1 FROM ?? WHERE workshop_id = ? AND ??::text = ?)', [
        table,
        c.get('workshopId'),
        column,
        id,
      ]),
    );
    const found = await db.first(...there.map((t, n) => db.raw('? AS ??', [t, `at${n}`])));
    rows.forEach(({ owned: [of] }, n) => {
      if (!found[`at${n}`]) refuse(404, `no such ${of}`);
    });
  }
  return next();
};
