import { deviceOf } from '../../devices/registry.ts';
import type { Id } from '../../document/basics.ts';
import type { Board } from '../../document/board.ts';
import type { Part } from '../../document/part/part.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import type { Dossier } from '../../dossier.ts';
import { given, use } from '../../engine/formula.ts';
import { workHours } from '../../formulas/quote.ts';
import { partsOfBatch } from '../../stages/parts/partsOfBatch.ts';

export const WORK_KINDS = ['design', 'cables', 'build', 'test', 'setup'] as const;
export type WorkKind = (typeof WORK_KINDS)[number];
export const WORK_TITLE: Readonly<Record<WorkKind, string>> = {
  design: 'Design and drawing',
  cables: 'Cables cut, crimped, labelled',
  build: 'Board prepared, parts mounted, cables dressed',
  test: 'Bench test and record',
  setup: 'Setting up chargers and monitor',
};

/** What jobs of the past really took against what was reckoned for them, by kind of work. */
export type PastTimes = Partial<Record<WorkKind, { recordedH: number; reckonedH: number; jobs: number }>>;

export interface QuoteLine {
  group: 'parts' | 'copper' | 'work' | 'extra';
  text: string;
  quantity: number;
  unit: string;
  priceEach: number;
  /** Rounded to cents; every sum is the sum of these. */
  total: number;
}

export interface Quote {
  lines: QuoteLine[];
  /** Parts that are the customer's own or second-hand: named, not charged. */
  notCharged: string[];
  unpriced: string[];
  partsTotal: number;
  marginShare: number;
  margin: number;
  workTotal: number;
  hours: number;
  extrasTotal: number;
  total: number;
  currency: string;
  leadTimeDays: number;
  slowest: string | null;
  basis: string[];
  licensedWork: string[];
  openStops: string[];
}

/** Hours reckoned where the workshop has no records yet. Common practice, no source. */
const RECKONED: Readonly<Record<WorkKind, { fixedHours: number; hoursEach: number }>> = {
  design: { fixedHours: 1.5, hoursEach: 0.15 },
  cables: { fixedHours: 0, hoursEach: 0.1 },
  build: { fixedHours: 2, hoursEach: 0.3 },
  test: { fixedHours: 0.5, hoursEach: 0.04 },
  setup: { fixedHours: 0, hoursEach: 0.5 },
};
/** Lithium boards whose relays isolate by logic take about this much longer. Common practice, no source. */
const ISOLATION_LOGIC_H = 30;

const cents = (x: number) => Math.round(x * 100) / 100;
const tenth = (x: number) => Math.round(x * 10) / 10;
const sum = (lines: readonly QuoteLine[], group: QuoteLine['group']) =>
  cents(lines.filter((l) => l.group === group).reduce((s, l) => s + l.total, 0));

/**
 * Hours reckoned for a job by kind of work, before its workshop's records are looked at.
 * @example
 * Object.keys(reckonedHours(board, dossier, parts)); // ['design', 'cables', 'build', 'test', 'setup']
 */
export function reckonedHours(
  board: Board,
  dossier: Pick<Dossier, 'cables' | 'bench'>,
  parts: ReadonlyMap<Id, Part>,
  factor: (kind: WorkKind) => number = () => 1,
): Record<WorkKind, number> {
  const kinds = board.items.map((i) => parts.get(i.partId)?.kind);
  const devices = kinds.filter((k) => k && !deviceOf(k).customers).length;
  const { delivered, quantity } = board.brief;
  const logic = board.brief.chemistry === 'lifepo4' && kinds.includes('relay') ? ISOLATION_LOGIC_H : 0;
  const counts: Record<WorkKind, number> = {
    design: devices,
    cables: dossier.cables.length * quantity,
    // A kit is mounted by whoever gets it.
    build: delivered === 'kit' ? 0 : devices * quantity,
    test: dossier.bench.filter((s) => s.role === 'tester').length * quantity,
    setup: quantity * kinds.filter((k) => k && deviceOf(k).hasSettings).length,
  };
  const hours = (kind: WorkKind) => {
    const reckoned = RECKONED[kind];
    return use(
      workHours,
      {
        fixedHours: reckoned.fixedHours + (kind === 'build' ? logic : 0),
        count: counts[kind],
        hoursEach: reckoned.hoursEach,
        pastFactor: factor(kind),
      },
      `quote/${kind}/hours`,
      {
        fixedHours: given(logic > 0 && kind === 'build' ? 'reckoned, and lithium isolation logic' : 'reckoned'),
        count: given(
          { design: 'parts', cables: 'cables', build: 'parts', test: 'bench steps', setup: 'devices with settings' }[
            kind
          ],
        ),
        hoursEach: given('reckoned (common practice, no source)'),
        pastFactor: given('records of past jobs, 1 while there are none'),
      },
    );
  };
  return Object.fromEntries(WORK_KINDS.map((k) => [k, hours(k)])) as Record<WorkKind, number>;
}

