/**
 * The same value as `next`, made of the parts of `before` wherever they say the same: what did not change keeps its
 * identity. For plain JSON values that came through a copy, such as a message to a worker, so that a memo which goes by
 * identity still knows them. Lists are matched by the `id` of their entries where they have one, else by place.
 * @example
 * sharedWith([1, [2]], [1, [2]]); // [1, [2]]
 */
export function sharedWith<T>(before: unknown, next: T): T {
  if (Object.is(before, next)) return next;
  if (Array.isArray(next)) return Array.isArray(before) ? (sharedList(before, next) as T) : next;
  if (!isRecord(next) || !isRecord(before)) return next;
  const keys = Object.keys(next);
  let same = keys.length === Object.keys(before).length;
  const made: Record<string, unknown> = {};
  for (const key of keys) {
    const value = sharedWith(before[key], next[key]);
    made[key] = value;
    if (!Object.is(value, before[key]) || !(key in before)) same = false;
  }
  return (same ? before : made) as T;
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const idOf = (value: unknown): unknown => (isRecord(value) ? value.id : undefined);

function sharedList(before: readonly unknown[], next: readonly unknown[]): readonly unknown[] {
  let same = before.length === next.length;
  let byId: Map<unknown, unknown> | null = null;
  const made: unknown[] = [];
  for (let i = 0; i < next.length; i++) {
    const id = idOf(next[i]);
    let was = before[i];
    // Entries mostly stand where they stood; only once one has moved are the rest looked up.
    if (id !== undefined && idOf(was) !== id) {
      byId ??= new Map(before.map((b) => [idOf(b), b]));
      was = byId.get(id);
    }
    const value = sharedWith(was, next[i]);
    made.push(value);
    if (!Object.is(value, before[i])) same = false;
  }
  return same ? before : made;
}
