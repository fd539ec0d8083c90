import type { Id } from '../../document/basics.ts';
import { id, num, record, tagIs } from '../../document/schemaKit.ts';
import { given } from '../../engine/formula.ts';
import { type Elemental, elementKind } from '../elementKind.ts';

/** Electronics that are fed from the board and draw a little, always. */
export interface ElectronicsElement extends Elemental<'electronics'> {
  plus: Id;
  minus: Id;
  drawA: number;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    electronics: ElectronicsElement;
  }
  interface ElementRoles {
    electronics: 'consumer';
  }
}

export const electronicsElement = elementKind({
  kind: 'electronics',
  role: 'consumer',
  schema: record({
    kind: tagIs('electronics'),
    id: id(),
    plus: id(),
    minus: id(),
    drawA: num({ min: 0.0001, max: 20, unit: 'A' }),
  }),
  terminals: ['plus', 'minus'],
  sheet: { drawA: ['Draws', 'A'] },
  draw: ({ drawA }) => ({
    designCurrentA: drawA,
    origin: given('part sheet: own draw'),
    surgeFactor: 1,
    operating: { kind: 'current', currentA: drawA },
  }),
});
