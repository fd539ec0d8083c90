import type { Id } from '../../document/basics.ts';
import { CONDITIONS, type ConditionId } from '../../document/part/part.ts';
import { id, num, oneOfText, orNull, record, tagIs } from '../../document/schemaKit.ts';
import { figure, given, use } from '../../engine/formula.ts';
import { coilCurrent } from '../../formulas/demand.ts';
import { type Elemental, elementKind, ohm, volt } from '../elementKind.ts';

export interface CoilElement extends Elemental<'coil'> {
  plus: Id;
  minus: Id;
  resistanceOhm: number;
  contactId: Id;
  /** A voltage-sensing relay pulls in only while this holds beside its feed; null for a plain coil. */
  needs: ConditionId | null;
  /** Thresholds of one that senses the voltage at its feed by itself; null for a plain coil. */
  senses: Senses | null;
}

/** Closes at or above one voltage and opens below another, after a delay. */
export interface Senses {
  closeV: number;
  openV: number;
  delayS: number;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    coil: CoilElement;
  }
  interface ElementRoles {
    coil: 'consumer';
  }
}

export const coilElement = elementKind({
  kind: 'coil',
  role: 'consumer',
  schema: record({
    kind: tagIs('coil'),
    id: id(),
    plus: id(),
    minus: id(),
    resistanceOhm: ohm(),
    contactId: id(),
    needs: orNull(oneOfText(CONDITIONS)),
    senses: orNull(record({ closeV: volt(), openV: volt(), delayS: num({ min: 0, max: 3600, unit: 's' }) })),
  }),
  terminals: ['plus', 'minus'],
  sheet: { resistanceOhm: ['Resistance', 'Ω'] },
  older: {
    3: () => ({ needs: null }),
    5: () => ({ senses: null }),
  },
  draw: ({ resistanceOhm }, { systemVoltageV, address }) => ({
    designCurrentA: use(coilCurrent, { systemVoltageV, resistanceOhm }, address, {
      systemVoltageV: given('brief'),
      resistanceOhm: given('part sheet'),
    }),
    origin: figure(address),
    surgeFactor: 1,
    operating: { kind: 'resistance', ohm: resistanceOhm },
  }),
});
