import type { Id } from '../../document/basics.ts';
import { id, record, tagIs } from '../../document/schemaKit.ts';
import { type Elemental, elementKind } from '../elementKind.ts';
import { ratedCurrent } from './ratedCurrent.ts';

export interface LoadElement extends Elemental<'load'> {
  plus: Id;
  minus: Id;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    load: LoadElement;
  }
  interface ElementRoles {
    load: 'consumer';
  }
}

export const loadElement = elementKind({
  kind: 'load',
  role: 'consumer',
  schema: record({ kind: tagIs('load'), id: id(), plus: id(), minus: id() }),
  terminals: ['plus', 'minus'],
  sheet: {},
  draw: (_, { load, systemVoltageV, address }) => ({
    ...ratedCurrent(load, systemVoltageV, address),
    surgeFactor: load && !load.softStart ? load.surgeFactor : 1,
    operating:
      load?.rating.kind === 'watts'
        ? { kind: 'power', powerW: load.rating.powerW }
        : { kind: 'current', currentA: load?.rating.currentA ?? 0 },
  }),
});
