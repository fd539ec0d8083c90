import { stage } from '../../engine/stage.ts';
import { fact } from '../../stages/inputs.ts';
import { neighbours, reachedFrom } from '../../stages/netlist/reach.ts';
import { netlist, parts } from '../../stages/stages.ts';
import { nodeAt } from '../places.ts';

export const SHUNT_SOURCE = 'every minus but the battery on the load side of the shunt (common practice, no source)';

/** A shunt, and what hangs on its battery side. */
export interface ShuntSides {
  item: { id: string; designation: string };
  loadSide: number;
  /** Nodes reached from its battery side without passing it. */
  batterySide: ReadonlySet<number>;
}

/** Every shunt of the board with the nodes on its battery side. */
export const shuntSides = stage(
  'shuntSides',
  { items: fact('items', ['id', 'designation', 'partId']), parts, netlist },
  ({ items, parts, netlist }): readonly ShuntSides[] =>
    items.flatMap((item) => {
      const shunt = parts.get(item.partId)?.elements.find((e) => e.kind === 'resistance' && e.shunt);
      if (shunt?.kind !== 'resistance') return [];
      const at = (terminalId: string) => nodeAt(netlist, { itemId: item.id, terminalId });
      const around = neighbours(netlist, (b) => b.itemId !== item.id || b.elementId !== shunt.id);
      return [{ item, loadSide: at(shunt.b), batterySide: reachedFrom(around, [at(shunt.a)]) }];
    }),
);
