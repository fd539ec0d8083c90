import type { Id } from '../../document/basics.ts';
import { figure, given, use } from '../../engine/formula.ts';
import { adiabaticK, withstand } from '../../formulas/faults.ts';
import { SHORT_END_C } from '../../tables/sourceCorners.ts';

/** Asked for every conductor in every round, and there are few pairs. */
const knownK = new Map<number, number>();
function kFrom(startC: number, endC: number): number {
  const key = startC * 1000 + endC;
  let k = knownK.get(key);
  if (k === undefined) {
    k = adiabaticK.compute({ startC, endC });
    knownK.set(key, k);
  }
  return k;
}

/** A conductor as a fault meets it. */
export interface Faulted {
  cableId: Id;
  areaMm2: number;
  startC: number;
  insulation: keyof typeof SHORT_END_C;
}

/** Energy a conductor withstands from its column temperature, A²s. */
export const cableWithstand = ({ areaMm2, startC, insulation }: Faulted): number =>
  withstand.compute({ k: kFrom(startC, SHORT_END_C[insulation]), areaMm2 });

/** The same as a figure under its cable. */
export function withstandFigure({ cableId, areaMm2, startC, insulation }: Faulted): number {
  const k = use(
    adiabaticK,
    { startC, endC: SHORT_END_C[insulation] },
    () => `cable/${cableId}/k`,
    () => ({
      startC: given('as hot as its ampacity column allows'),
      endC: given('insulation in a short circuit, IEC 60364-4-43 (from memory)'),
    }),
  );
  return use(
    withstand,
    { k, areaMm2 },
    () => `cable/${cableId}/withstandA2s`,
    () => ({ k: figure(`cable/${cableId}/k`), areaMm2: figure(`cable/${cableId}/conductorMm2`) }),
  );
}
