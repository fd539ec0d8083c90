import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { FuseStyle, LinkCurve, Part } from '../document/part/part.ts';
import type { Dossier } from '../dossier.ts';
import { openingTime } from '../solvers/timeCurrent.ts';
import { curveOf } from '../tables/timeCurrent.ts';
import { secondsInWords as seconds } from '../words.ts';

/** One device between the sources and a fault, with the time it takes at each corner. */
export interface FaultDevice {
  key: string;
  itemId: Id;
  name: string;
  ratingA: number;
  style: FuseStyle;
  curve: LinkCurve | null;
  /** Devices in parallel the current divides between. */
  together: number;
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
  const above = new Set<string>(wire.guardKeys);
  for (const key of wire.guardKeys) for (const up of seats.get(key)?.upstreamKeys ?? []) above.add(up);
  const together = Math.max(1, wire.guardKeys.length);
  const devices = [...above].flatMap((key): FaultDevice[] => {
    const seat = seats.get(key);
    const item = seat && board.items.find((i) => i.id === seat.itemId);
    // A dossier may be of the board a moment ago.
    if (!seat || !item || seat.ratingA === null) return [];
    const many = (parts.get(item.partId)?.elements.filter((e) => e.kind === 'fuseSeat').length ?? 0) > 1;
    const share = wire.guardKeys.includes(key) ? together : Math.max(1, shareOf(key, dossier));
    const curve = curveOf(seat.style, seat.curve);
    return [
      {
        key,
        itemId: item.id,
        name: many ? `${item.designation}:${seat.seatId}` : item.designation,
        ratingA: seat.ratingA,
        style: seat.style,
        curve: seat.curve,
        together: share,
        mayOpenToo: false,
        fastS: finite(openingTime(curve, seat.ratingA, wire.faultA! / share).minS),
        slowS: finite(openingTime(curve, seat.ratingA, wire.faultSmallestA! / share).maxS),
      },
    ];
  });
  devices.sort((a, b) => (a.slowS ?? 1e12) - (b.slowS ?? 1e12));
  const first = devices[0];
  if (first) for (const d of devices.slice(1)) d.mayOpenToo = mayOpenBefore(d, first, wire.faultSmallestA, wire.faultA);
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
    const sure = openingTime(curveOf(inner.style, inner.curve), inner.ratingA, amps / inner.together).maxS;
    const soonest = openingTime(curveOf(outer.style, outer.curve), outer.ratingA, amps / outer.together).minS;
    if (Number.isFinite(soonest) && soonest < sure) return true;
  }
  return false;
}
const STEPS = 24;

/** Into how many parallel ways the current of a fault divides at a device: its siblings of the same place. */
function shareOf(key: string, dossier: Pick<Dossier, 'sizing'>): number {
  const groups = dossier.sizing.wires.filter((w) => w.guardKeys.length > 1 && w.guardKeys.includes(key));
  return groups.length > 0 ? groups[0]!.guardKeys.length : 1;
}
