import type { Id } from '../../document/basics.ts';
import { id, oneOfText, orNull, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind, share, volt } from '../elementKind.ts';

export interface ChargerElement extends Elemental<'charger'> {
  source: 'dcdc' | 'solar';
  inPlus: Id;
  inMinus: Id;
  outPlus: Id;
  outMinus: Id;
  outputA: number;
  outputV: number;
  efficiencyShare: number;
  /**
   * From the maker's sheet: of a converter what it takes at most (null: work it out at the feed's lowest voltage), of a
   * solar controller the largest short-circuit current its input stands.
   */
  inputMaxA: number | null;
  inputMaxV: number;
  /** A trigger that must be live for it to work; null where it starts by itself. */
  enable: Id | null;
  /** In one case with others: the most they give together at the one output they share; null where it has its own. */
  togetherA: number | null;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    charger: ChargerElement;
  }
  interface ElementRoles {
    charger: 'charger';
  }
}

export const chargerElement = elementKind({
  kind: 'charger',
  role: 'charger',
  schema: record({
    kind: tagIs('charger'),
    id: id(),
    source: oneOfText(['dcdc', 'solar']),
    inPlus: id(),
    inMinus: id(),
    outPlus: id(),
    outMinus: id(),
    outputA: amp(),
    outputV: volt(),
    efficiencyShare: share(),
    inputMaxA: orNull(amp()),
    inputMaxV: volt(),
    enable: orNull(id()),
    togetherA: orNull(amp()),
  }),
  terminals: ['inPlus', 'inMinus', 'outPlus', 'outMinus', 'enable'],
  sheet: {
    outputA: ['Output current', 'A'],
    outputV: ['Output voltage', 'V'],
    efficiencyShare: ['Efficiency', ''],
    inputMaxV: ['Highest input voltage', 'V'],
  },
  older: {
    3: () => ({ enable: null }),
    5: () => ({ togetherA: null }),
  },
});
