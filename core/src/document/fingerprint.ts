import stringify from 'safe-stable-stringify';

/**
 * A short stable fingerprint of a plain value: the same content gives the same text on every machine, in whatever order
 * its keys stand (a database keeps them in an order of its own).
 * 2 × 32-bit multiplicative hash over the JSON text; for noticing change, not for secrecy.
 * @returns 16 hexadecimal digits
 * @example
 * fingerprint({ a: 1, b: 2 }) === fingerprint({ b: 2, a: 1 }); // true
 */
export function fingerprint(value: unknown): string {
  const text = typeof value === 'string' ? value : (stringify(value) ?? '');
  let [h1, h2] = [0xdeadbeef, 0x41c6ce57];
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    h1 = Math.imul(h1 ^ c, 2654435761);
    h2 = Math.imul(h2 ^ c, 1597334677);
  }
  h1 = Math.imul(h1 ^ (h1 >>> 16), 2246822507) ^ Math.imul(h2 ^ (h2 >>> 13), 3266489909);
  h2 = Math.imul(h2 ^ (h2 >>> 16), 2246822507) ^ Math.imul(h1 ^ (h1 >>> 13), 3266489909);
  return (h2 >>> 0).toString(16).padStart(8, '0') + (h1 >>> 0).toString(16).padStart(8, '0');
}

/**
 * Whether two plain values say the same, in whatever order their keys stand.
 * @example
 * sameContent({ a: 1, b: 2 }, { b: 2, a: 1 }); // true
 */
export const sameContent = (a: unknown, b: unknown): boolean => Object.is(a, b) || fingerprint(a) === fingerprint(b);
