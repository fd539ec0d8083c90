import { ROLES, type Role } from './roles.ts';

/** Everybody who has come in. */
const ALL: readonly Role[] = ROLES;
/** Everybody who works here; who only looks changes nothing, and sees no quotes, costs and purchases. */
const WORKS: readonly Role[] = ROLES.filter((r) => r !== 'viewer');
const DRAWS: readonly Role[] = ['designer'];
const BUILDS: readonly Role[] = ['assembler'];
const STORES: readonly Role[] = ['buyer', 'assembler'];
const BUYS: readonly Role[] = ['buyer'];
const MEASURES: readonly Role[] = ['tester', 'electrician'];
const OWNS: readonly Role[] = ['owner'];

/**
 * The table itself, with the names of its routes. Who may ask what: every route behind the door, by its method and its pattern. A route that is not here is nobody's.
 * What a route refuses beyond this depends on what is sent, and is said where it is read: who signs the mains side, who
 * answers what was built otherwise, whose practice it is.
 */
const TABLE = {
  'GET /api/jobs': ALL,
  'POST /api/jobs': DRAWS,
  'POST /api/jobs/import': DRAWS,
  'POST /api/jobs/practice': DRAWS,
  'GET /api/jobs/:id': ALL,
  'POST /api/jobs/:id/duplicate': DRAWS,
  'POST /api/jobs/:id/archive': DRAWS,
  'POST /api/jobs/:id/wanted': DRAWS,
  'GET /api/jobs/:id/releases': ALL,
  'POST /api/jobs/:id/release': DRAWS,
  'GET /api/jobs/:id/floor': ALL,
  'GET /api/jobs/:id/dossier': ALL,
  'POST /api/jobs/:id/edits': DRAWS,
  'GET /api/jobs/:id/revisions': ALL,
  'GET /api/jobs/:id/revisions/:revision': ALL,
  'GET /api/jobs/:id/edits/known': ALL,
  'POST /api/jobs/:id/:way{undo|redo}': DRAWS,
  'GET /api/jobs/:id/files': ALL,
  'POST /api/jobs/:id/files': WORKS,
  'GET /api/jobs/:id/files/:fileId': ALL,
  'POST /api/jobs/:id/files/:fileId/removed': WORKS,
  'GET /api/jobs/:id/hours': WORKS,
  'POST /api/jobs/:id/hours': WORKS,
  'GET /api/jobs/:id/quotes': WORKS,
  'POST /api/jobs/:id/quotes': DRAWS,
  'POST /api/jobs/:id/made': BUILDS,
  'POST /api/jobs/:id/cables/:cableId/steps': BUILDS,
  'POST /api/jobs/:id/cables/:cableId/again': BUILDS,
  'GET /api/jobs/:id/cutting': ALL,
  'POST /api/jobs/:id/cutting': BUILDS,
  'GET /api/jobs/:id/picking': ALL,
  'POST /api/jobs/:id/picking': STORES,
  'GET /api/jobs/:id/costs': WORKS,
  'GET /api/jobs/:id/build': ALL,
  'POST /api/jobs/:id/build/records': ['designer', 'assembler', 'tester', 'electrician'],
  'POST /api/jobs/:id/bench/records': MEASURES,
  'GET /api/jobs/:id/bench/diagnosis': ALL,
  'GET /api/jobs/:id/bench/live': MEASURES,
  'POST /api/jobs/:id/bench/measure': MEASURES,
  'GET /api/jobs/:id/ship': ALL,
  'POST /api/jobs/:id/ship': ['designer', 'tester'],
  'POST /api/jobs/:id/field-notes': ['designer', 'tester'],
  'POST /api/jobs/:id/field-logs': ['designer', 'tester'],
  'GET /api/jobs/:id/field-logs/:logId': ALL,
  'GET /api/jobs/:id/ship/:number/record.zip': ALL,
  'GET /api/jobs/:id/out/:name': ALL,
  'GET /api/papers': ALL,
  'GET /api/papers/:name': ALL,
  'GET /api/scan': ALL,
  'GET /api/stock': ALL,
  'GET /api/stock/articles': ALL,
  'POST /api/stock/receive': STORES,
  'POST /api/stock/levels': BUYS,
  'GET /api/stock/:id/moves': ALL,
  'POST /api/stock/:id/take': STORES,
  'POST /api/stock/:id/scrap': STORES,
  'POST /api/stock/:id/reserve': STORES,
  'POST /api/stock/:id/release': STORES,
  'POST /api/stock/:id/count': STORES,
  'POST /api/stock/:id/move': STORES,
  'POST /api/stock/correct': STORES,
  'GET /api/buying': WORKS,
  'POST /api/buying/offers': BUYS,
  'POST /api/buying/offers/import': BUYS,
  'POST /api/buying/offers/:id/remove': BUYS,
  'POST /api/buying/purchases': BUYS,
  'POST /api/buying/purchases/:id/lines/:line{[0-9]+}/receive': STORES,
  'POST /api/buying/purchases/:id/lines/:line{[0-9]+}/give-up': BUYS,
  'GET /api/buying/size-up/:jobId': WORKS,
  'GET /api/workshop': ALL,
  'POST /api/workshop': ['owner', 'designer'],
  'GET /api/workshop/first-run': ALL,
  'POST /api/workshop/first-run': ['owner', 'designer'],
  'GET /api/catalogue/parts': ALL,
  'GET /api/catalogue/parts/:id': ALL,
  'POST /api/catalogue/parts': DRAWS,
  'POST /api/catalogue/parts/:id/versions': DRAWS,
  'POST /api/catalogue/parts/:id/retired': DRAWS,
  'GET /api/designs': ALL,
  'POST /api/designs': DRAWS,
  'POST /api/designs/:id/versions': DRAWS,
  'POST /api/designs/:id/start': DRAWS,
  'GET /api/jobs/:id/design': ALL,
  'POST /api/jobs/:id/design': DRAWS,
  'GET /api/schedule': ALL,
  'GET /api/schedule/reports': ALL,
  'GET /api/schedule/times': ALL,
  'GET /api/schedule/dies': ALL,
  'GET /api/schedule/now': ALL,
  'POST /api/schedule/calendar': DRAWS,
  'POST /api/schedule/feed': DRAWS,
  'POST /api/schedule/wishes': DRAWS,
  'GET /api/practice': ALL,
  'POST /api/practice': WORKS,
  'GET /api/practice/instruments': ALL,
  'GET /api/practice/:id': ALL,
  'POST /api/practice/:id/acts': WORKS,
  'POST /api/practice/:id/guesses': WORKS,
  'POST /api/practice/:id/give-up': WORKS,
  'GET /api/lessons': ALL,
  'GET /api/live': ALL,
  'GET /api/openapi.json': ALL,
  'GET /api/people': OWNS,
  'POST /api/people/invitations': OWNS,
  'POST /api/people/invitations/:id/withdrawn': OWNS,
  'POST /api/people/:id/roles': OWNS,
  'POST /api/people/:id/ended': OWNS,
  'POST /api/people/:id/reset': OWNS,
  'GET /api/audit': OWNS,
  'GET /api/audit/chain': OWNS,
  'GET /api/audit/out/:name': OWNS,
  'GET /api/hooks': OWNS,
  'POST /api/hooks': OWNS,
  'POST /api/hooks/:id/try': OWNS,
  'POST /api/hooks/:id/removed': OWNS,
  'GET /api/own/sessions': ALL,
  'POST /api/own/sessions/:id/end': ALL,
  'POST /api/own/password': ALL,
  'POST /api/own/pin': ALL,
  'POST /api/own/units': ALL,
  'GET /api/own/keys': ALL,
  'POST /api/own/keys': ALL,
  'POST /api/own/keys/:id/end': ALL,
  'GET /api/own/switch': ALL,
  'POST /api/own/switch': ALL,
} as const satisfies Readonly<Record<string, readonly Role[]>>;
/** A route behind the door. */
export type Route = keyof typeof TABLE;
/** Who may ask what, by route. */
export const RIGHTS: Readonly<Record<string, readonly Role[]>> = TABLE;

/** Whether somebody may ask for a route; what is not in the table nobody may. */
export const mayAsk = (route: string, roles: readonly Role[]): boolean =>
  Object.hasOwn(RIGHTS, route) && RIGHTS[route]!.some((r) => roles.includes(r));

/** Roles in words, as "an assembler or a tester". */
export const rolesInWords = (roles: readonly Role[]): string =>
  new Intl.ListFormat('en', { type: 'disjunction' }).format(
    roles.map((r) => (/^[aeiou]/.test(r) ? `an ${r}` : `a ${r}`)),
  );

/** Presses that are not for somebody, each with whose it is: what is refused is said before it is pressed. */
export function mayNot(roles: readonly Role[]): Partial<Record<Route, string>> {
  const routes = (Object.keys(TABLE) as Route[]).filter((r) => r.startsWith('POST ') && !mayAsk(r, roles));
  return Object.fromEntries(routes.map((r) => [r, `only ${rolesInWords(TABLE[r])} does this`]));
}
