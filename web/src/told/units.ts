import { SI, type UnitChoice } from '@ombrik/core/units/choice';
import { inUnits, isPlain, numberInPlace } from '@ombrik/core/units/inUnits';

/**
 * In what units whoever has this device reads. It is one thing for the whole page, as its language is: it is set at the
 * door, before anything behind it is drawn, and what is behind is drawn anew when it changes.
 */
let choice: UnitChoice = SI;
let money: string | undefined;
let plain = true;

export function takeUnits(next: UnitChoice, currency?: string): void {
  choice = next;
  money = currency;
  plain = isPlain(next);
}
export const unitsNow = (): UnitChoice => choice;
/** Whether figures are told just as they are worded, so that nothing need be looked at. */
export const isToldPlain = (): boolean => plain;

/** A sentence with its figures in the units of whoever reads it. */
export const told = (text: string): string => (plain ? text : inUnits(text, choice, money));
/** A bare figure of a column. */
export const toldNumber = (text: string): string => (plain ? text : numberInPlace(text, choice));

/** Marks of a rule drawn along a board: how far apart they are, and what stands at the nth. */
export const ruleMarks = (): { apartMm: number; says: (n: number) => string } =>
  choice.length === 'in'
    ? { apartMm: 4 * 25.4, says: (n) => `${n * 4}″` }
    : { apartMm: 100, says: (n) => String(n * 100) };

/** A length on a drawing that says elsewhere what it is measured in: the bare millimetres, or inches with their mark. */
export const onDrawing = (lengthMm: number): string => {
  const whole = Math.round(lengthMm);
  return choice.length === 'in' ? inUnits(`${whole} mm`, choice).replace(' in', '″') : String(whole);
};
