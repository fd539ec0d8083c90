import type { Id } from '../document/basics.ts';
import { cents } from './money.ts';

/** What a supplier sells an article in: one piece, ten in a bag, a roll. */
export interface Offer {
  id: Id;
  articleId: Id;
  supplier: string;
  packQuantity: number;
  packPrice: number;
  leadDays: number;
}

export interface PackChoice {
  supplier: string;
  leadDays: number;
  packs: { offer: Offer; count: number }[];
  quantity: number;
  price: number;
  /** Chance that fewer good ones than needed are there, after losses and miscounts. */
  shortChance: number;
  /** Price and what running short costs, times its chance. */
  expectedCost: number;
}

export interface PackRules {
  /** Share of pieces lost, spoiled or miscounted; 0 for lengths, which have spares of their own. */
  miscountShare: number;
  shortCost: number;
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
const STEPS_MAX = 200_000;

/**
 * Chance that of `bought` pieces fewer than `needed` are good, each being bad with the same share by itself.
 * Source: binomial distribution.
 * @example
 * shortChance(10, 10, 0); // 0
 */
export function shortChance(bought: number, needed: number, badShare: number): number {
  if (bought < needed) return 1;
  if (badShare <= 0 || needed <= 0) return 0;
  if (badShare >= 1) return 1;
  // Sum of P(exactly k bad) for k up to what may be bad.
  let term = bought * Math.log(1 - badShare);
  let fine = 0;
  for (let bad = 0; bad <= bought - needed; bad++) {
    fine += Math.exp(term);
    term += Math.log(((bought - bad) / (bad + 1)) * (badShare / (1 - badShare)));
  }
  return Math.max(0, Math.min(1, 1 - fine));
}

/** Cheapest packs of one supplier for at least each quantity, by dynamic programming over the packs' common divisor. */
function cheapestOf(own: readonly Offer[], atMost: number) {
  // Of two ways at one price the larger pack: it brings more.
  const offers = [...own].sort((a, b) => b.packQuantity - a.packQuantity);
  const step = offers.reduce((g, o) => gcd(g, o.packQuantity), 0);
  const steps = Math.min(STEPS_MAX, Math.ceil(atMost / step));
  const price = new Array<number>(steps + 1).fill(Number.POSITIVE_INFINITY);
  const last = new Array<number>(steps + 1).fill(-1);
  price[0] = 0;
  for (let s = 1; s <= steps; s++)
    offers.forEach((o, i) => {
      const before = Math.max(0, s - o.packQuantity / step);
      const total = price[before]! + cents(o.packPrice);
      if (total < price[s]!) {
        price[s] = total;
        last[s] = i;
      }
    });
  const packsFor = (quantity: number): { offer: Offer; count: number }[] => {
    const count = new Map<number, number>();
    for (let s = Math.ceil(quantity / step); s > 0; ) {
      const i = last[s]!;
      count.set(i, (count.get(i) ?? 0) + 1);
      s -= offers[i]!.packQuantity / step;
    }
    return [...count]
      .sort((a, b) => offers[b[0]]!.packQuantity - offers[a[0]]!.packQuantity)
      .map(([i, n]) => ({ offer: offers[i]!, count: n }));
  };
  return { step, packsFor };
}

/**
 * Ways to buy at least `needed`, one a supplier, least expected cost first: packs against singles by their price and by
 * the chance of coming up short.
 */
export function choosePacks(needed: number, offers: readonly Offer[], rules: PackRules): PackChoice[] {
  if (needed <= 0) return [];
  const bySupplier = new Map<string, Offer[]>();
  for (const o of offers) bySupplier.set(o.supplier, [...(bySupplier.get(o.supplier) ?? []), o]);
  const choices: PackChoice[] = [];
  for (const [supplier, own] of bySupplier) {
    const largest = Math.max(...own.map((o) => o.packQuantity));
    const { step, packsFor } = cheapestOf(own, needed + largest);
    let best: PackChoice | null = null;
    // A few beyond the need, up to one largest pack: more is never for this need.
    for (let q = Math.ceil(needed / step) * step; q <= needed + largest; q += step) {
      const packs = packsFor(q);
      const quantity = packs.reduce((s, p) => s + p.count * p.offer.packQuantity, 0);
      const price = packs.reduce((s, p) => s + p.count * cents(p.offer.packPrice), 0) / 100;
      const chance = shortChance(quantity, needed, rules.miscountShare);
      const expectedCost = price + chance * rules.shortCost;
      if (!best || expectedCost < best.expectedCost - 1e-9)
        best = {
          supplier,
          leadDays: Math.max(...packs.map((p) => p.offer.leadDays)),
          packs,
          quantity,
          price,
          shortChance: chance,
          expectedCost,
        };
      if (rules.miscountShare <= 0 || chance < 1e-6) break;
    }
    if (best) choices.push(best);
  }
  return choices.sort((a, b) => a.expectedCost - b.expectedCost || a.leadDays - b.leadDays);
}
