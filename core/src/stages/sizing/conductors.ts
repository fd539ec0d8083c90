import type { Cable, Environment } from '../../document/cable/cable.ts';
import type { Connection } from '../../document/connection/connection.ts';
import type { CableType, Catalogue, Terminal } from '../../document/part/part.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { figure, given, use } from '../../engine/formula.ts';
import { ambientFactor, ampacity, materialAmpacity } from '../../formulas/cables.ts';
import type { Profile } from '../../profiles/profile.ts';
import type { AmpacityTable } from '../../tables/ampacityTable.ts';
import { isGauge, sizeText } from '../../tables/awg.ts';
import { BAR_AMPACITY } from '../../tables/copperBars.ts';
import { CCA } from '../../tables/sourceCorners.ts';
import { endsThatFit, sizeKey, whyNoEnd } from '../terminations/terminates.ts';
import type { Rejected } from './choiceResult.ts';

export interface Candidates {
  /** Areas that can be bought and terminated at both ends, rising. */
  areasMm2: number[];
  rejected: Rejected<number>[];
  /** Temperature column: the lower of insulation and terminals. */
  columnC: number;
  connections: readonly Connection[];
}

/** The hottest column of the table not above `maxC`; the coolest when even that is too hot. */
export function columnFor(table: AmpacityTable, maxC: number): number {
  const allowed = table.columnsC.filter((c) => c <= maxC + 1e-9);
  return allowed.length > 0 ? Math.max(...allowed) : Math.min(...table.columnsC);
}

/** The row an area is judged by: its own, or of one between two the row below; null under the first. */
const rowFor = (table: AmpacityTable, areaMm2: number) => table.rows.findLast(([area]) => area <= areaMm2) ?? null;

/**
 * What a table has for an area, A; one between two rows counts as the row below. Null for what is thinner than its first.
 */
export const tableAmps = (table: AmpacityTable, areaMm2: number, columnC: number): number | null =>
  rowFor(table, areaMm2)?.[1][table.columnsC.indexOf(columnC)] ?? null;

/** Thinner than the table knows: in proportion to its first row, on the safe side, for thin wire is cooled better. */
function thinAmps({ rows, columnsC }: AmpacityTable, areaMm2: number, columnC: number): number {
  const [leastMm2, amps] = rows[0]!;
  return ((amps[columnsC.indexOf(columnC)] ?? 0) * areaMm2) / leastMm2;
}

/** By which row an area was judged, in words. */
function rowWords(table: AmpacityTable, areaMm2: number, columnC: number): string {
  const row = rowFor(table, areaMm2);
  if (!row) return `${table.source}: ${sizeText(areaMm2)} is thinner than its first row, taken in proportion`;
  const between = row[0] === areaMm2 ? '' : `, which lies between its rows and counts as ${sizeText(row[0])}`;
  return `${table.source}, ${sizeText(areaMm2)}${between}, ${columnC} °C column`;
}

const bundleFactor = (profile: Profile, count: number): number =>
  profile.bundle.factors.reduce((found, [from, factor]) => (count >= from ? factor : found), 1);

type Made = Pick<Cable, 'cores' | 'material'>;

/**
 * The kind of cable a cable of the board is cut from at an area: single wire, the sheathed cable with cores enough, or
 * flat copper; null where none is sold.
 * @example
 * cableTypeOf({ cores: 1, material: 'copper' }, 16, profile, catalogue) !== null; // true
 */
export function cableTypeOf(
  { cores, material }: Made,
  areaMm2: number,
  profile: Profile,
  catalogue: Catalogue,
): CableType | null {
  const insulation = material === 'flatCopper' ? 'bare' : profile.insulation;
  let known = knownTypes.get(catalogue.cableTypes);
  if (!known) {
    known = new Map();
    knownTypes.set(catalogue.cableTypes, known);
  }
  const key = `${insulation} ${areaMm2} ${cores.length}`;
  let found = known.get(key);
  if (found === undefined) {
    found = null;
    for (const type of catalogue.cableTypes) {
      if (type.insulation !== insulation || type.areaMm2 !== areaMm2 || type.cores < cores.length) continue;
      if ((cores.length === 1 && type.cores > 1) || (found && type.cores >= found.cores)) continue;
      found = type;
    }
    known.set(key, found);
  }
  return found;
}
const knownTypes = new WeakMap<readonly CableType[], Map<string, CableType | null>>();

