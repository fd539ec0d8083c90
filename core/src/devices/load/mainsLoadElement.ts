import type { Id } from '../../document/basics.ts';
import { id, record, tagIs } from '../../document/schemaKit.ts';
import { type Elemental, elementKind } from '../elementKind.ts';

export interface MainsLoadElement extends Elemental<'mainsLoad'> {
  line: Id;
  neutral: Id;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    mainsLoad: MainsLoadElement;
  }
  interface ElementRoles {
    mainsLoad: 'none';
  }
}

export const mainsLoadElement = elementKind({
  kind: 'mainsLoad',
  role: 'none',
  schema: record({ kind: tagIs('mainsLoad'), id: id(), line: id(), neutral: id() }),
  terminals: ['line', 'neutral'],
  sheet: {},
});
