import { choose, figure, type Origin, sumFigure, use } from '../../engine/formula.ts';
import { requiredAmpacity } from '../../formulas/protection.ts';
import { lockedResult, type Rejected } from './choiceResult.ts';
import { ampacityTableOf } from './conductors.ts';
import { seatRatingOrigin } from './seatFigures.ts';
import type { SizedConductor } from './sizingResult.ts';
import { ampacityAt, GREATER, type SizingState, type WorkingCable } from './state.ts';

const connectionAt = (state: SizingState, b: number): string => `connection/${state.netlist.branches[b]!.connectionId}`;

/** Current and guard of a cable as the figures they came from; the largest of its cores counts. */
function loadOf(state: SizingState, cable: WorkingCable): { designCurrentA: Origin; guardA: Origin } {
  let [mostA, mostAt, largestA, guardAt] = [0, cable.branches[0] ?? -1, 0, -1];
  for (const b of cable.branches) {
    if (state.designA[b]! > mostA) [mostA, mostAt] = [state.designA[b]!, b];
    const rating = state.guards[b]?.ratingA ?? 0;
    if (rating > largestA) [largestA, guardAt] = [rating, b];
  }
  return {
    designCurrentA: mostAt < 0 ? { given: 'joins nothing' } : figure(`${connectionAt(state, mostAt)}/designCurrentA`),
    guardA: guardAt < 0 ? { given: 'no fuse guards it' } : figure(`${connectionAt(state, guardAt)}/guardA`),
  };
}

/** Tells the rating of each wire's guard: one fuse, or the parallel ones that guard it together. */
function guardFigures(state: SizingState, cable: WorkingCable): void {
  for (const b of cable.branches) {
    const guard = state.guards[b];
    if (!guard) continue;
    sumFigure(guard.ratingA, {
      terms: () =>
        guard.seats.map((branch) => {
          const seat = state.seatAt.get(branch)!;
          return {
            name: `A_${state.input.items.find((i) => i.id === seat.itemId)?.designation ?? seat.itemId}_${seat.element.id}`,
            value: state.ratingA[branch]!,
            what: 'rating of the fuse',
            origin: seatRatingOrigin(state, seat),
          };
        }),
      unit: 'A',
      title: () => (guard.seats.length > 1 ? 'Fuses that guard it together' : 'Fuse that guards it'),
      source: 'the smallest fuse in series, or all the parallel ones that feed it',
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
  const { cable: own, areaMm2, candidates, designCurrentA, guardUnmet } = cable;
  const ampacityA = ampacityAt(cable, areaMm2);
  guardFigures(state, cable);
  let guardA = 0;
  for (const b of cable.branches) guardA = Math.max(guardA, state.guards[b]?.ratingA ?? 0);
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
    guardUnmet,
  };
}

/** Every cable at its size, and why. */
export const sizedCables = (state: SizingState): SizedConductor[] => state.cables.map((c) => sizedCable(state, c));
