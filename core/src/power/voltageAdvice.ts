import type { Board } from '../document/board.ts';
import type { SystemVoltageV } from '../document/brief/brief.ts';
import type { Catalogue } from '../document/part/part.ts';
import { partIndex } from '../document/references.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import { conductorResistance } from '../formulas/cables.ts';
import { loadCurrent } from '../formulas/demand.ts';
import { copperMass } from '../formulas/power.ts';
import type { Profile } from '../profiles/profile.ts';
import { energyOf, powerOf } from '../stages/demand/energy.ts';
import { columnFor, insulationMaxC, tableAmps } from '../stages/sizing/conductors.ts';
import { CLASS5_OHM_PER_KM, COPPER_ALPHA_PER_K } from '../tables/conductorResistance.ts';

export interface VoltageRow {
  systemVoltageV: SystemVoltageV;
  copperKg: number;
  copperPrice: number;
  /** Cable sizes, not connectors. */
  trunkA: number;
  trunkMm2: number;
  largestBranchMm2: number;
  /** Runs that no size in the catalogue carries at this voltage. */
  tooThin: number;
}

export interface VoltageAdvice {
  rows: VoltageRow[];
  advised: SystemVoltageV;
  says: string;
}

/** A trunk a hand still bends, and what copper saved makes a change of voltage worth while. Common practice, no source. */
const HANDY_TRUNK_MM2 = 50;
const WORTH_CHANGING = 60;
const COPPER_KG_PER_M3 = 8900;
/** Where nobody has measured: one way from block to load, and from bank to the inverter or block. */
const ASSUMED_RUN_MM = 4000;
const TRUNK_MM = 1500;

/**
 * What 12, 24 and 48 V do to the copper: every run of the load list and the trunk sized by ampacity and by the profile's
 * drop limit, out and back, at each voltage. Runs are the measured ones where there are any.
 * @example
 * voltageAdvice(board, catalogue, profile, workshop).advised; // 12
 */
export function voltageAdvice(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
): VoltageAdvice | null {
  const loads = board.items.filter((i) => i.load);
  if (loads.length === 0) return null;
  const parts = partIndex(board, catalogue);
  const types = catalogue.cableTypes
    .filter((c) => c.insulation === profile.insulation)
    .sort((a, b) => a.areaMm2 - b.areaMm2);
  const columnC = columnFor(profile.ampacity, insulationMaxC(catalogue, profile));
  const runOf = (itemId: string): number => {
    const own = board.connections.find((c) => c.from.itemId === itemId || c.to.itemId === itemId);
    const cable = own && board.cables.find((c) => c.cores.some((k) => k.connectionId === own.id));
    const run = cable?.segments.find((s) => s.kind === 'measuredRun' && s.measured);
    return run?.kind === 'measuredRun' ? run.lengthMm : ASSUMED_RUN_MM;
  };
  const energy = energyOf({
    items: loads,
    parts,
    brief: board.brief,
    power: board.power,
    settings: board.settings,
    workshop,
  });
  /** Smallest type for a current over a one-way run, out and back within a drop share; null when none. */
  const sizeFor = (currentA: number, lengthMm: number, v: number, dropShareMax: number) =>
    types.find((t) => {
      const amps = tableAmps(profile.ampacity, t.areaMm2, columnC);
      if (amps === null || t.areaMm2 < profile.minAreaMm2.value || amps < currentA * profile.fuseFactor.value)
        return false;
      const ohm = conductorResistance.compute({
        ohmPerKm: CLASS5_OHM_PER_KM[String(t.areaMm2)] ?? 18 / t.areaMm2,
        lengthMm: 2 * lengthMm,
        alphaPerK: COPPER_ALPHA_PER_K,
        conductorC: columnC,
      });
      return ohm * currentA <= dropShareMax * v;
    });
  const rows = ([12, 24, 48] as const).map((v): VoltageRow => {
    const trunkW = Math.max(0, energy.peakW - energy.mainsPeakW) + energy.mainsPeakW / 0.9;
    const trunkA = loadCurrent.compute({ powerW: trunkW, voltageV: v });
    const runs = [
      // The trunk is judged by a third of the critical limit: loads lose volts after it as well.
      { currentA: trunkA, lengthMm: TRUNK_MM, share: profile.drop.criticalShare / 3, trunk: true },
      ...loads
        .filter((i) => i.load!.side === 'dc')
        .map((i) => ({
          currentA: loadCurrent.compute({ powerW: powerOf(i.load!, board.brief.systemVoltageV), voltageV: v }),
          lengthMm: runOf(i.id),
          share: (i.load!.dropClass === 'critical' ? profile.drop.criticalShare : profile.drop.otherShare) * 0.67,
          trunk: false,
        })),
    ];
    const row: VoltageRow = {
      systemVoltageV: v,
      copperKg: 0,
      copperPrice: 0,
      trunkA,
      trunkMm2: 0,
      largestBranchMm2: 0,
      tooThin: 0,
    };
    for (const run of runs) {
      const type = sizeFor(run.currentA, run.lengthMm, v, run.share) ?? types.at(-1)!;
      if (!sizeFor(run.currentA, run.lengthMm, v, run.share)) row.tooThin++;
      row.copperKg += copperMass.compute({
        lengthMm: run.lengthMm,
        areaMm2: type.areaMm2,
        densityKgPerM3: COPPER_KG_PER_M3,
      });
      row.copperPrice += ((2 * run.lengthMm) / 1000) * (type.pricePerM ?? 0);
      if (run.trunk) row.trunkMm2 = type.areaMm2;
      else row.largestBranchMm2 = Math.max(row.largestBranchMm2, type.areaMm2);
    }
    return row;
  });
  // Higher voltages narrow the choice of loads and parts, so the lowest is taken that the copper allows.
  const handy = rows.find((r, i) => {
    const next = rows[i + 1];
    return (
      r.tooThin === 0 && r.trunkMm2 <= HANDY_TRUNK_MM2 && (!next || r.copperPrice - next.copperPrice <= WORTH_CHANGING)
    );
  });
  const least = handy ?? rows.at(-1)!;
  const now = rows.find((r) => r.systemVoltageV === board.brief.systemVoltageV)!;
  // A higher voltage than needed harms nobody: only a lower one is advised against.
  const advised = now.systemVoltageV >= least.systemVoltageV ? now : least;
  const says =
    advised.systemVoltageV === now.systemVoltageV
      ? `${now.systemVoltageV} V suits this load list: the trunk carries ${Math.round(now.trunkA)} A in ${now.trunkMm2} mm².`
      : `${advised.systemVoltageV} V would take ${advised.copperKg.toFixed(1)} kg of copper instead of ${now.copperKg.toFixed(1)} kg, and a ${advised.trunkMm2} mm² trunk instead of ${now.trunkMm2} mm².`;
  return { rows, advised: advised.systemVoltageV, says };
}
