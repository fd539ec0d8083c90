import type { Id } from '../../document/basics.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import type { Item } from '../../document/item/item.ts';
import type { Part } from '../../document/part/part.ts';
import { field } from '../../engine/fact.ts';
import { stage } from '../../engine/stage.ts';
import type { Netlist } from '../../stages/netlist/netlist.ts';
import { demand, netlist, parts } from '../../stages/stages.ts';
import { used, words } from '../views.ts';
import { terminalRefAt } from './freeSpots.ts';

type Worded = Pick<Item, 'id' | 'designation' | 'name' | 'partId'>;

/** A device in words: what it is called, and what somebody named it. */
export const wordsOf = (item: Pick<Worded, 'designation' | 'name'>): string =>
  `${item.designation}${item.name ? ` ${item.name}` : ''}`;

/** A device no current goes round through, though it is the right way round. */
export interface Unfed {
  item: Worded;
  key: string;
  plusFed: boolean;
  minusFed: boolean;
  minusRef: TerminalRef | null;
  /** A terminal that is simply open already stands in the still-to-connect list. */
  plusOpen: boolean;
  minusOpen: boolean;
}

const portOf = (netlist: Netlist, key: string) =>
  [...netlist.consumers, ...netlist.charging, ...netlist.chargers.flatMap((c) => [c.input, c.output])].find(
    (p) => p.key === key,
  );

/** Consumers and chargers with no way to a source on one or both poles. */
export const unfedDevices = stage(
  'unfedDevices',
  { unfed: field(demand, 'unfed'), netlist, parts, words, used },
  ({ unfed, netlist, parts, words, used }): readonly Unfed[] => {
    const open = (ref: TerminalRef | null | undefined) => !ref || !used.has(`${ref.itemId} ${ref.terminalId}`);
    return unfed.flatMap(({ itemId, key, plusFed, minusFed, reversed }) => {
      const item = words.get(itemId);
      const port = portOf(netlist, key);
      if (!item || (reversed && port)) return [];
      const at = (node: number | undefined) =>
        node === undefined ? null : terminalRefAt({ parts: parts as ReadonlyMap<Id, Part>, netlist }, item, node);
      const [plusRef, minusRef] = [at(port?.plus), at(port?.minus)];
      return [{ item, key, plusFed, minusFed, minusRef, plusOpen: open(plusRef), minusOpen: open(minusRef) }];
    });
  },
);
