import type { StackResult } from '../../stages/terminations/stacks.ts';
import { type NamedParts, placeName } from '../places.ts';

/** Where a finding about a stud is, and what it is about. */
export const onStud = (stack: StackResult, at: NamedParts) => ({
  entity: `${stack.itemId}/${stack.terminalId}`,
  where: {
    label: placeName(at, stack),
    itemIds: [stack.itemId],
    cableIds: stack.layers.map((l) => l.cableId),
    terminals: [stack],
  },
});
