import type { Id } from '../../document/basics.ts';
import { id, record, tagIs } from '../../document/schemaKit.ts';
import { type Elemental, elementKind } from '../elementKind.ts';

/** Takes the first live one of two mains feeds; the two are never joined. */
export interface TransferElement extends Elemental<'transfer'> {
  outLine: Id;
  firstLine: Id;
  secondLine: Id;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    transfer: TransferElement;
  }
  interface ElementRoles {
    transfer: 'none';
  }
}

export const transferElement = elementKind({
  kind: 'transfer',
  role: 'none',
  schema: record({ kind: tagIs('transfer'), id: id(), outLine: id(), firstLine: id(), secondLine: id() }),
  terminals: ['outLine', 'firstLine', 'secondLine'],
  sheet: {},
  makesLive: ({ outLine, firstLine, secondLine }) => ({ at: outLine, whileLive: [firstLine, secondLine] }),
});
