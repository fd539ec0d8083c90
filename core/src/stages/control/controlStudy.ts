import type { ElementOf } from '../../devices/elementKind.ts';
import { chargingOf } from '../../devices/registry.ts';
import type { Id } from '../../document/basics.ts';
import { CONDITIONS, type ConditionId } from '../../document/part/part.ts';
import type { Branch, ChargingPort, ConsumerPort, Netlist } from '../netlist/netlist.ts';
import { neighbours, reachedFrom } from '../netlist/reach.ts';

/** A contact of the board and what works it. */
export interface ControlContact {
  itemId: Id;
  contactId: Id;
  /** `position`: one of a switch's ways, of which one is closed at a time. */
  worked: 'hand' | 'position' | 'coil' | 'condition';
}

/** What the board does in one state of the outside. */
export interface ControlRow {
  /** By condition, in the order of the study's conditions. */
  when: readonly boolean[];
  /** Where its switches of several ways stand: the contact closed of each. */
  position: { itemId: Id; contactId: Id }[];
  /** By contact, in the order of the study's contacts. */
  closed: readonly boolean[];
  /** False where a relay cuts its own coil and would chatter. */
  settles: boolean;
  /** Pairs of an engine's feed and a battery whose plus sides are joined by closed contacts. */
  joined: { feedId: Id; batteryId: Id }[];
  /** Chargers that work and reach a battery. */
  charging: Id[];
  /** Loads and inverters a battery feeds. */
  fed: Id[];
}

export interface ControlStudy {
  /** Conditions some contact or coil of the board follows; empty where nothing is controlled. */
  conditions: ConditionId[];
  contacts: ControlContact[];
  rows: ControlRow[];
}

const isContact = (b: Branch): b is Branch & { element: ElementOf<'contact'>; itemId: Id } =>
  b.element?.kind === 'contact' && b.itemId !== null;
const isCoil = (c: ConsumerPort): c is ConsumerPort & { element: ElementOf<'coil'> } => c.element.kind === 'coil';

/**
 * The truth table of the board's control circuits: for every combination of the conditions its contacts follow, which
 * contacts close once the coils have settled, and what that joins, charges and feeds. Switches for the hand are closed.
 * Source: ladder logic by fixed point, common practice.
 */
export function controlStudy(netlist: Netlist): ControlStudy {
  const branches = netlist.branches.filter(isContact);
  const coils = netlist.consumers.filter(isCoil);
  const coilsOf = new Map(
    branches.map((b) => [b, coils.filter((c) => c.item.id === b.itemId && c.element.contactId === b.element.id)]),
  );
  const used = new Set<ConditionId>();
  for (const b of branches) if (b.element.follows) used.add(b.element.follows);
  for (const c of coils) if (c.element.needs) used.add(c.element.needs);
  const conditions = CONDITIONS.filter((c) => used.has(c));
  const contacts = branches.map(
    (b): ControlContact => ({
      itemId: b.itemId,
      contactId: b.element.id,
      worked: b.element.follows
        ? 'condition'
        : coilsOf.get(b)!.length > 0
          ? 'coil'
          : b.element.interlock !== null
            ? 'position'
            : 'hand',
    }),
  );
  if (conditions.length === 0 && !contacts.some((c) => c.worked === 'coil' || c.worked === 'position'))
    return { conditions, contacts, rows: [] };
  const row = rowOf(netlist, branches, coilsOf, conditions);
  const places = positionsOf(branches.filter((_, i) => contacts[i]!.worked === 'position'));
  const rows = places.flatMap((position) =>
    Array.from({ length: 2 ** conditions.length }, (_, bits) =>
      row(
        conditions.map((_c, i) => ((bits >> i) & 1) === 1),
        position,
      ),
    ),
  );
  return { conditions, contacts, rows };
}

type ContactBranch = Branch & { element: ElementOf<'contact'>; itemId: Id };

