import type { Id } from '../../document/basics.ts';
import { id, list, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind } from '../elementKind.ts';

export interface BarElement extends Elemental<'bar'> {
  terminalIds: Id[];
  ratingA: number;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    bar: BarElement;
  }
  interface ElementRoles {
    bar: 'bar';
  }
}

export const barElement = elementKind({
  kind: 'bar',
  role: 'bar',
  schema: record({ kind: tagIs('bar'), id: id(), terminalIds: list(id(), { min: 1, max: 60 }), ratingA: amp() }),
  terminals: [],
  sheet: { ratingA: ['Rated current', 'A'] },
});
