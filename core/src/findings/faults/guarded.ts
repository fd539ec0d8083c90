import { field, rows } from '../../engine/fact.ts';
import { stage } from '../../engine/stage.ts';
import type { Clearing } from '../../stages/sizing/clearing.ts';
import { parts, seatOf, sizing } from '../../stages/stages.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import { seatName } from '../places.ts';
import { cableAt, names } from '../views.ts';

/** A wire with a fuse ahead of it, and how a short on it ends. */
export interface Guarded {
  connectionId: string;
  cable: { id: string; designation: string };
  /** Its guard, in words. */
  guard: string;
  faultA: number;
  smallestA: number;
  clearing: Clearing;
  curveSource: string;
}

/** Wires a short can be judged on: cabled, guarded, and fed by something stiff. */
export const guardedWires = stage(
  'guardedWires',
  {
    wires: rows(field(sizing, 'wires'), ['connectionId', 'clearing', 'faultA', 'faultSmallestA', 'guardKeys']),
    seatOf,
    cableAt,
    names,
    parts,
  },
  ({ wires, seatOf, cableAt, names, parts }): readonly Guarded[] =>
    wires.flatMap(({ connectionId, clearing, faultA, faultSmallestA, guardKeys }) => {
      const cable = cableAt.get(connectionId);
      if (!clearing || !cable || faultSmallestA === null || faultA === null) return [];
      const seat = seatOf.get(guardKeys[0] ?? '');
      return [
        {
          connectionId,
          cable,
          guard: guardKeys.map((k) => seatName({ names, parts }, seatOf, k)).join(' with '),
          faultA,
          smallestA: faultSmallestA,
          clearing,
          curveSource: seat ? curveOf(seat.style, seat.curve).source : 'time–current curve',
        },
      ];
    }),
);

export const burns = ({ passedA2s, withstandA2s }: Clearing): boolean =>
  passedA2s !== null && passedA2s > withstandA2s * (1 + 1e-9);