/** Cable and flat copper are rated by different tables. */
export const ampacityTableOf = (cable: Pick<Cable, 'material'>, profile: Profile): AmpacityTable =>
  cable.material === 'flatCopper' ? BAR_AMPACITY : profile.ampacity;

/** What stands together with a cable along a stretch, its own cores included, as the profile counts. */
const laidTogether = (cable: Made, environment: Environment, profile: Profile): number => {
  const own = profile.bundle.perCircuit ? Math.ceil(cable.cores.length / 2) : cable.cores.length;
  return environment.bundledCount - 1 + own;
};

/** A cable where it lies: what derates it, whatever its area. */
export interface LaidCable {
  cable: Made;
  columnC: number;
  table: AmpacityTable;
  profile: Profile;
  /** The worst of its segments. */
  worst: { ambientC: number; bundle: number; count: number };
}

/** The worst of a cable's segments in a temperature column. */
export function cableLaid(
  cable: Made,
  columnC: number,
  environments: readonly Environment[],
  ambientByDefaultC: number,
  profile: Profile,
): LaidCable {
  const table = ampacityTableOf(cable, profile);
  let worst = { ambientC: ambientByDefaultC, bundle: 1, count: 1 };
  let least = Number.POSITIVE_INFINITY;
  for (const e of environments) {
    const ambientC = e.ambientC ?? ambientByDefaultC;
    const count = laidTogether(cable, e, profile);
    const bundle = bundleFactor(profile, count);
    const factor = ambientFactor.compute({ maxC: columnC, ambientC, referenceC: table.referenceC }) * bundle;
    if (!(factor < least)) continue;
    least = factor;
    worst = { ambientC, bundle, count };
  }
  return { cable, columnC, table, profile, worst };
}

/**
 * What a cable of this area may carry where it lies, A.
 * @param address of the figure
 */
export function cableAmpacity(
  { cable, columnC, table, profile, worst }: LaidCable,
  areaMm2: number,
  address: string,
): number {
  const { material } = cable;
  const copperA =
    tableAmps(table, areaMm2, columnC) ?? (material === 'flatCopper' ? 0 : thinAmps(table, areaMm2, columnC));
  const ambient = use(
    ambientFactor,
    { maxC: columnC, ambientC: worst.ambientC, referenceC: table.referenceC },
    () => `${address}/ambientFactor`,
    () => ({
      maxC: given('the lower of insulation and terminal temperature, as a column of the table'),
      ambientC: given('brief, or the segment where it is hottest'),
      referenceC: given(table.source),
    }),
  );
  const tableA = use(
    materialAmpacity,
    { copperA, materialFactor: material === 'cca' ? CCA.ampacityFactor : 1 },
    () => `${address}/tableA`,
    () => ({
      copperA: given(rowWords(table, areaMm2, columnC)),
      materialFactor: given(
        material === 'cca' ? 'copper-clad aluminium (general knowledge, no source)' : 'copper, as the table has it',
      ),
    }),
  );
  return use(ampacity, { tableA, ambientFactor: ambient, bundleFactor: worst.bundle }, address, () => {
    const sheathed = cable.cores.length > 1 ? `, ${cable.cores.length} cores in one sheath among them` : '';
    return {
      tableA: figure(`${address}/tableA`),
      ambientFactor: figure(`${address}/ambientFactor`),
      bundleFactor: given(`${worst.count} ${profile.bundle.counts}${sheathed}; ${profile.bundle.source}`),
    };
  });
}

/** Conductors of data leads, mm². General knowledge, no source. */
const DATA_MM2 = 0.14;

/** What a mains conductor must be at least, and why: what stands ahead of it says it. */
export interface MainsLeast {
  leastMm2: number;
  why: string;
}

/** Why an area is out before anything is known of its current; null when it may be taken. */
function whyNot(
  cable: Made,
  area: number,
  columnC: number,
  terminals: readonly Terminal[],
  profile: Profile,
  catalogue: Catalogue,
  mains: MainsLeast | null,
): string | null {
  if (cable.material === 'flatCopper') {
    const width = cableTypeOf(cable, area, profile, catalogue)?.bar?.widthMm ?? 0;
    for (const { attachment, name } of terminals) {
      if (attachment.kind !== 'stud') return `${name} is no stud: flat copper is bolted`;
      if (width > attachment.palmWidthMaxMm + 1e-9)
        return `${width} mm wide, ${name} leaves ${attachment.palmWidthMaxMm} mm`;
      if (width < 2 * attachment.diameterMm - 1e-9)
        return `${width} mm is too narrow for a hole for M${attachment.diameterMm}`;
    }
    return null;
  }
  if (area < profile.minAreaMm2.value)
    return `under ${sizeText(profile.minAreaMm2.value)}: ${profile.minAreaMm2.source}`;
  if (mains && area < mains.leastMm2 * 0.995) return mains.why;
  if (tableAmps(profile.ampacity, area, columnC) === null) return `not in the table: ${profile.ampacity.source}`;
  const badEnd = terminals.find((t) => endsThatFit(area, t, catalogue.lugs).length === 0);
  return badEnd ? whyNoEnd(area, badEnd, catalogue.lugs) : null;
}

