import { guardAt } from './relations.ts';
import { ampacityAt, GREATER, type SizingState } from './state.ts';

/** Every conductor at least as large as its current and its fuse ask. @returns whether one grew */
export function growConductors(state: SizingState, fusesGrew: boolean): boolean {
  const { netlist, relations, ratingA, designA } = state;
  let grew = false;
  if (fusesGrew || state.guards.length === 0)
    state.guards = netlist.branches.map((_, b) => guardAt(b, relations, ratingA));
  for (const cable of state.cables) {
    let [currentA, guardA] = [0, 0];
    for (const b of cable.branches) {
      currentA = Math.max(currentA, designA[b]!);
      guardA = Math.max(guardA, state.guards[b]?.ratingA ?? 0);
    }
    cable.designCurrentA = currentA;
    cable.requiredA = Math.max(currentA, guardA);
    if (cable.locked) {
      cable.guardUnmet = guardA > ampacityAt(cable, cable.areaMm2) * GREATER;
      continue;
    }
    const { areasMm2 } = cable.candidates;
    const enough = (amps: number) =>
      areasMm2.find((a, i) => a >= cable.areaMm2 && cable.ampacityA[i]! * GREATER >= amps);
    const forAll = enough(cable.requiredA);
    cable.guardUnmet = forAll === undefined;
    const next = forAll ?? enough(currentA) ?? areasMm2.at(-1) ?? cable.areaMm2;
    if (next > cable.areaMm2) {
      cable.areaMm2 = next;
      grew = true;
    }
  }
  return grew;
}
