import type { Id } from '../document/basics.ts';
import { compareNatural } from '../engine/compareText.ts';
import type { PartsLine } from '../stages/parts/parts.ts';
import { cents } from './money.ts';

/** What was taken from the store for a job, at what it had cost. */
export interface Taken {
  articleId: Id;
  name: string;
  /** Pieces, or millimetres of length. */
  quantity: number;
  /** Of one piece or millimetre; null when nobody knows what was paid. */
  unitCost: number | null;
  /** Scrapped, or cut again after a mistake. */
  wasted: boolean;
}

export interface CostLine {
  articleId: Id;
  name: string;
  unit: 'm' | 'pcs' | 'h';
  plannedQuantity: number;
  plannedCents: number;
  actualQuantity: number;
  actualCents: number;
  /** The difference in three parts that add up to it: more or fewer, dearer or cheaper, and what was spoiled. */
  byQuantityCents: number;
  byPriceCents: number;
  byWasteCents: number;
  why: string;
}

/**
 * A quantity of a cost line with its unit, as it is printed.
 * @example
 * costQuantity(1.5, 'm'); // '1.50 m'
 */
export const costQuantity = (quantity: number, unit: CostLine['unit']): string =>
  `${unit === 'pcs' ? quantity : quantity.toFixed(unit === 'm' ? 2 : 1)} ${unit}`;

export interface CostRollUp {
  lines: CostLine[];
  plannedCents: number;
  actualCents: number;
  differenceCents: number;
  unpriced: string[];
}

const inUnit = (unit: 'm' | 'pcs', quantity: number) => (unit === 'm' ? quantity / 1000 : quantity);

/**
 * Planned against actual, line by line, with the difference explained.
 * @param planned the parts list of the released revision
 * @param taken what the store gave out for the job
 * @param hours planned and worked, at the workshop's rate
 * @example
 * costRollUp([], [], { plannedH: 1, workedH: 3, hourRate: 50 }).differenceCents; // 10000
 */
export function costRollUp(
  planned: readonly Pick<PartsLine, 'partId' | 'name' | 'unit' | 'quantity' | 'total' | 'supply'>[],
  taken: readonly Taken[],
  hours: { plannedH: number; workedH: number; hourRate: number },
): CostRollUp {
  const unpriced: string[] = [];
  const ids = new Set<Id>();
  for (const p of planned) if (p.supply === 'workshop') ids.add(p.partId);
  for (const t of taken) ids.add(t.articleId);
  const lines = [...ids].map((id): CostLine => {
    const plan = planned.find((p) => p.partId === id && p.supply === 'workshop');
    const own = taken.filter((t) => t.articleId === id);
    const name = plan?.name ?? own[0]!.name;
    const unit = plan?.unit ?? 'pcs';
    if (plan?.total == null && !own.some((t) => t.unitCost !== null)) unpriced.push(name);
    const plannedCents = cents(plan?.total ?? 0);
    const plannedQuantity = plan?.quantity ?? 0;
    const sum = (of: readonly Taken[]) => of.reduce((s, t) => s + inUnit(unit, t.quantity), 0);
    const cost = (of: readonly Taken[]) => cents(of.reduce((s, t) => s + t.quantity * (t.unitCost ?? 0), 0));
    const used = own.filter((t) => !t.wasted);
    const actualCents = cost(own);
    const byWasteCents = actualCents - cost(used);
    const perUnit = plannedQuantity > 0 ? plannedCents / plannedQuantity : 0;
    const byQuantityCents = plannedQuantity > 0 ? Math.round((sum(used) - plannedQuantity) * perUnit) : 0;
    // The rest is price: so the three always add up.
    const byPriceCents = actualCents - plannedCents - byWasteCents - byQuantityCents;
    return {
      articleId: id,
      name,
      unit,
      plannedQuantity,
      plannedCents,
      actualQuantity: sum(own),
      actualCents,
      byQuantityCents,
      byPriceCents,
      byWasteCents,
      why: whyDifferent(plan !== undefined, own.length > 0, { byQuantityCents, byPriceCents, byWasteCents }),
    };
  });
  lines.sort(
    (a, b) =>
      Math.abs(b.actualCents - b.plannedCents) - Math.abs(a.actualCents - a.plannedCents) ||
      compareNatural(a.name, b.name),
  );
  const work = workLine(hours);
  const all = [...lines, work];
  const plannedCents = all.reduce((s, l) => s + l.plannedCents, 0);
  const actualCents = all.reduce((s, l) => s + l.actualCents, 0);
  return { lines: all, plannedCents, actualCents, differenceCents: actualCents - plannedCents, unpriced };
}

function workLine({ plannedH, workedH, hourRate }: { plannedH: number; workedH: number; hourRate: number }): CostLine {
  const plannedCents = cents(plannedH * hourRate);
  const actualCents = cents(workedH * hourRate);
  return {
    articleId: 'work',
    name: 'Hours of work',
    unit: 'h',
    plannedQuantity: plannedH,
    plannedCents,
    actualQuantity: workedH,
    actualCents,
    byQuantityCents: actualCents - plannedCents,
    byPriceCents: 0,
    byWasteCents: 0,
    why:
      workedH === 0
        ? 'no hours entered yet'
        : workedH > plannedH
          ? 'took longer'
          : workedH < plannedH
            ? 'took less'
            : '',
  };
}

function whyDifferent(
  planned: boolean,
  taken: boolean,
  by: Pick<CostLine, 'byQuantityCents' | 'byPriceCents' | 'byWasteCents'>,
): string {
  if (!taken) return 'not taken from the store yet';
  if (!planned) return 'not on the parts list';
  const parts = [
    by.byQuantityCents > 0 ? 'more was used' : by.byQuantityCents < 0 ? 'less was used' : '',
    by.byPriceCents > 0 ? 'it cost more' : by.byPriceCents < 0 ? 'it cost less' : '',
    by.byWasteCents > 0 ? 'some was spoiled or scrapped' : '',
  ].filter((p) => p !== '');
  return parts.join(', ');
}
