import type { Brief, Cable, Connection, Environment } from '../../board/board.ts';
import type { Catalogue, Terminal } from '../../catalogue/part.ts';
import { ambientFactor, ampacity } from '../../rules/formulas/cableRules.ts';
import type { AmpacityTable, RuleProfile } from '../../rules/profiles/profile.ts';
import { figure, given, isTracing, use } from '../../rules/rule.ts';
import { CCA } from '../../rules/tables/sourceCorners.ts';
import type { Workshop } from '../../rules/workshop.ts';
import { endsThatFit, whyNoEnd } from '../terminations/terminates.ts';
import type { Rejected } from './choiceResult.ts';

export interface Candidates {
  /** Areas that can be bought and terminated at both ends, rising. */
  areasMm2: number[];
  rejected: Rejected<number>[];
  /** Temperature column: the lower of insulation and terminals. */
  columnC: number;
  connections: Connection[];
}

/** The hottest column of the table not above `maxC`; the coolest when even that is too hot. */
export function columnFor(table: AmpacityTable, maxC: number): number {
  const allowed = table.columnsC.filter((c) => c <= maxC + 1e-9);
  return allowed.length > 0 ? Math.max(...allowed) : Math.min(...table.columnsC);
}

export function tableAmps(table: AmpacityTable, areaMm2: number, columnC: number): number | null {
  const row = table.rows.find(([area]) => area === areaMm2);
  return row?.[1][table.columnsC.indexOf(columnC)] ?? null;
}

const bundleFactor = (profile: RuleProfile, count: number): number =>
  profile.bundle.factors.reduce((found, [from, factor]) => (count >= from ? factor : found), 1);

/** What a cable of this area may carry where it lies, A: the worst of its segments. */
export function cableAmpacity(
  { id: cableId, material }: Pick<Cable, 'id' | 'material'>,
  areaMm2: number,
  columnC: number,
  environments: readonly Environment[],
  brief: Brief,
  profile: RuleProfile,
): number {
  const copperA = tableAmps(profile.ampacity, areaMm2, columnC);
  if (copperA === null) return 0;
  const tableA = copperA * (material === 'cca' ? CCA.ampacityFactor : 1);
  const derating = (e: Environment) => {
    const ambientC = e.ambientC ?? brief.ambientC;
    return {
      ambientC,
      bundle: bundleFactor(profile, e.bundledCount),
      factor: ambientFactor.compute({ maxC: columnC, ambientC, referenceC: profile.ampacity.referenceC }),
      count: e.bundledCount,
    };
  };
  const worst = environments.map(derating).reduce((w, d) => (d.factor * d.bundle < w.factor * w.bundle ? d : w));
  if (!isTracing()) return ampacity.compute({ tableA, ambientFactor: worst.factor, bundleFactor: worst.bundle });
  const ambient = use(
    ambientFactor,
    { maxC: columnC, ambientC: worst.ambientC, referenceC: profile.ampacity.referenceC },
    `cable/${cableId}/ambientFactor`,
    {
      maxC: given('the lower of insulation and terminal temperature, as a column of the table'),
      ambientC: given('brief, or the segment where it is hottest'),
      referenceC: given(profile.ampacity.source),
    },
  );
  return use(ampacity, { tableA, ambientFactor: ambient, bundleFactor: worst.bundle }, `cable/${cableId}/ampacityA`, {
    tableA: given(
      `${profile.ampacity.source}, ${areaMm2} mm², ${columnC} °C column${material === 'cca' ? `, × ${CCA.ampacityFactor} for copper-clad aluminium (general knowledge, no source)` : ''}`,
    ),
    ambientFactor: figure(`cable/${cableId}/ambientFactor`),
    bundleFactor: given(`${worst.count} ${profile.bundle.counts}; ${profile.bundle.source}`),
  });
}

/** Which areas a cable may take at all: sold, in the table, not under the profile's smallest, and fitting both ends. */
export function candidatesOf(
  cable: Pick<Cable, 'cores' | 'material'>,
  connections: Connection[],
  terminals: readonly Terminal[],
  profile: RuleProfile,
  catalogue: Catalogue,
  workshop: Workshop,
): Candidates {
  const columnC = columnFor(
    profile.ampacity,
    Math.min(insulationMaxC(catalogue, profile), ...terminals.map((t) => t.maxC)),
  );
  const areasMm2: number[] = [];
  const rejected: Rejected<number>[] = [];
  const sold = catalogue.cableTypes.filter((c) => c.insulation === profile.insulation).map((c) => c.areaMm2);
  for (const area of sold.sort((a, b) => a - b)) {
    const badEnd = terminals.find((t) => endsThatFit(area, t, catalogue.lugs).length === 0);
    if (area < profile.minAreaMm2.value)
      rejected.push({ value: area, why: `under ${profile.minAreaMm2.value} mm²: ${profile.minAreaMm2.source}` });
    else if (tableAmps(profile.ampacity, area, columnC) === null)
      rejected.push({ value: area, why: `not in the table: ${profile.ampacity.source}` });
    else if (badEnd) rejected.push({ value: area, why: whyNoEnd(area, badEnd, catalogue.lugs) });
    else areasMm2.push(area);
  }
  return { areasMm2, rejected, columnC, connections };
}

export const insulationMaxC = (catalogue: Catalogue, profile: RuleProfile): number =>
  catalogue.cableTypes.find((c) => c.insulation === profile.insulation)?.insulationMaxC ?? 70;
