/** What of the store and of buying follows from jobs, and the other way round. */
const SHOP = ['stock', 'lessons', 'buying', 'cutting', 'costs', 'jobs', 'picking', 'schedule'];
/** Never goes out of date by itself. */
const FIXED = ['articles', 'dossier'];

/**
 * Whether something fetched under a key may have been changed by what was sent to an address; `*` is anything.
 */
export function concerns(address: string, queryKey: readonly unknown[]): boolean {
  const [kind] = queryKey;
  if (typeof kind !== 'string' || FIXED.includes(kind)) return false;
  if (address === '*') return true;
  const [, , area, id] = address.split('/');
  if (area === 'workshop') return true;
  if (area === 'people') return kind === 'people';
  if (area === 'own') return kind === 'own sessions' || kind === 'hands';
  if (area === 'catalogue') return kind === 'ownParts';
  if (area === 'designs') return kind === 'designs' || kind === 'jobDesign' || kind === 'jobs';
  if (area === 'jobs') return SHOP.includes(kind) || (id !== undefined && queryKey.includes(id));
  return SHOP.includes(kind);
}