/** Every way the switches of several ways may stand together: of each the contact that is closed. */
function positionsOf(ways: readonly ContactBranch[]): ContactBranch[][] {
  const groups = new Map<string, ContactBranch[]>();
  for (const b of ways) {
    const key = `${b.itemId} ${b.element.interlock}`;
    groups.set(key, [...(groups.get(key) ?? []), b]);
  }
  return [...groups.values()].reduce<ContactBranch[][]>(
    (all, own) => all.flatMap((chosen) => own.map((b) => [...chosen, b])),
    [[]],
  );
}

function rowOf(
  netlist: Netlist,
  branches: readonly ContactBranch[],
  coilsOf: ReadonlyMap<Branch, (ConsumerPort & { element: ElementOf<'coil'> })[]>,
  conditions: readonly ConditionId[],
) {
  const minusNodes = new Set(netlist.sources.map((s) => s.minus));
  const batteries = netlist.sources.filter((s) => s.element.kind === 'battery');
  const feeds = netlist.sources.filter((s) => s.element.kind === 'feed');
  const walk = (near: number[][], starts: number[]) => reachedFrom(near, starts, (n) => minusNodes.has(n));

  return (when: readonly boolean[], position: readonly ContactBranch[]): ControlRow => {
    const holds = (c: ConditionId) => when[conditions.indexOf(c)] ?? false;
    const nearWith = (closed: readonly boolean[]) => {
      const open = new Set<Branch>(branches.filter((_, i) => !closed[i]));
      return neighbours(netlist, (b) => !open.has(b));
    };
    const closedWith = (energised: ReadonlySet<ConsumerPort>) =>
      branches.map((b) => {
        const { follows, normallyOpen } = b.element;
        if (follows) return holds(follows) === normallyOpen;
        const own = coilsOf.get(b)!;
        // A switch for the hand stands closed: what it does when open is the live sets' business.
        if (own.length === 0) return b.element.interlock === null || position.includes(b);
        return own.some((c) => energised.has(c)) === normallyOpen;
      });
    let energised = new Set<ConsumerPort>();
    let closed = closedWith(energised);
    let settles = false;
    for (let round = 0; round < 2 * branches.length + 4 && !settles; round++) {
      const near = nearWith(closed);
      const plus = walk(
        near,
        netlist.sources.map((s) => s.plus),
      );
      const minus = reachedFrom(near, minusNodes);
      energised = new Set(
        [...coilsOf.values()]
          .flat()
          .filter(
            (c) => plus.has(c.plus) && minus.has(c.minus) && (c.element.needs === null || holds(c.element.needs)),
          ),
      );
      const next = closedWith(energised);
      settles = next.every((c, i) => c === closed[i]);
      closed = next;
    }
    const near = nearWith(closed);
    const fromBatteries = walk(
      near,
      batteries.map((b) => b.plus),
    );
    const live = walk(
      near,
      netlist.sources.map((s) => s.plus),
    );
    const there = ({ element }: ChargingPort) => {
      const { needs } = chargingOf(element);
      return needs === null || !conditions.includes(needs) || holds(needs);
    };
    const reachesBattery = (node: number) => {
      const out = walk(near, [node]);
      return batteries.some((b) => out.has(b.plus));
    };
    const charging = [
      ...netlist.chargers
        .filter(
          (c) =>
            (c.element.source === 'solar' || live.has(c.input.plus)) &&
            (c.element.enable === null || live.has(netlist.nodeOf.get(`${c.item.id} ${c.element.enable}`)!)) &&
            reachesBattery(c.output.plus),
        )
        .map((c) => c.item.id),
      ...netlist.charging.filter((m) => there(m) && reachesBattery(m.plus)).map((m) => m.item.id),
    ];
    return {
      when,
      position: position.map((b) => ({ itemId: b.itemId, contactId: b.element.id })),
      closed,
      settles,
      joined: feeds.flatMap((feed) => {
        const from = walk(near, [feed.plus]);
        return batteries.filter((b) => from.has(b.plus)).map((b) => ({ feedId: feed.item.id, batteryId: b.item.id }));
      }),
      charging,
      fed: netlist.consumers
        .filter((c) => c.element.kind !== 'coil' && fromBatteries.has(c.plus))
        .map((c) => c.item.id),
    };
  };
}
