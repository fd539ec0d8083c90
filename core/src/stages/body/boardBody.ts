import type { Id, PointMm } from '../../document/basics.ts';
import type { Item } from '../../document/item/item.ts';
import type { Panel } from '../../document/panel/panel.ts';
import type { Catalogue, Part } from '../../document/part/part.ts';
import { given, use } from '../../engine/formula.ts';
import { centreOfMass, fixingLoad, panelMass } from '../../formulas/layout.ts';
import { areaMm2, centroid } from '../../solvers/polygon.ts';
import { STANDARD_GRAVITY } from '../../tables/gravity.ts';
import { PANEL_DENSITY, PANEL_DENSITY_SOURCE } from '../../tables/layoutPractice.ts';
import { pathLengthMm } from '../lengths/geometry.ts';
import type { CableLength } from '../lengths/lengths.ts';
import type { MadeCable } from '../terminations/terminations.ts';

/** What a panel weighs with what stands on it, where its weight acts, and what its worst fixing holds. */
export interface PanelBody {
  panelId: Id;
  areaM2: number;
  panelKg: number;
  partsKg: number;
  cablesKg: number;
  massKg: number;
  /** In panel coordinates. */
  centre: PointMm;
  /** How far the weight acts in front of the wall, mm; negative behind. */
  outMm: number;
  /** Pull out of the wall on the most loaded fixing when the board hangs upright, N; null without two rows of fixings. */
  pullN: number | null;
}

type StandingItem = Pick<Item, 'partId' | 'place' | 'standOffMm'>;

/** Copper and insulation by panel: the share of each cable that lies there. */
export function cablesKgOf(
  cables: readonly Pick<MadeCable, 'cableId' | 'cableTypeId'>[],
  lengths: ReadonlyMap<Id, CableLength>,
  catalogue: Catalogue,
): Map<Id, number> {
  const perM = new Map(catalogue.cableTypes.map((t) => [t.id, t.massKgPerM]));
  const found = new Map<Id, number>();
  for (const cable of cables)
    for (const path of lengths.get(cable.cableId)?.paths ?? []) {
      const kg = ((perM.get(cable.cableTypeId ?? '') ?? 0) * pathLengthMm(path.points)) / 1000;
      found.set(path.panelId, (found.get(path.panelId) ?? 0) + kg);
    }
  return found;
}

/** Mass, centre and fixing pull of every panel. @param cablesKg copper and insulation laid on each panel */
export function boardBodies(
  board: { panels: readonly Panel[]; items: readonly StandingItem[] },
  parts: ReadonlyMap<Id, Part>,
  cablesKg: ReadonlyMap<Id, number>,
): PanelBody[] {
  return board.panels.map((panel) => bodyOfPanel(panel, board.items, parts, cablesKg.get(panel.id) ?? 0));
}

function bodyOfPanel(
  panel: Panel,
  items: readonly StandingItem[],
  parts: ReadonlyMap<Id, Part>,
  cables: number,
): PanelBody {
  const areaM2 = areaMm2(panel.outline) / 1e6;
  const panelKg = use(
    panelMass,
    { areaM2, thicknessMm: panel.thicknessMm, densityKgM3: PANEL_DENSITY[panel.material] },
    `panel/${panel.id}/panelKg`,
    {
      areaM2: given('outline as drawn'),
      thicknessMm: given('panel'),
      densityKgM3: given(PANEL_DENSITY_SOURCE),
    },
  );
  const middle = centroid(panel.outline);
  let [partsKg, x, y, z] = [0, 0, 0, 0];
  for (const item of items) {
    const part = parts.get(item.partId);
    if (!part || item.place.kind !== 'panel' || item.place.panelId !== panel.id) continue;
    const outMm = item.standOffMm + part.depthMm / 2 + panel.thicknessMm / 2;
    partsKg += part.massKg;
    x += part.massKg * item.place.xMm;
    y += part.massKg * item.place.yMm;
    z += part.massKg * (item.place.face === 'front' ? outMm : -outMm);
  }
  const flatKg = panelKg + cables;
  const massKg = partsKg + flatKg;
  const along = (moment: number, of: number, axis: 'x' | 'y') =>
    use(centreOfMass, { momentKgMm: moment + of * flatKg, massKg }, `panel/${panel.id}/centre${axis}`, {
      momentKgMm: given('Σ mass × place over the parts, panel and cables at the middle'),
      massKg: given('parts, panel and cables'),
    });
  const centre = { xMm: along(x, middle.xMm, 'x'), yMm: along(y, middle.yMm, 'y') };
  const outMm = z / (massKg || 1) + panel.thicknessMm / 2 + panel.backClearanceMm;
  return {
    panelId: panel.id,
    areaM2,
    panelKg,
    partsKg,
    cablesKg: cables,
    massKg,
    centre,
    outMm,
    pullN: pullOf(panel, massKg, outMm),
  };
}

/** The board turns about its lowest fixings; the upper ones hold it: moments about the lowest row. */
function pullOf(panel: Panel, massKg: number, outMm: number): number | null {
  const lowest = Math.max(...panel.fixings.map((f) => f.yMm));
  const arms = panel.fixings.map((f) => lowest - f.yMm);
  const sumMm2 = arms.reduce((s, a) => s + a * a, 0);
  if (panel.fixings.length < 2 || sumMm2 < 1) return null;
  return use(
    fixingLoad,
    { massKg, outMm: Math.max(0, outMm), armMm: Math.max(...arms), sumArmsMm2: sumMm2, gravity: STANDARD_GRAVITY },
    `panel/${panel.id}/pullN`,
    {
      massKg: given('panel, parts and cables'),
      outMm: given('centre of mass in front of the wall'),
      armMm: given('highest fixing over the lowest'),
      sumArmsMm2: given('Σ of the squares over all fixings'),
      gravity: given('standard gravity'),
    },
  );
}
