import type { Cable } from '../../document/cable/cable.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import { field, rows } from '../../engine/fact.ts';
import { stage } from '../../engine/stage.ts';
import type { Clearing, WireShort } from '../../stages/sizing/sizingResult.ts';
import { connectionOf, parts, seatOf, sizing } from '../../stages/stages.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import { placeName, seatName } from '../places.ts';
import { cableAt, cableOf, names } from '../views.ts';

/** A conductor with a device ahead of it, and how the worst short in it ends. */
export interface Guarded {
  connectionId: string;
  cable: Pick<Cable, 'id' | 'designation' | 'conductorMm2'>;
  polarity: 'plus' | 'minus' | 'link' | 'none';
  /** The devices that end it, in words. */
  guard: string;
  /** The same where a state of the board is to be told. */
  when: string;
  /** Both ends of the conductor in words. */
  ends: string;
  short: WireShort;
  /** The end it is fed by; null on the minus side. */
  fedEnd: TerminalRef | null;
  designCurrentA: number;
  faultA: number | null;
  faultVoltageV: number;
  clearing: Clearing;
  curveSource: string;
}

/** Conductors a short can be judged on: cabled, with a device ahead, and fed by something stiff. */
export const guardedWires = stage(
  'guardedWires',
  {
    wires: rows(field(sizing, 'wires'), ['connectionId', 'polarity', 'clearing', 'shorts', 'designCurrentA', 'faultA']),
    seatOf,
    cableAt,
    cableOf,
    connectionOf,
    names,
    parts,
  },
  ({ wires, seatOf, cableAt, cableOf, connectionOf, names, parts }): readonly Guarded[] =>
    wires.flatMap(({ connectionId, polarity, clearing, shorts, designCurrentA, faultA }) => {
      const cable = cableOf.get(cableAt.get(connectionId)?.id ?? '');
      const connection = connectionOf.get(connectionId);
      const short = clearing && shorts.find((s) => s.largeA === clearing.largeA && s.endedBy === clearing.by);
      if (!clearing || !short || !cable || !connection) return [];
      const seat = seatOf.get(clearing.by[0] ?? '');
      const at = { names, parts };
      return [
        {
          connectionId,
          cable,
          polarity,
          guard: clearing.by.map((k) => seatName(at, seatOf, k)).join(' with '),
          when: short.state && ` (${short.state})`,
          ends: `${placeName(at, connection.from)} to ${placeName(at, connection.to)}`,
          short,
          fedEnd: short.fedBy && connection[short.fedBy],
          designCurrentA,
          faultA,
          faultVoltageV: seat?.faultVoltageV ?? 0,
          clearing,
          curveSource: seat ? curveOf(seat.style, seat.curve).source : 'time–current curve',
        },
      ];
    }),
);
