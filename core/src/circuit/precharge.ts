import type { ElementOf } from '../devices/elementKind.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Part } from '../document/part/part.ts';
import type { Dossier } from '../dossier.ts';
import { prechargeEnergy, prechargeTime } from '../formulas/faults.ts';

/** Input capacitors of an inverter by its rating, F per W at 12 V; less at higher voltage. From memory, no source. */
const FARAD_PER_W_AT_12V = 8e-6;
/** Resistors that lie in every drawer, Ω (E6 series, IEC 60063). */
const RESISTORS_OHM = [10, 15, 22, 33, 47, 68, 100, 150];
/** Longer than this nobody holds a resistor to a stud. Common practice, no source. */
const PATIENCE_S = 3;

export interface Precharge {
  itemId: Id;
  farad: number;
  /** What would flow for an instant without it, A; null where nothing stiff feeds the inverter. */
  inrushA: number | null;
  ohm: number;
  timeS: number;
  energyJ: number;
  /** First current through the resistor, A. */
  firstA: number;
  /** The bank's own electronics can be woken last instead. */
  wakesLast: boolean;
  /** They fill the capacitors by themselves: no resistor is wanted. */
  bankFills: boolean;
  /** How a bank that has shut itself off comes back. */
  wakes: ElementOf<'battery'>['wakes'];
}

/**
 * For each inverter the resistor that fills its capacitors before the isolator closes on them: the largest common value
 * that is done in three seconds, its time to 99 % and the energy it must take. Capacitors are estimated from the rating;
 * the maker's figure replaces that.
 * @example
 * prechargeOf(board, parts, dossier); // []
 */
export function prechargeOf(board: Board, parts: ReadonlyMap<Id, Part>, dossier: Pick<Dossier, 'sizing'>): Precharge[] {
  const volts = board.brief.systemVoltageV;
  const batteries = board.items.flatMap((i) =>
    (parts.get(i.partId)?.elements ?? []).flatMap((e) => (e.kind === 'battery' && i.inService ? [e] : [])),
  );
  const wakesLast = batteries.some((b) => b.bmsCutA !== null);
  const bankFills = batteries.length > 0 && batteries.every((b) => b.limitsInrush);
  const wakes = batteries.find((b) => b.wakes !== 'never off')?.wakes ?? 'never off';
  return board.items.flatMap((item): Precharge[] => {
    const inverter = parts.get(item.partId)?.elements.find((e) => e.kind === 'inverter');
    if (inverter?.kind !== 'inverter') return [];
    const farad = FARAD_PER_W_AT_12V * inverter.acPowerW * (12 / volts);
    const slow = RESISTORS_OHM.filter((ohm) => prechargeTime.compute({ ohm, farad }) <= PATIENCE_S);
    const ohm = slow.at(-1) ?? RESISTORS_OHM[0]!;
    const leads = board.connections.filter((c) =>
      [c.from, c.to].some((r) => r.itemId === item.id && r.terminalId === inverter.plus),
    );
    const faults = dossier.sizing.wires.flatMap((w) =>
      leads.some((c) => c.id === w.connectionId) && w.faultFarA !== null ? [w.faultFarA] : [],
    );
    return [
      {
        itemId: item.id,
        farad,
        inrushA: faults.length > 0 ? Math.max(...faults) : null,
        ohm,
        timeS: prechargeTime.compute({ ohm, farad }),
        energyJ: prechargeEnergy.compute({ farad, volts }),
        firstA: volts / ohm,
        wakesLast,
        bankFills,
        wakes,
      },
    ];
  });
}
