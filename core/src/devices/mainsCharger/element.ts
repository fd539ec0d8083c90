import type { Id } from '../../document/basics.ts';
import { id, orNull, record, tagIs } from '../../document/schemaKit.ts';
import { given } from '../../engine/formula.ts';
import { amp, type Elemental, elementKind, share, volt } from '../elementKind.ts';

/** Charges from the mains or a generator; its mains side is a licensed person's. */
export interface MainsChargerElement extends Elemental<'mainsCharger'> {
  plus: Id;
  minus: Id;
  outputA: number;
  outputV: number;
  efficiencyShare: number;
  /** Line terminal it is fed at; null where the sheet shows none. */
  acIn: Id | null;
  /** In one case with others: the most they give together at the one output they share; null where it has its own. */
  togetherA: number | null;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    mainsCharger: MainsChargerElement;
  }
  interface ElementRoles {
    mainsCharger: 'charging';
  }
}

export const mainsChargerElement = elementKind({
  kind: 'mainsCharger',
  role: 'charging',
  schema: record({
    kind: tagIs('mainsCharger'),
    id: id(),
    plus: id(),
    minus: id(),
    outputA: amp(),
    outputV: volt(),
    efficiencyShare: share(),
    acIn: orNull(id()),
    togetherA: orNull(amp()),
  }),
  terminals: ['plus', 'minus', 'acIn'],
  sheet: { outputA: ['Output current', 'A'], outputV: ['Output voltage', 'V'], efficiencyShare: ['Efficiency', ''] },
  older: {
    3: () => ({ acIn: null }),
    5: () => ({ togetherA: null }),
  },
  charging: {
    charge: ({ outputA }) => ({ designCurrentA: outputA, origin: given('part sheet: output current'), outputA }),
    scenario: { id: 'mains', title: 'Mains or generator', says: 'mains charger at its rating, no load' },
    sourceName: 'mains or generator',
    needs: 'mainsPresent',
    fedAt: ({ acIn }) => acIn,
    meanW: () => 0,
  },
});
