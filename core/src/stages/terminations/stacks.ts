import type { Id } from '../../document/basics.ts';
import type { Item } from '../../document/item/item.ts';
import { compareNatural } from '../../engine/compareText.ts';
import type { MadeCable } from './terminations.ts';

/** What sits on one stud, bottom first. */
export interface StackResult {
  itemId: Id;
  terminalId: Id;
  studMm: number;
  mode: 'auto' | 'locked';
  layers: { connectionId: Id; cableId: Id; designation: string; palmWidthMm: number }[];
}

/** Orders the lugs on each stud: as locked by hand, else the widest palm at the bottom (ties: wire name). */
export function stacksOf(
  items: readonly Pick<Item, 'id' | 'stacks'>[],
  cables: readonly Pick<MadeCable, 'cableId' | 'designation' | 'cores'>[],
): StackResult[] {
  const byStud = new Map<string, StackResult>();
  for (const cable of cables) {
    for (const core of cable.cores) {
      for (const end of [core.from, core.to]) {
        if (end.studMm === null) continue;
        const key = `${end.ref.itemId} ${end.ref.terminalId}`;
        let stack = byStud.get(key);
        if (!stack) {
          const { itemId, terminalId } = end.ref;
          stack = { itemId, terminalId, studMm: end.studMm, mode: 'auto', layers: [] };
          byStud.set(key, stack);
        }
        stack.layers.push({
          connectionId: core.connectionId,
          cableId: cable.cableId,
          designation: cable.designation,
          palmWidthMm: end.palmWidthMm,
        });
      }
    }
  }
  const locked = new Map(items.flatMap((i) => (i.stacks.length > 0 ? [[i.id, i.stacks] as const] : [])));
  for (const stack of byStud.values()) {
    if (stack.layers.length > 1)
      stack.layers.sort((a, b) => b.palmWidthMm - a.palmWidthMm || compareNatural(a.designation, b.designation));
    const order = locked.get(stack.itemId)?.find((s) => s.terminalId === stack.terminalId)?.order;
    if (order?.mode === 'locked') {
      const rank = (id: Id) => (order.value.includes(id) ? order.value.indexOf(id) : order.value.length);
      stack.layers.sort((a, b) => rank(a.connectionId) - rank(b.connectionId));
      stack.mode = 'locked';
    }
  }
  return [...byStud.values()];
}
