import type { SizingResult } from '../sizing/sizingResult.ts';
import type { Currents } from './heat.ts';

/** What flows for good when everything is on, and every converter at full work. */
export const designCurrents = (sizing: SizingResult): Currents => ({
  wireA: new Map(sizing.wires.map((w) => [w.connectionId, w.operatingCurrentA])),
  branchA: new Map([
    ...sizing.elements.map((e) => [e.key, e.designCurrentA] as const),
    ...sizing.seats.map((s) => [s.key, s.designCurrentA] as const),
  ]),
  work: () => 1,
});
