import { choose, figure, type Origin, type SumTerm, sumFigure, use } from '../../engine/formula.ts';
import { requiredAmpacity } from '../../formulas/protection.ts';
import { lockedResult, type Rejected } from './choiceResult.ts';
import { ampacityTableOf } from './conductors.ts';
import { protectorAt } from './growForFault.ts';
import { seatRatingOrigin } from './seatFigures.ts';
import type { SizedConductor } from './sizingResult.ts';
import { ampacityAt, GREATER, type SizingState, type WorkingCable } from './state.ts';
import { wireGuard } from './wireGuard.ts';

const connectionAt = (state: SizingState, b: number): string => `connection/${state.netlist.branches[b]!.connectionId}`;

const guardedAt = (state: SizingState, b: number): number => wireGuard(state, b)?.holdsA ?? 0;

/** Current and guard of a cable as the figures they came from; the largest of its cores counts. */
function loadOf(state: SizingState, cable: WorkingCable): { designCurrentA: Origin; guardA: Origin } {
  let [mostA, mostAt, largestA, guardAt] = [0, cable.branches[0] ?? -1, 0, -1];
  for (const b of cable.branches) {
    if (state.designA[b]! > mostA) [mostA, mostAt] = [state.designA[b]!, b];
    const holdsA = guardedAt(state, b);
    if (holdsA > largestA) [largestA, guardAt] = [holdsA, b];
  }
  return {
    designCurrentA: mostAt < 0 ? { given: 'joins nothing' } : figure(`${connectionAt(state, mostAt)}/designCurrentA`),
    guardA: guardAt < 0 ? { given: 'no fuse guards it' } : figure(`${connectionAt(state, guardAt)}/guardA`),
  };
}

/** Tells the rating of each wire's guard: one fuse, or the parallel ones that guard it together. */
function guardFigures(state: SizingState, cable: WorkingCable): void {
  for (const b of cable.branches) {
    const guard = wireGuard(state, b);
    if (!guard) continue;
    sumFigure(guard.holdsA, {
      terms: () =>
        guard.devices.map((branch): SumTerm => {
          const seat = state.seatAt.get(branch);
          const { itemId, elementId } = state.netlist.branches[branch]!;
          const name = state.input.items.find((i) => i.id === itemId)?.designation ?? itemId;
          return {
            name: `A_${name}_${elementId}`,
            value: protectorAt(state)(branch).ratingA,
            share: {
              name: `k_${name}`,
              value: guard.ratingA > 0 ? guard.holdsA / guard.ratingA : 1,
              what: 'part of what it lets pass that goes through this conductor',
            },
            what: seat ? 'rating of the fuse' : 'what its output limits itself to',
            origin: seat ? seatRatingOrigin(state, seat) : { given: 'part sheet' },
          };
        }),
      unit: 'A',
      title: () => (guard.devices.length > 1 ? 'Fuses that guard it together' : 'Fuse that guards it'),
      source:
        'the smallest device in series, all the parallel ones that feed it, or what stands behind a wire without load',
      address: () => `${connectionAt(state, b)}/guardA`,
    });
  }
}

/** Why the smaller candidates are out. */
function turnedDown(state: SizingState, cable: WorkingCable): Rejected<number>[] {
  const nameOf = (itemId: string) => state.input.items.find((i) => i.id === itemId)?.designation ?? itemId;
  return cable.candidates.areasMm2
    .filter((a) => a < cable.areaMm2)
    .map((a) => {
      const amps = ampacityAt(cable, a);
      const driver = cable.drivenBy?.get(a);
      return {
        value: a,
        why:
          amps * GREATER < cable.requiredA
            ? `carries ${amps.toFixed(0)} A, ${cable.requiredA.toFixed(0)} A is needed`
            : driver === 'fault'
              ? 'would not survive what its fuse lets through'
              : `drop too large${driver ? ` for ${nameOf(driver)}` : ''}`,
      };
    });
}

function sizedCable(state: SizingState, cable: WorkingCable): SizedConductor {
  const { cable: own, areaMm2, candidates, designCurrentA } = cable;
  const ampacityA = ampacityAt(cable, areaMm2);
  guardFigures(state, cable);
  let guardA = 0;
  for (const b of cable.branches) guardA = Math.max(guardA, guardedAt(state, b));
  const address = `cable/${own.id}`;
  const requiredA = use(
    requiredAmpacity,
    { designCurrentA, guardA },
    () => `${address}/requiredA`,
    () => loadOf(state, cable),
  );
  choose({
    value: areaMm2,
    unit: 'mm²',
    title: 'Conductor area',
    how: 'smallest candidate that carries it, keeps the drop and survives a fault',
    source: ampacityTableOf(own, state.input.profile).source,
    address: () => `${address}/conductorMm2`,
    inputs: () => [
      { name: 'requiredA', value: requiredA, unit: 'A', what: 'to carry', origin: figure(`${address}/requiredA`) },
      {
        name: 'ampacityA',
        value: ampacityA,
        unit: 'A',
        what: 'what the chosen size carries',
        origin: figure(`${address}/ampacityA/${areaMm2}`),
      },
    ],
  });
  const choice = own.conductorMm2;
  return {
    cableId: own.id,
    conductor:
      choice.mode === 'locked'
        ? lockedResult(choice)
        : {
            value: areaMm2,
            mode: 'auto',
            reason: `smallest that carries ${requiredA.toFixed(0)} A, keeps the drop, survives its fuse and fits both ends`,
            who: null,
            rejected: [...candidates.rejected, ...turnedDown(state, cable)],
            fits: candidates.areasMm2.length > 0 && ampacityA * GREATER >= designCurrentA,
          },
    ampacityA,
    requiredA,
    designCurrentA,
    columnC: candidates.columnC,
    guardUnmet: guardA > ampacityA * GREATER,
  };
}

/** Every cable at its size, and why. */
export const sizedCables = (state: SizingState): SizedConductor[] => state.cables.map((c) => sizedCable(state, c));
