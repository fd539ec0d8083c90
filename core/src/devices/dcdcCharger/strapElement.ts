import type { Id } from '../../document/basics.ts';
import { CHEMISTRIES, type Chemistry } from '../../document/brief/brief.ts';
import { id, oneOfText, record, tagIs } from '../../document/schemaKit.ts';
import { type Elemental, elementKind } from '../elementKind.ts';

/** Two configuration wires of a charger: joined for one chemistry, left open for the other. */
export interface StrapElement extends Elemental<'strap'> {
  a: Id;
  b: Id;
  joinedFor: Chemistry;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    strap: StrapElement;
  }
  interface ElementRoles {
    strap: 'none';
  }
}

export const strapElement = elementKind({
  kind: 'strap',
  role: 'none',
  schema: record({ kind: tagIs('strap'), id: id(), a: id(), b: id(), joinedFor: oneOfText(CHEMISTRIES) }),
  terminals: ['a', 'b'],
  sheet: {},
});
