import { toldIn } from '@ombrik/core/units/figures';
import { readTyped, typedOf } from '@ombrik/core/units/typed';
import { unitsNow } from './units.ts';

/** How a field takes a figure of a unit from whoever has this device. */
export interface FieldUnit {
  /** What stands behind the field. */
  says: string;
  /** What stands in it for what is kept. */
  typed: (kept: number) => string;
  /** A limit of what is kept, to be read and not typed. */
  about: (kept: number) => string;
  /** What is kept for what was typed, NaN for what is no number. */
  kept: (typed: string) => number;
  /** Whether it is told otherwise than it is kept. */
  turned: boolean;
}

/** @param unit the kept unit, and what else stands behind the field: `mm`, `mm free`, `V at rest` */
export function fieldUnit(unit: string): FieldUnit {
  const choice = unitsNow();
  const [own = '', ...rest] = unit.split(' ');
  const shown = toldIn(own, choice).unit;
  const turned = shown !== own;
  return {
    says: [shown, ...rest].join(' '),
    typed: (kept) => typedOf(kept, own, choice),
    kept: (typed) => readTyped(typed, own, choice),
    about: (kept) => (turned ? String(Number(Number(typedOf(kept, own, choice)).toPrecision(3))) : String(kept)),
    turned,
  };
}
