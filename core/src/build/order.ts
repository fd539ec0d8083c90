import type { Id } from '../document/basics.ts';
import { compareNatural } from '../engine/compareText.ts';
import { type BuildStep, STEP_KINDS } from './step.ts';

/** What a change costs a hand, minutes. Common practice, no source. */
const TURN_OVER = 1.5;
const OTHER_PANEL = 1;
const OTHER_TOOL = 0.4;
/** Whoever would have to wait longer than this does something else meanwhile, minutes. Common practice, no source. */
const LONG_WAIT = 30;

/** Rank of a kind of work in the order of the trade. */
const rankOf = (s: BuildStep): number => STEP_KINDS.indexOf(s.kind);

/** What it costs to go on with a step after another, minutes: turning the board over, another panel, other tools. */
export function changeMinutes(before: BuildStep | null, next: BuildStep): number {
  if (!before) return 0;
  if (before.panelId !== next.panelId) return OTHER_PANEL;
  const tool = next.tools.some((t) => !before.tools.includes(t)) ? OTHER_TOOL : 0;
  return (before.face !== next.face ? TURN_OVER : 0) + tool;
}

/** When a step can begin after another one: hands free, board turned, and what it waits for dry. */
const startOf = (now: number, before: BuildStep | null, step: BuildStep, dryAt: ReadonlyMap<string, number>): number =>
  Math.max(now + changeMinutes(before, step), ...step.after.map((id) => dryAt.get(id) ?? 0));

/**
 * How long an order of steps takes one pair of hands, minutes: work, changes, and waiting for what dries.
 * @example
 * takesMinutes([]); // 0
 */
export function takesMinutes(steps: readonly BuildStep[]): number {
  const dryAt = new Map<string, number>();
  let now = 0;
  let before: BuildStep | null = null;
  for (const step of steps) {
    now = startOf(now, before, step, dryAt) + step.minutes;
    dryAt.set(step.id, now + step.dryMinutes);
    before = step;
  }
  return now;
}

/**
 * Why a step cannot be done where it stands in an order; null where it can. Order is all that is looked at, not drying.
 * @example
 * brokenOrder([]); // null
 */
export function brokenOrder(steps: readonly BuildStep[]): { step: BuildStep; waitsFor: string } | null {
  const seen = new Set<string>();
  const all = new Set(steps.map((s) => s.id));
  for (const step of steps) {
    const waitsFor = step.after.find((id) => all.has(id) && !seen.has(id));
    if (waitsFor !== undefined) return { step, waitsFor };
    seen.add(step.id);
  }
  return null;
}

/** Rows of what lies first: by kind of work, then thick cables before thin ones, then by name. */
const inRow = (diameterMm: (cableId: Id) => number) => {
  const thick = (s: BuildStep) => (s.kind === 'lay' ? diameterMm(s.cableIds[0]!) : 0);
  return (a: BuildStep, b: BuildStep): number =>
    rankOf(a) - rankOf(b) || thick(b) - thick(a) || compareNatural(a.title, b.title) || compareNatural(a.id, b.id);
};

/**
 * Steps in the order of the trade: none before what it waits for, what dries started early, and of what may come next that
 * which asks for the least turning over and changing of tools; thick cables lie below thin ones. Deterministic.
 * @param diameterMm how thick each cable is
 * @throws where steps wait for one another in a circle
 */
export function inTradeOrder(steps: readonly BuildStep[], diameterMm: (cableId: Id) => number): BuildStep[] {
  const byRow = inRow(diameterMm);
  const left = [...steps].sort(byRow);
  const known = new Set(left.map((s) => s.id));
  const waiting = new Map(left.map((s) => [s.id, new Set(s.after.filter((id) => known.has(id)))]));
  const dryAt = new Map<string, number>();
  const order: BuildStep[] = [];
  let now = 0;
  while (left.length > 0) {
    const before = order.at(-1) ?? null;
    const open = left.filter((s) => waiting.get(s.id)!.size === 0);
    if (open.length === 0) throw new Error(`steps wait for one another: ${left.map((s) => s.id).join(', ')}`);
    const start = (s: BuildStep) => startOf(now, before, s, dryAt);
    // What dries is begun as soon as it can be: it lets others be done meanwhile.
    const [next] = open.sort((a, b) => {
      const [wa, wb] = [start(a), start(b)];
      if (wa - now > LONG_WAIT || wb - now > LONG_WAIT) return wa - wb || byRow(a, b);
      return (
        Number(b.dryMinutes > 0) - Number(a.dryMinutes > 0) || kindGroup(a) - kindGroup(b) || wa - wb || byRow(a, b)
      );
    });
    now = start(next!) + next!.minutes;
    dryAt.set(next!.id, now + next!.dryMinutes);
    order.push(next!);
    left.splice(left.indexOf(next!), 1);
    for (const s of waiting.values()) s.delete(next!.id);
  }
  return order;
}

/** Kinds of work that are done all together before the next: panels, parts, links, cables, ends, the end. */
const GROUPS: readonly (readonly BuildStep['kind'][])[] = [
  ['cut', 'drill', 'surface', 'line', 'mark'],
  ['mount'],
  ['link', 'lay'],
  ['clamp', 'plug', 'torque'],
  ['cover', 'strap', 'fusesOut', 'pack', 'look'],
];
const kindGroup = (s: BuildStep): number => GROUPS.findIndex((g) => g.includes(s.kind));
