import type { Element, Part } from '../document/part/part.ts';

/** Voltage of a module in the cold is above its sheet: kept under this share of the controller's limit. */
export const COLD_VOLTAGE_SHARE = 0.85;

/** The element of a kind a part is known to have. */
export const elementOf = <K extends Element['kind']>(part: Part, kind: K) =>
  part.elements.find((e): e is Extract<Element, { kind: K }> => e.kind === kind)!;
