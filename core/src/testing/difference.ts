type Row = Record<string, unknown>;
const text = (value: unknown): string => (JSON.stringify(value) ?? 'nothing').slice(0, 300);

/** Where two plain values first part, as a path with both values; null where they say the same. */
export function firstDifference(was: unknown, is: unknown, path = ''): string | null {
  if (Object.is(was, is)) return null;
  if (typeof was !== 'object' || typeof is !== 'object' || was === null || is === null)
    return `${path}: was ${text(was)}, is ${text(is)}`;
  if (Array.isArray(was) !== Array.isArray(is)) return `${path}: was ${text(was)}, is ${text(is)}`;
  for (const key of new Set([...Object.keys(was), ...Object.keys(is)])) {
    const found = firstDifference((was as Row)[key], (is as Row)[key], `${path}/${key}`);
    if (found) return found;
  }
  return null;
}