/** By how much the workshop's own records differ from what is reckoned; 1 where it has none. */
export const pastFactor =
  (past: PastTimes) =>
  (kind: WorkKind): number => {
    const own = past[kind];
    return own && own.jobs > 0 && own.reckonedH > 0 ? own.recordedH / own.reckonedH : 1;
  };

/**
 * The offer for a board: parts and copper as listed, hours by the workshop's own times when there are some, extras,
 * margin on parts. Every total is the sum of its printed lines.
 * @example
 * quoteOf(board, dossier, parts, workshop, {}).lines.length > 0; // true
 */
export function quoteOf(
  board: Board,
  dossier: Pick<Dossier, 'cables' | 'parts' | 'bench' | 'findings'>,
  parts: ReadonlyMap<Id, Part>,
  workshop: Workshop,
  past: PastTimes,
): Quote {
  const bought = partsOfBatch(dossier.parts, board.brief.quantity).filter((p) => p.supply === 'workshop');
  const lines: QuoteLine[] = bought
    .filter((p) => p.priceEach !== null)
    .map((p) => ({
      group: p.group === 'cable' ? ('copper' as const) : ('parts' as const),
      text: p.name,
      quantity: p.quantity,
      unit: p.unit,
      priceEach: p.priceEach!,
      total: cents(p.quantity * p.priceEach!),
    }));
  const hours = reckonedHours(board, dossier, parts, pastFactor(past));
  for (const kind of WORK_KINDS) {
    const quantity = tenth(hours[kind]);
    if (quantity > 0)
      lines.push({
        group: 'work',
        text: WORK_TITLE[kind],
        quantity,
        unit: 'h',
        priceEach: workshop.hourRate,
        total: cents(quantity * workshop.hourRate),
      });
  }
  for (const extra of board.extras) {
    if (extra.quantity * extra.priceEach > 0 || extra.hours === 0)
      lines.push({
        group: 'extra',
        text: extra.text,
        quantity: extra.quantity,
        unit: 'pcs',
        priceEach: extra.priceEach,
        total: cents(extra.quantity * extra.priceEach),
      });
    if (extra.hours > 0)
      lines.push({
        group: 'work',
        text: `${extra.text}: hours`,
        quantity: tenth(extra.hours),
        unit: 'h',
        priceEach: workshop.hourRate,
        total: cents(tenth(extra.hours) * workshop.hourRate),
      });
  }
  const partsTotal = cents(sum(lines, 'parts') + sum(lines, 'copper'));
  const margin = cents(partsTotal * workshop.marginShare);
  const workTotal = sum(lines, 'work');
  const extrasTotal = sum(lines, 'extra');
  const slowest = bought.reduce<(typeof bought)[number] | null>(
    (w, p) => ((p.leadTimeDays ?? 0) > (w?.leadTimeDays ?? 0) ? p : w),
    null,
  );
  const basis = WORK_KINDS.map((kind) => {
    const own = past[kind];
    return own && own.jobs > 0
      ? `${WORK_TITLE[kind]}: by ${own.jobs} past ${own.jobs === 1 ? 'job' : 'jobs'}, ${tenth(own.recordedH)} h recorded for ${tenth(own.reckonedH)} h reckoned.`
      : `${WORK_TITLE[kind]}: reckoned, no recorded times yet.`;
  });
  const mains = board.items.filter((i) => parts.get(i.partId)?.terminals.some((t) => t.domain === 'ac'));
  return {
    lines,
    notCharged: dossier.parts
      .filter((p) => p.supply !== 'workshop')
      .map(
        (p) =>
          `${p.quantity} × ${p.name}, ${p.supply === 'customer' ? "the customer's own" : 'second-hand'} (${p.usedBy.join(' ')})`,
      ),
    unpriced: bought.filter((p) => p.priceEach === null).map((p) => p.name),
    partsTotal,
    marginShare: workshop.marginShare,
    margin,
    workTotal,
    hours: tenth(lines.filter((l) => l.group === 'work').reduce((s, l) => s + l.quantity, 0)),
    extrasTotal,
    total: cents(partsTotal + margin + workTotal + extrasTotal),
    currency: workshop.currency,
    leadTimeDays: slowest?.leadTimeDays ?? 0,
    slowest: slowest?.name ?? null,
    basis,
    licensedWork: mains.map((i) =>
      `Mains side of ${i.designation} ${i.name || parts.get(i.partId)?.name || ''}`.trim(),
    ),
    openStops: dossier.findings.filter((f) => f.severity === 'stop').map((f) => f.says),
  };
}
