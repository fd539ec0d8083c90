import { RIGHTS } from './rights.ts';

/** What a key of a program may be made for. Within them it does what its person may, and nothing beyond. */
export const SCOPES = {
  read: 'look at everything its person may see',
  boards: 'jobs, boards, releases, quotes, the catalogue and designs',
  floor: 'what is cut, made, built, tested and shipped',
  store: 'the store, offers and purchases',
  plan: 'days, wishes and absences of the plan',
} as const;
export type Scope = keyof typeof SCOPES;
export const SCOPE_NAMES = Object.keys(SCOPES) as Scope[];

/** Presses by the scope they need; what is in none is for people alone. By the longest beginning that fits. */
const BY_BEGINNING: readonly (readonly [string, Scope])[] = [
  ['/api/jobs', 'boards'],
  ['/api/jobs/:id/made', 'floor'],
  ['/api/jobs/:id/cables', 'floor'],
  ['/api/jobs/:id/cutting', 'floor'],
  ['/api/jobs/:id/picking', 'floor'],
  ['/api/jobs/:id/build', 'floor'],
  ['/api/jobs/:id/bench', 'floor'],
  ['/api/jobs/:id/ship', 'floor'],
  ['/api/jobs/:id/field', 'floor'],
  ['/api/catalogue', 'boards'],
  ['/api/designs', 'boards'],
  ['/api/stock', 'store'],
  ['/api/buying', 'store'],
  ['/api/schedule', 'plan'],
];
/** What a key opens to nobody: people, their own things, what others did, and the live lines of pages. */
const PEOPLE_ONLY = [
  '/api/people',
  '/api/own',
  '/api/audit',
  '/api/live',
  '/api/practice',
  '/api/workshop',
  '/api/hooks',
];
const within = (path: string, beginning: string) =>
  path === beginning || path.startsWith(`${beginning}/`) || path.startsWith(`${beginning}-`);

/** The scope a route needs of a key; null where no key opens it. */
export function scopeOf(route: string): Scope | null {
  if (!Object.hasOwn(RIGHTS, route)) return null;
  const [method, path] = route.split(' ') as [string, string];
  if (method === 'GET') return path === '/api/workshop' || !PEOPLE_ONLY.some((p) => within(path, p)) ? 'read' : null;
  const fitting = BY_BEGINNING.filter(([beginning]) => within(path, beginning));
  return fitting.sort((a, b) => b[0].length - a[0].length)[0]?.[1] ?? null;
}
