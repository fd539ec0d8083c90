import type { Branch } from '../netlist/netlist.ts';
import type { FaultNet, Short } from './faultNet.ts';

/** Less than this part of what is looked at is another way's business. */
export const CARRIES_SHARE = 0.05;

/** Devices side by side that together carry all a fault draws past them, with what each carries. */
export interface Layer {
  /** Branches of fuses, breakers, and outputs that limit themselves. */
  devices: number[];
  currentA: number[];
}

/** What stands between the sources and a place of a fault. */
export interface Guarding {
  /** Nearest the fault first; each of them all there is at that distance. */
  layers: Layer[];
  /** Sources that feed it with no device between, as their place among the netlist's. */
  open: number[];
}

/** A fuse or breaker, or an output whose electronics hold its current: each ends or bounds a fault. */
export const protects = ({ element }: Pick<Branch, 'element'>): boolean =>
  element?.kind === 'fuseSeat' || (element?.kind === 'contact' && element.selfLimiting);

/**
 * The devices that carry a fault's current on its way to a place, found by going against the current.
 * @param from the place the current comes through
 * @param amps what comes through there: ways with less than a twentieth of it are not followed
 * @param without a branch not to be followed: the one the current leaves `from` by
 */
export function guardingOf(net: FaultNet, short: Short, from: number, amps: number, without: number): Guarding {
  const { shape } = net;
  const { netlist, parentBranch, parentNode } = shape;
  const layers: Layer[] = [];
  let node = from;
  // The dead end: one way only.
  while (parentBranch[node]! >= 0) {
    const branch = parentBranch[node]!;
    if (branch !== without && protects(netlist.branches[branch]!))
      layers.push({ devices: [branch], currentA: [Math.abs(net.currentIn(branch, short))] });
    node = parentNode[node]!;
  }
  const { found, open } = coreLayers(net, short, node, amps, without);
  layers.push(...found);
  return { layers, open: layers.length > 0 ? [] : open };
}

function coreLayers(
  net: FaultNet,
  short: Short,
  from: number,
  amps: number,
  without: number,
): { found: Layer[]; open: number[] } {
  const { netlist, coreOf, touching, sourcesAt, bottoms } = net.shape;
  const least = CARRIES_SHARE * Math.abs(amps);
  const found: Layer[] = [];
  const seen = new Set<number>([from]);
  let front = [from];
  let firstOpen: number[] = [];
  for (let depth = 0; front.length > 0; depth++) {
    const layer: Layer = { devices: [], currentA: [] };
    const open: number[] = [];
    const beyond: number[] = [];
    const queue = [...front];
    for (const node of queue) {
      const core = coreOf[node]!;
      for (const branch of touching[core]!) {
        if (branch === without) continue;
        const { a, b } = netlist.branches[branch]!;
        const other = a === node ? b : a;
        const arriving = net.currentIn(branch, short) * (b === node ? 1 : -1);
        if (arriving < least) continue;
        if (protects(netlist.branches[branch]!)) {
          if (layer.devices.includes(branch)) continue;
          layer.devices.push(branch);
          layer.currentA.push(arriving);
          beyond.push(other);
        } else if (!seen.has(other)) {
          seen.add(other);
          queue.push(other);
        }
      }
      for (const source of sourcesAt[core]!) {
        const { plus, minus } = netlist.sources[source]!;
        if (plus !== node || net.sourceA(source, short) < least) continue;
        // Batteries in series: the way goes on below, unless this is the bottom of the bank.
        if (bottoms[source]) open.push(source);
        else if (!seen.has(minus)) {
          seen.add(minus);
          queue.push(minus);
        }
      }
    }
    if (depth === 0) firstOpen = open;
    if (layer.devices.length === 0) break;
    // A layer that leaves a source out ends nothing by itself; it is not counted, nor is what lies beyond it.
    if (open.length > 0) break;
    found.push(layer);
    front = beyond.filter((n) => !seen.has(n));
    for (const n of front) seen.add(n);
  }
  return { found, open: firstOpen };
}
