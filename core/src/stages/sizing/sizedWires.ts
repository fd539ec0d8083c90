import { figure, given, use } from '../../engine/formula.ts';
import { conductorResistance, dropV } from '../../formulas/cables.ts';
import { CLASS5_SOURCE } from '../../tables/conductorResistance.ts';
import { CCA } from '../../tables/sourceCorners.ts';
import { UNKNOWN_OHM } from './branchResistance.ts';
import { withstandFigure } from './clearing.ts';
import { designFigure } from './designFigure.ts';
import type { Faults } from './faults.ts';
import { clearingAt, withstandAt } from './growForFault.ts';
import type { SizedWire } from './sizingResult.ts';
import { resistanceInputs, type SizingState, type WorkingCable } from './state.ts';
import { wirePolarity } from './throughParts.ts';

/** Resistance of a cable at the temperature its ampacity column allows, Ω. */
function hotOhm(cable: WorkingCable): number {
  const { id, material } = cable.cable;
  return use(
    conductorResistance,
    resistanceInputs(cable, cable.candidates.columnC),
    () => `cable/${id}/resistanceOhm`,
    () => ({
      ohmPerKm: given(
        `${material === 'flatCopper' ? 'solid copper, IEC 60028' : CLASS5_SOURCE}, ${cable.areaMm2} mm²${material === 'cca' ? `, × ${CCA.resistanceFactor} for copper-clad aluminium` : ''}`,
      ),
      lengthMm: figure(`cable/${id}/lengthMm`),
      alphaPerK: given('annealed copper, IACS'),
      conductorC: given('hot: the temperature its ampacity column allows'),
    }),
  );
}

function sizedWire(state: SizingState, faults: Faults, settled: boolean, b: number): SizedWire | null {
  const branch = state.netlist.branches[b]!;
  const { connectionId } = branch;
  if (!connectionId) return null;
  const at = (figureName: string) => () => `connection/${connectionId}/${figureName}`;
  const cable = state.cableOfBranch.get(b);
  const resistanceOhm = cable ? hotOhm(cable) : UNKNOWN_OHM;
  const currentA = Math.max(Math.abs(state.operating.branchA[b]!), Math.abs(state.charging.branchA[b]!));
  const guard = state.guards[b] ?? null;
  const polarity = wirePolarity(branch, state.potentials, state.netlist);
  const live = polarity !== 'minus';
  const clearing = cable && live ? (settled ? state.clearings[b]! : clearingAt(state, faults, b, cable)) : null;
  return {
    connectionId,
    polarity,
    designCurrentA: designFigure(state, b, at('designCurrentA')),
    operatingCurrentA: currentA,
    resistanceOhm,
    dropV: use(dropV, { currentA, resistanceOhm }, at('dropV'), () => ({
      currentA: given('operating point of the solved network'),
      resistanceOhm: cable
        ? figure(`cable/${cable.cable.id}/resistanceOhm`)
        : given('no cable carries it: counted as next to nothing'),
    })),
    guardKeys: (guard?.seats ?? []).map((seat) => state.netlist.branches[seat]!.key),
    guardRatingA: guard?.ratingA ?? null,
    faultA: live ? faults.largestA([branch.a, branch.b], at('faultA')) : null,
    faultFarA: live ? faults.largestA([faults.farNode(branch)], at('faultFarA')) : null,
    faultSmallestA: live ? faults.smallestA(branch, at('faultSmallestA')) : null,
    clearing:
      clearing && cable
        ? {
            clearS: clearing.clearS,
            passedA2s: clearing.passedA2s,
            withstandA2s: withstandFigure(withstandAt(cable, state)),
          }
        : null,
    flowKeys: state.relations.flowKeysOf[b]!,
  };
}

/** Every wire with its currents, drop, guard and faults. */
export const sizedWires = (state: SizingState, faults: Faults, settled: boolean): SizedWire[] =>
  state.netlist.branches.flatMap((_, b) => sizedWire(state, faults, settled, b) ?? []);
