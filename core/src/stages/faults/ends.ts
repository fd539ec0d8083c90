import type { FuseStyle, LinkCurve } from '../../document/part/part.ts';
import { letThroughIn, slowestS } from '../../solvers/timeCurrent.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import type { Side, SideLayer } from './faultModel.ts';

/** A device as it stands in a branch: a fuse or breaker, or an output that holds its own current. */
export type Protector =
  | { kind: 'fuse'; style: FuseStyle; ratingA: number; curve: LinkCurve | null }
  | { kind: 'limiter'; ratingA: number };
export type ProtectorAt = (branch: number) => Protector;

/** Beyond this the adiabatic equation asks for more than need be: heat flows off meanwhile. Source: IEC 60364-4-43 434.5.2. */
export const ADIABATIC_LIMIT_S = 5;

/** How one layer ends a short in a conductor. */
export interface LayerEnd {
  devices: readonly number[];
  /** What the layer holds for good, as current of the conductor, A. */
  holdsA: number;
  /** Slowest opening at the smallest fault, s; null where it need not open. */
  clearS: number | null;
  /** Worst energy through the conductor, A²s; null where it need not open. */
  passedA2s: number | null;
}

/**
 * How a layer ends a short: the last of its devices to open, each at its own current; the energy is the conductor's
 * part of it.
 */
export function layerEnd(side: Side, layer: SideLayer, at: ProtectorAt): LayerEnd {
  const devices = layer.devices.map(at);
  const holdsA = devices.reduce((s, d) => s + d.ratingA, 0);
  const sharedA = layer.largeA.reduce((s, a) => s + a, 0);
  const large = cornerEnd(devices, layer.largeA, side.largeA);
  const small = cornerEnd(devices, layer.smallA, side.smallA);
  return {
    devices: layer.devices,
    holdsA: sharedA > 0 ? holdsA * Math.min(1, side.largeA / sharedA) : holdsA,
    clearS: small.clearS,
    passedA2s: large.passedA2s === null || small.passedA2s === null ? null : Math.max(large.passedA2s, small.passedA2s),
  };
}

/** One corner of a short: as each device of the layer opens, the conductor carries what the others still bring. */
function cornerEnd(
  devices: readonly Protector[],
  throughA: readonly number[],
  wireA: number,
): Pick<LayerEnd, 'clearS' | 'passedA2s'> {
  const allA = throughA.reduce((s, a) => s + a, 0);
  const own = devices.map((device, i) => opens(device, throughA[i]!, wireA));
  if (own.length === 1) {
    const { openS, passed } = own[0]!;
    if (!Number.isFinite(openS)) return { clearS: null, passedA2s: null };
    return { clearS: openS, passedA2s: Math.min(allA > 0 ? wireA ** 2 * openS : 0, passed) };
  }
  const lastS = Math.max(...own.map((o) => o.openS));
  if (!Number.isFinite(lastS)) return { clearS: null, passedA2s: null };
  let [leftA, beforeS, steps] = [allA, 0, 0];
  for (const { amps, openS } of own.toSorted((a, b) => a.openS - b.openS)) {
    if (allA > 0) steps += ((wireA * leftA) / allA) ** 2 * (openS - beforeS);
    beforeS = openS;
    leftA -= amps;
  }
  // A limiting device passes less than its current and time say.
  return { clearS: lastS, passedA2s: Math.min(steps, Math.max(...own.map((o) => o.passed))) };
}

/** One device at a steady current: its slowest opening, and the conductor's part of what it lets through. */
function opens(device: Protector, amps: number, wireA: number): { amps: number; openS: number; passed: number } {
  if (device.kind === 'limiter') return { amps, openS: 0, passed: 0 };
  const curve = curveOf(device.style, device.curve);
  const openS = slowestS(curve, device.ratingA, amps);
  const passed =
    amps > 0 && Number.isFinite(openS) ? letThroughIn(curve, device.ratingA, amps, openS) * (wireA / amps) ** 2 : 0;
  return { amps, openS, passed };
}

/** How a short in a conductor ends from one side: by the layer that ends it best. */
export interface SideEnd {
  best: LayerEnd;
  /** The layer that holds least for good: what guards against an overload. */
  holder: LayerEnd;
}

/** Compares ends: one that clears in time before one that does not, then by energy, then by time. */
function better(a: LayerEnd, b: LayerEnd): boolean {
  if ((a.passedA2s === null) !== (b.passedA2s === null)) return b.passedA2s === null;
  if (a.passedA2s !== null && a.passedA2s !== b.passedA2s) return a.passedA2s < b.passedA2s!;
  return (a.clearS ?? Number.POSITIVE_INFINITY) < (b.clearS ?? Number.POSITIVE_INFINITY);
}

/**
 * How shorts end while the devices stand as they do; null where no device stands on the way. Kept: the same short across
 * a device is met by every conductor that takes it home.
 */
export function sideEnds(at: ProtectorAt): (side: Side) => SideEnd | null {
  const known = new Map<Side['layers'], { largeA: number; smallA: number; end: SideEnd }[]>();
  return (side) => {
    const { layers, largeA, smallA } = side;
    if (layers.length === 0) return null;
    let same = known.get(layers);
    if (!same) {
      same = [];
      known.set(layers, same);
    }
    const kept = same.find((k) => k.largeA === largeA && k.smallA === smallA);
    if (kept) return kept.end;
    const ends = layers.map((layer) => layerEnd(side, layer, at));
    const end = {
      best: ends.reduce((best, own) => (better(own, best) ? own : best)),
      holder: ends.reduce((least, own) => (own.holdsA < least.holdsA ? own : least)),
    };
    same.push({ largeA, smallA, end });
    return end;
  };
}

/** What a conductor bears, and what it carries for good. */
export interface Bears {
  withstandA2s: number;
  ampacityA: number;
}

const ROOM = 1 + 1e-9;

/**
 * Whether a conductor outlives a short from one side. A device that holds no more than the conductor carries guards it
 * at every current it need not open at (IEC 60364-4-43 435.1); else it must let no more through than k²S² (434.5.2), which
 * past five seconds is on the safe side, for the equation knows no cooling.
 */
export function outlives({ best, holder }: SideEnd, { withstandA2s, ampacityA }: Bears): boolean {
  if (best.passedA2s === null) return holder.holdsA <= ampacityA * ROOM;
  return best.passedA2s <= withstandA2s * ROOM;
}
