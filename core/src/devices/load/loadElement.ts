import type { Id } from '../../document/basics.ts';
import { id, record, tagIs } from '../../document/schemaKit.ts';
import { type Asked, type Elemental, elementKind } from '../elementKind.ts';
import { ratedCurrent } from './ratedCurrent.ts';
import { steadyOf } from './shortTime.ts';

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

/** What it is sized by, and how far above that it goes, for how long. */
function currentOf(load: Asked['load'], systemVoltageV: number, address: string) {
  const starting = load && !load.softStart ? load.surgeFactor : 1;
  if (!load?.shortTime) return { ...ratedCurrent(load, systemVoltageV, address), surgeFactor: starting };
  const running = ratedCurrent(load, systemVoltageV, `${address}/running`);
  const steady = steadyOf(load.shortTime, running, address);
  return {
    ...steady,
    surgeFactor: steady.designCurrentA > 0 ? running.designCurrentA / steady.designCurrentA : 1,
    burstS: load.shortTime.onS,
    apart: true as const,
  };
}

export const loadElement = elementKind({
  kind: 'load',
  role: 'consumer',
  schema: record({ kind: tagIs('load'), id: id(), plus: id(), minus: id() }),
  terminals: ['plus', 'minus'],
  sheet: {},
  draw: (_, { load, systemVoltageV, address }) => ({
    ...currentOf(load, systemVoltageV, address),
    operating:
      load?.rating.kind === 'watts'
        ? { kind: 'power', powerW: load.rating.powerW }
        : { kind: 'current', currentA: load?.rating.currentA ?? 0 },
  }),
});
