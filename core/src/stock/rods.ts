import type { Id } from '../document/basics.ts';
import type { Rod } from './cutPlan.ts';

/** What the store says of one thing in it. */
export interface InStore {
  id: Id;
  number: number;
  articleId: Id;
  unit: 'mm' | 'pcs';
  startQuantity: number;
  onHand: number;
  reserved: number;
  bin: string;
  receivedAt: string;
  reservations: readonly { jobId: Id; quantity: number }[];
}

/**
 * What some jobs may take of it: what is free, and what is set aside for one of them.
 * @example
 * freeFor({ onHand: 9, reserved: 4, reservations: [{ jobId: 'j', quantity: 3 }] }, new Set(['j'])); // 8
 */
export const freeFor = (s: InStore, jobIds: ReadonlySet<Id>): number =>
  s.onHand - s.reserved + s.reservations.filter((r) => jobIds.has(r.jobId)).reduce((n, r) => n + r.quantity, 0);

/**
 * The reels, sticks and remnants of a store as these jobs may use them.
 * @example
 * rodsOf([], new Set()); // []
 */
export const rodsOf = (stock: readonly InStore[], jobIds: ReadonlySet<Id>): Rod[] =>
  stock
    .filter((s) => s.unit === 'mm')
    .map((s) => ({
      stockId: s.id,
      articleId: s.articleId,
      label: `no. ${s.number}, ${s.bin}`,
      freeMm: freeFor(s, jobIds),
      receivedAt: s.receivedAt,
      started: s.onHand < s.startQuantity,
    }));
