import type { Id } from '../../document/basics.ts';
import { flag, id, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind, ohm } from '../elementKind.ts';

export interface ResistanceElement extends Elemental<'resistance'> {
  a: Id;
  b: Id;
  resistanceOhm: number;
  ratingA: number;
  shunt: boolean;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    resistance: ResistanceElement;
  }
  interface ElementRoles {
    resistance: 'branch';
  }
}

export const resistanceElement = elementKind({
  kind: 'resistance',
  role: 'branch',
  schema: record({
    kind: tagIs('resistance'),
    id: id(),
    a: id(),
    b: id(),
    resistanceOhm: ohm(),
    ratingA: amp(),
    shunt: flag(),
  }),
  terminals: ['a', 'b'],
  sheet: { resistanceOhm: ['Resistance', 'Ω'], ratingA: ['Rated current', 'A'] },
});
