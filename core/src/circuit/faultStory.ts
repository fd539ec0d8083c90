import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { FuseStyle, LinkCurve, Part } from '../document/part/part.ts';
import type { Dossier } from '../dossier.ts';
import { openingTime } from '../solvers/timeCurrent.ts';
import type { SizedWire, WireShort } from '../stages/sizing/sizingResult.ts';
import { curveOf } from '../tables/timeCurrent.ts';
import { seatCountOf, seatText, secondsInWords as seconds } from '../words.ts';

/** One device between the sources and a fault, with the time it takes at each corner. */
export interface FaultDevice {
  key: string;
  itemId: Id;
  name: string;
  ratingA: number;
  style: FuseStyle;
  curve: LinkCurve | null;
  /** Devices in parallel the current divides between, and the part of the conductor's current this one carries. */
  together: number;
  share: number;
  /** Somewhere between the two corners it may open before the first has surely opened. */
  mayOpenToo: boolean;
  /** Fastest at the largest fault, slowest at the smallest, s; null where it need not open. */
  fastS: number | null;
  slowS: number | null;
}

export interface FaultStory {
  connectionId: Id;
  largestA: number;
  farA: number;
  smallestA: number;
  /** Nearest the fault first. */
  devices: FaultDevice[];
  /** What the battery's own electronics do, if they are passed. */
  bms: { itemId: Id; cutA: number }[];
  passedA2s: number | null;
  withstandA2s: number | null;
  says: string;
}

const finite = (x: number) => (Number.isFinite(x) ? x : null);

/**
 * What happens when a conductor is shorted: what flows, and what opens in which order. Null where nothing stiff feeds it.
 * @example
 * faultStory(board, parts, dossier, board.connections[1].id) !== null; // true
 */
export function faultStory(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  dossier: Pick<Dossier, 'sizing'>,
  connectionId: Id,
): FaultStory | null {
  const wire = dossier.sizing.wires.find((w) => w.connectionId === connectionId);
  if (!wire || wire.faultA === null || wire.faultSmallestA === null) return null;
  const seats = new Map(dossier.sizing.seats.map((s) => [s.key, s]));
  const short = worstShort(wire);
  const devices = (short?.layers ?? []).flatMap((layer) =>
    layer.keys.flatMap((key, i): FaultDevice[] => {
      const seat = seats.get(key);
      const item = seat && board.items.find((i) => i.id === seat.itemId);
      // A dossier may be of the board a moment ago.
      if (!seat || !item || seat.ratingA === null) return [];
      const [largeA, smallA] = [layer.largeA[i]!, layer.smallA[i]!];
      const curve = curveOf(seat.style, seat.curve);
      return [
        {
          key,
          itemId: item.id,
          name: seatText(item.designation, seat.seatId, seatCountOf(parts.get(item.partId))),
          ratingA: seat.ratingA,
          style: seat.style,
          curve: seat.curve,
          together: layer.keys.length,
          share: short!.largeA > 0 ? largeA / short!.largeA : 1,
          mayOpenToo: false,
          fastS: finite(openingTime(curve, seat.ratingA, largeA).minS),
          slowS: finite(openingTime(curve, seat.ratingA, smallA).maxS),
        },
      ];
    }),
  );
  devices.sort((a, b) => (a.slowS ?? 1e12) - (b.slowS ?? 1e12));
  const first = devices[0];
  if (first) for (const d of devices.slice(1)) d.mayOpenToo = mayOpenBefore(d, first, short!.smallA, short!.largeA);
  const bms = board.items.flatMap((i) =>
    (parts.get(i.partId)?.elements ?? []).flatMap((e) =>
      e.kind === 'battery' && e.bmsCutA !== null ? [{ itemId: i.id, cutA: e.bmsCutA }] : [],
    ),
  );
  return {
    connectionId,
    largestA: wire.faultA,
    farA: wire.faultFarA ?? wire.faultA,
    smallestA: wire.faultSmallestA,
    devices,
    bms,
    passedA2s: wire.clearing?.passedA2s ?? null,
    withstandA2s: wire.clearing?.withstandA2s ?? null,
    says: first
      ? `${first.name} opens first: ${seconds(first.fastS)} at the largest fault, ${seconds(first.slowS)} at the smallest.`
      : 'Nothing stands between the source and this fault.',
  };
}

/** Whether a device may open before another has surely opened, at any current between the corners. */
function mayOpenBefore(outer: FaultDevice, inner: FaultDevice, fromA: number, toA: number): boolean {
  for (let i = 0; i <= STEPS; i++) {
    const amps = fromA * (toA / fromA) ** (i / STEPS);
    const sure = openingTime(curveOf(inner.style, inner.curve), inner.ratingA, amps * inner.share).maxS;
    const soonest = openingTime(curveOf(outer.style, outer.curve), outer.ratingA, amps * outer.share).minS;
    if (Number.isFinite(soonest) && soonest < sure) return true;
  }
  return false;
}
const STEPS = 24;

/** Of the sides a short is fed from and the states it can happen in, the one that ends worst. */
const worstShort = (wire: SizedWire): WireShort | undefined =>
  wire.shorts.find((s) => s.endedBy === wire.clearing?.by && s.largeA === wire.clearing.largeA) ?? wire.shorts[0];
