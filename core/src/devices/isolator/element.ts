import type { Id } from '../../document/basics.ts';
import { CONDITIONS, type ConditionId } from '../../document/part/part.ts';
import { flag, id, oneOfText, orNull, record, tagIs, text } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind, ohm } from '../elementKind.ts';

export interface ContactElement extends Elemental<'contact'> {
  a: Id;
  b: Id;
  resistanceOhm: number;
  ratingA: number;
  normallyOpen: boolean;
  /** Closed while this holds; null where a coil works it, or a hand. */
  follows: ConditionId | null;
  /** An output of electronics that limits its own current: no conductor behind it can be overloaded from here. */
  selfLimiting: boolean;
  /** Contacts of one part that share this word are never closed together; null for one that stands alone. */
  interlock: string | null;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    contact: ContactElement;
  }
  interface ElementRoles {
    contact: 'branch';
  }
}

export const contactElement = elementKind({
  kind: 'contact',
  role: 'branch',
  schema: record({
    kind: tagIs('contact'),
    id: id(),
    a: id(),
    b: id(),
    resistanceOhm: ohm(),
    ratingA: amp(),
    normallyOpen: flag(),
    follows: orNull(oneOfText(CONDITIONS)),
    selfLimiting: flag(),
    interlock: orNull(text(1, 24)),
  }),
  terminals: ['a', 'b'],
  sheet: { resistanceOhm: ['Resistance', 'Ω'], ratingA: ['Rated current', 'A'] },
  older: {
    3: () => ({ follows: null, selfLimiting: false }),
    5: () => ({ interlock: null }),
  },
});
