import type { Id } from '../../document/basics.ts';
import { id, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind } from '../elementKind.ts';

/** Where people plug in what they like. */
export interface MainsSocketElement extends Elemental<'mainsSocket'> {
  line: Id;
  neutral: Id;
  ratedA: number;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    mainsSocket: MainsSocketElement;
  }
  interface ElementRoles {
    mainsSocket: 'none';
  }
}

export const mainsSocketElement = elementKind({
  kind: 'mainsSocket',
  role: 'none',
  schema: record({ kind: tagIs('mainsSocket'), id: id(), line: id(), neutral: id(), ratedA: amp() }),
  terminals: ['line', 'neutral'],
  sheet: { ratedA: ['Rated current', 'A'] },
});
