import type { Id } from '../../document/basics.ts';
import type { ConditionId } from '../../document/part/part.ts';
import { CONDITION_WORDS } from '../control/conditionWords.ts';
import type { ControlRow, ControlStudy } from '../control/controlStudy.ts';
import type { Branch, Netlist } from '../netlist/netlist.ts';

/** A state of the board's contacts: which of its branches conduct. */
export interface WiringState {
  id: string;
  /** In words, such as `engine running`; empty where the board has one state only. */
  title: string;
  /** By branch: 1 where it conducts. */
  closed: Uint8Array;
}

/** A state that can occur, with what works in it. */
export interface BoardState extends WiringState {
  /** Items that charge in it; null where nothing of the board says when they do: all. */
  charging: ReadonlySet<Id> | null;
  /** An engine may run in it: its alternator gives into whatever is joined to it. */
  engineMayRun: boolean;
  /** Only while somebody holds a button: seconds, so that no conductor is sized by it. */
  moment: boolean;
}

/** Every contact closed: the one state of a board that switches nothing by itself. */
export const allClosed = (branches: readonly Branch[]): BoardState => ({
  id: 'closed',
  title: '',
  closed: new Uint8Array(branches.length).fill(1),
  charging: null,
  engineMayRun: true,
  moment: false,
});

/** How a board is left: nobody drives, nobody holds anything, the cells neither full nor empty. */
const AT_REST: Readonly<Record<ConditionId, boolean>> = {
  engineRunning: false,
  cellsTakeCharge: true,
  cellsGiveCharge: true,
  buttonHeld: false,
  mainsPresent: false,
  lightsOn: false,
};

/**
 * Every state of the contacts that can occur, the board at rest first: the rows of the truth table, those with the same
 * contacts and the same chargers at work joined to one. A relay that finds no rest is no state; findings tell it.
 */
export function boardStates(netlist: Netlist, { conditions, contacts, rows }: ControlStudy): BoardState[] {
  const settled = rows.filter((r) => r.settles);
  if (settled.length === 0) return [allClosed(netlist.branches)];
  const away = (row: ControlRow) => row.when.filter((holds, i) => holds !== AT_REST[conditions[i]!]).length;
  const groups = new Map<string, ControlRow[]>();
  for (const row of settled.toSorted((a, b) => away(a) - away(b))) {
    const key = `${row.closed.map((c) => (c ? 1 : 0)).join('')} ${row.charging.toSorted().join(' ')} ${heldDown(row, conditions)}`;
    const own = groups.get(key);
    if (own) own.push(row);
    else groups.set(key, [row]);
  }
  const states = [...groups].map(([id, own]): BoardState => {
    const closed = new Uint8Array(netlist.branches.length).fill(1);
    const at = new Map(contacts.map((c, i) => [`item/${c.itemId}/${c.contactId}`, own[0]!.closed[i]!]));
    netlist.branches.forEach((b, i) => {
      if (at.get(b.key) === false) closed[i] = 0;
    });
    return {
      id,
      title: titleOf(own, conditions),
      closed,
      charging: new Set(own[0]!.charging),
      engineMayRun:
        !conditions.includes('engineRunning') || own.some((r) => r.when[conditions.indexOf('engineRunning')]),
      moment: heldDown(own[0]!, conditions),
    };
  });
  return withoutSubsets(states);
}

const heldDown = (row: ControlRow, conditions: readonly ConditionId[]): boolean =>
  row.when[conditions.indexOf('buttonHeld')] ?? false;

/** What all rows of a state have in common, in words. */
function titleOf(rows: readonly ControlRow[], conditions: readonly ConditionId[]): string {
  const outside = conditions.flatMap((condition, i) => {
    const first = rows[0]!.when[i]!;
    return rows.every((r) => r.when[i] === first) ? CONDITION_WORDS[condition][first ? 0 : 1] : [];
  });
  const switches = rows[0]!.position.flatMap(({ contactId }, i) =>
    rows.every((r) => r.position[i]!.contactId === contactId) ? [`switch on ${contactId}`] : [],
  );
  return [...outside, ...switches].join(', ');
}

/** A state with the same contacts and fewer chargers asks nothing the fuller one does not. */
function withoutSubsets(states: readonly BoardState[]): BoardState[] {
  const contacts = (s: BoardState) => `${s.id.split(' ', 1)[0]} ${s.moment} ${s.engineMayRun}`;
  return states.filter(
    (s) =>
      !states.some(
        (o) =>
          o !== s &&
          contacts(o) === contacts(s) &&
          o.charging!.size > s.charging!.size &&
          [...s.charging!].every((id) => o.charging!.has(id)),
      ),
  );
}
