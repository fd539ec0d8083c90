import type { Part, PartBody, PartData, PartKind } from '../document/part/part.ts';
import { deviceOf } from './registry.ts';

/**
 * What a part asks of its place when its sheet says nothing else, by the traits of its kind: switches and fuses are
 * reached, displays seen, hot devices draw air from below, batteries are strapped. Common practice, no source.
 * @example
 * bodyOf({ kind: 'inverter', elements: [] }).reach; // 'see'
 */
export function bodyOf(part: { kind: PartKind; elements: readonly { kind: string; chemistry?: unknown }[] }): PartBody {
  const kind = deviceOf(part.kind);
  return {
    outline: null,
    fans: kind.breathes
      ? [
          { side: 'bottom', air: 'in' },
          { side: 'top', air: 'out' },
        ]
      : [],
    reach: kind.reach,
    heldBy: kind.strapped ? 'strap' : 'screws',
    gives: part.elements.some((e) => e.chemistry === 'agm' || e.chemistry === 'vented') ? 'gas' : 'nothing',
    sensesBattery: false,
    openTerminals: kind.openTerminals,
  };
}

/** A part of the catalogue from its data: what its sheet says goes before what its kind says. */
export const completePart = (data: PartData): Part => ({ ...data, body: { ...bodyOf(data), ...data.body } });
