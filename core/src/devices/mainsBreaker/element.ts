import type { Id } from '../../document/basics.ts';
import { id, num, orNull, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind } from '../elementKind.ts';

/** A breaker or residual-current device of the mains side, by its line conductor; a licensed person decides on it. */
export interface MainsBreakerElement extends Elemental<'mainsBreaker'> {
  lineIn: Id;
  lineOut: Id;
  /** Most it carries for long. */
  ratedA: number;
  /** Opens on overcurrent above this; null for one that only watches the residual current. */
  breaksA: number | null;
  /** Opens on a residual current of this, mA; null for a plain breaker. */
  residualMa: number | null;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    mainsBreaker: MainsBreakerElement;
  }
  interface ElementRoles {
    mainsBreaker: 'none';
  }
}

export const mainsBreakerElement = elementKind({
  kind: 'mainsBreaker',
  role: 'none',
  schema: record({
    kind: tagIs('mainsBreaker'),
    id: id(),
    lineIn: id(),
    lineOut: id(),
    ratedA: amp(),
    breaksA: orNull(amp()),
    residualMa: orNull(num({ min: 1, max: 1000, unit: 'mA' })),
  }),
  terminals: ['lineIn', 'lineOut'],
  sheet: { ratedA: ['Rated current', 'A'] },
  makesLive: ({ lineIn, lineOut }) => ({ at: lineOut, whileLive: [lineIn] }),
});
