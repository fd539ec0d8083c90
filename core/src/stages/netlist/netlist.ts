import type { ElementIn, ElementOf } from '../../devices/elementKind.ts';
import { isIn } from '../../devices/registry.ts';
import type { Id } from '../../document/basics.ts';
import type { Connection, TerminalRef } from '../../document/connection/connection.ts';
import type { WiredItem } from '../../document/item/item.ts';
import type { Element, Part, Polarity } from '../../document/part/part.ts';

type Owned<K extends Element['kind']> = { item: WiredItem; part: Part; element: ElementOf<K>; key: string };

/** A two-terminal way for current: a wire between terminals, or a closed element inside a part. */
export interface Branch {
  /** `connection/ID` for wires, `item/ID/ELEMENT` for elements. */
  key: string;
  kind: 'wire' | ElementIn<'branch'>['kind'];
  a: number;
  b: number;
  connectionId: Id | null;
  itemId: Id | null;
  elementId: Id | null;
  /** The element inside the part; null for wires. */
  element: ElementIn<'branch'> | null;
}

/** Something that gives or takes current between two nodes. */
export interface Port {
  key: string;
  item: WiredItem;
  plus: number;
  minus: number;
  plusRef: TerminalRef;
  minusRef: TerminalRef;
}
export type SourcePort = Port & { element: ElementIn<'source'> };
export type SolarPort = Port & { element: ElementIn<'solar'> };
export type ConsumerPort = Port & { element: ElementIn<'consumer'> };
/** Charges the bank by itself, from outside the board. */
export type ChargingPort = Port & { element: ElementIn<'charging'> };
export type ChargerPort = {
  key: string;
  item: WiredItem;
  element: ElementIn<'charger'>;
  input: Port;
  output: Port;
};

export interface Netlist {
  nodeCount: number;
  /** Node of each terminal, by `itemId terminalId`. */
  nodeOf: Map<string, number>;
  branches: Branch[];
  sources: SourcePort[];
  solar: SolarPort[];
  consumers: ConsumerPort[];
  chargers: ChargerPort[];
  charging: ChargingPort[];
  /** Bus bars and their ratings. */
  bars: { itemId: Id; elementId: Id; node: number; ratingA: number }[];
  /** Metal frames that carry returns, each as the node all its points meet in. */
  frames: { itemId: Id; node: number }[];
  /** Wires that tie the plus of a source to its own minus: told as what they are, and left out of all that is worked out. */
  ties: { connectionId: Id; differenceV: number }[];
  /** What a place is by its terminals' own marks. */
  marks: Map<number, Polarity>;
  /** Cases of devices with a terminal for a protective conductor, and the direct-current plus inside that may touch them. */
  cases: { itemId: Id; node: number; plus: number }[];
}

/**
 * A terminal of the board as one word.
 * @example
 * terminalKey({ itemId: 'it_1', terminalId: 'plus' }); // 'it_1 plus'
 */
export const terminalKey = (ref: TerminalRef): string => `${ref.itemId} ${ref.terminalId}`;

/**
 * Joins terminals into nodes: terminals on one bar are one node, everything else is a branch, so that each wire keeps
 * its own current. Items are taken in the order of the board, so numbering is the same on every machine.
 */
