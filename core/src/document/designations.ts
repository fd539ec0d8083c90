import { deviceOf } from '../devices/registry.ts';
import type { Cable } from './cable/cable.ts';
import type { Item } from './item/item.ts';
import type { PartKind } from './part/part.ts';

const lowestFree = (taken: ReadonlySet<string>, make: (n: number) => string): string => {
  let n = 1;
  while (taken.has(make(n))) n++;
  return make(n);
};

/**
 * The next free designation for a kind of part, such as -F3.
 * @example
 * nextDesignation([{ designation: '-F1' }], 'fuseHolder'); // '-F2'
 */
export const nextDesignation = (items: readonly Pick<Item, 'designation'>[], kind: PartKind): string =>
  lowestFree(new Set(items.map((i) => i.designation)), (n) => `-${deviceOf(kind).letter}${n}`);

/**
 * The next free wire name by the rule W1, W2, …
 * @example
 * nextWireName([{ designation: 'W1' }, { designation: 'W3' }]); // 'W2'
 */
export const nextWireName = (
  cables: readonly Pick<Cable, 'designation'>[],
  alsoTaken: readonly string[] = [],
): string => lowestFree(new Set([...cables.map((c) => c.designation), ...alsoTaken]), (n) => `W${n}`);