/** What ends and kind of a cable allow, kept: a board has many cables between terminals alike. */
const knownCandidates = new WeakMap<Catalogue, WeakMap<Profile, Map<string, Omit<Candidates, 'connections'>>>>();

/**
 * Which areas a cable may take at all: sold in its kind, in the table, not under the profile's smallest, and fitting both
 * ends. A size the workshop does not keep is passed over where a larger one it keeps fits.
 * @param mains least size of a mains conductor; null for all others
 */
export function candidatesOf(
  cable: Made,
  connections: readonly Connection[],
  terminals: readonly Terminal[],
  profile: Profile,
  catalogue: Catalogue,
  workshop: Pick<Workshop, 'preferredAreasMm2'>,
  mains: MainsLeast | null = null,
): Candidates {
  let byProfile = knownCandidates.get(catalogue);
  if (!byProfile) {
    byProfile = new WeakMap();
    knownCandidates.set(catalogue, byProfile);
  }
  let known = byProfile.get(profile);
  if (!known) {
    known = new Map();
    byProfile.set(profile, known);
  }
  const { cores, material } = cable;
  // A terminal's name is told only where flat copper or a plug does not fit it.
  const named = material === 'flatCopper' || terminals.some((t) => t.attachment.kind === 'socket');
  const ends = terminals.map((t) => `${sizeKey(t.attachment)} ${t.maxC}${named ? ` ${t.name}` : ''}`);
  const key = `${material} ${cores.length}|${ends.join('|')}|${workshop.preferredAreasMm2.join()}|${mains?.leastMm2 ?? ''} ${mains?.why ?? ''}`;
  let found = known.get(key);
  if (!found) {
    found = fittingAreas(cable, terminals, profile, catalogue, workshop, mains);
    known.set(key, found);
  }
  return { ...found, connections };
}

function fittingAreas(
  cable: Made,
  terminals: readonly Terminal[],
  profile: Profile,
  catalogue: Catalogue,
  workshop: Pick<Workshop, 'preferredAreasMm2'>,
  mains: MainsLeast | null,
): Omit<Candidates, 'connections'> {
  // A data lead is bought made up: its conductors are nobody's to size.
  if (terminals.length > 0 && terminals.every((t) => t.attachment.kind === 'socket'))
    return { areasMm2: [DATA_MM2], rejected: [], columnC: columnFor(profile.ampacity, 75) };
  const flat = cable.material === 'flatCopper';
  const columnC = columnFor(
    ampacityTableOf(cable, profile),
    Math.min(flat ? 65 : insulationMaxC(catalogue, profile), ...terminals.map((t) => t.maxC)),
  );
  const rejected: Rejected<number>[] = [];
  const sold = [...new Set(catalogue.cableTypes.map((c) => c.areaMm2))].filter(
    (area) => cableTypeOf(cable, area, profile, catalogue) !== null,
  );
  const fitting = sold
    .filter((area) => flat || isGauge(area) === (profile.sizes === 'awg'))
    .sort((a, b) => a - b)
    .filter((area) => {
      const why = whyNot(cable, area, columnC, terminals, profile, catalogue, mains);
      if (why) rejected.push({ value: area, why });
      return !why;
    });
  const kept = new Set(flat ? [] : workshop.preferredAreasMm2);
  const areasMm2 = fitting.filter((area, i) => {
    const next = kept.has(area) ? undefined : fitting.slice(i + 1).find((a) => kept.has(a));
    if (next !== undefined)
      rejected.push({ value: area, why: `the workshop does not keep it; ${sizeText(next)} is kept` });
    return next === undefined;
  });
  return { areasMm2, rejected, columnC };
}

export const insulationMaxC = (catalogue: Catalogue, profile: Profile): number =>
  catalogue.cableTypes.find((c) => c.insulation === profile.insulation)?.insulationMaxC ?? 70;