export function buildNetlist(
  items: readonly WiredItem[],
  parts: ReadonlyMap<Id, Part>,
  connections: readonly Connection[],
): Netlist {
  const nodeOf = new Map<string, number>();
  let nodeCount = 0;
  const owned: Owned<Element['kind']>[] = [];
  const bars: Netlist['bars'] = [];
  for (const item of items) {
    const part = parts.get(item.partId);
    if (!part) continue;
    // Of what is left in place, dead, only the terminals remain.
    for (const element of item.inService ? part.elements : []) {
      if (isIn(element, 'bar')) {
        const node = nodeCount++;
        for (const t of element.terminalIds) nodeOf.set(terminalKey({ itemId: item.id, terminalId: t }), node);
        bars.push({ itemId: item.id, elementId: element.id, node, ratingA: element.ratingA });
      } else owned.push({ item, part, element, key: `item/${item.id}/${element.id}` });
    }
    for (const t of part.terminals) {
      const key = terminalKey({ itemId: item.id, terminalId: t.id });
      if (!nodeOf.has(key)) nodeOf.set(key, nodeCount++);
    }
  }
  const at = (item: WiredItem, terminalId: Id): number => nodeOf.get(terminalKey({ itemId: item.id, terminalId }))!;

  const netlist: Netlist = {
    nodeCount,
    nodeOf,
    branches: [],
    sources: [],
    solar: [],
    consumers: [],
    chargers: [],
    charging: [],
    bars,
    frames: [],
    cases: [],
    ties: [],
    marks: new Map(),
  };
  for (const item of items) {
    if (!item.inService) continue;
    const terminals = parts.get(item.partId)?.terminals ?? [];
    for (const own of terminals.filter((t) => t.domain === 'earth'))
      for (const plus of terminals.filter((t) => t.domain === 'dc' && t.polarity === 'plus'))
        netlist.cases.push({ itemId: item.id, node: at(item, own.id), plus: at(item, plus.id) });
  }
  for (const { item, element, key } of owned) {
    const port = (plus: Id, minus: Id, suffix = ''): Port => ({
      key: key + suffix,
      item,
      plus: at(item, plus),
      minus: at(item, minus),
      plusRef: { itemId: item.id, terminalId: plus },
      minusRef: { itemId: item.id, terminalId: minus },
    });
    if (isIn(element, 'branch'))
      netlist.branches.push({
        key,
        kind: element.kind,
        a: at(item, element.a),
        b: at(item, element.b),
        connectionId: null,
        itemId: item.id,
        elementId: element.id,
        element,
      });
    else if (isIn(element, 'hub')) {
      const hub = netlist.nodeCount++;
      netlist.frames.push({ itemId: item.id, node: hub });
      const alongMm = new Map(item.framePoints.map((p) => [p.terminalId, p.alongMm]));
      for (const terminalId of element.terminalIds)
        netlist.branches.push({
          key: `${key}/${terminalId}`,
          kind: 'resistance',
          a: at(item, terminalId),
          b: hub,
          connectionId: null,
          itemId: item.id,
          elementId: element.id,
          element: {
            kind: 'resistance',
            id: `${element.id}/${terminalId}`,
            a: terminalId,
            b: terminalId,
            resistanceOhm: element.pointOhm + (element.ohmPerM * (alongMm.get(terminalId) ?? 0)) / 1000,
            ratingA: element.ratingA,
            shunt: false,
          },
        });
    } else if (isIn(element, 'source')) netlist.sources.push({ ...port(element.plus, element.minus), element });
    else if (isIn(element, 'solar')) netlist.solar.push({ ...port(element.plus, element.minus), element });
    else if (isIn(element, 'consumer')) netlist.consumers.push({ ...port(element.plus, element.minus), element });
    else if (isIn(element, 'charging')) netlist.charging.push({ ...port(element.plus, element.minus), element });
    else if (isIn(element, 'charger'))
      netlist.chargers.push({
        key,
        item,
        element,
        input: port(element.inPlus, element.inMinus, '/input'),
        output: port(element.outPlus, element.outMinus, '/output'),
      });
  }
  for (const connection of connections) {
    const a = nodeOf.get(terminalKey(connection.from));
    const b = nodeOf.get(terminalKey(connection.to));
    if (a === undefined || b === undefined) continue;
    netlist.branches.push({
      key: `connection/${connection.id}`,
      kind: 'wire',
      a,
      b,
      connectionId: connection.id,
      itemId: null,
      elementId: null,
      element: null,
    });
  }
  for (const item of items)
    for (const t of parts.get(item.partId)?.terminals ?? [])
      if (t.domain === 'dc' && t.polarity !== 'none') netlist.marks.set(at(item, t.id), t.polarity);
  return netlist;
}
