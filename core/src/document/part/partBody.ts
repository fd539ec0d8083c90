import type { Part, PartBody, PartData, PartKind } from './part.ts';

const HANDLED: readonly PartKind[] = ['isolator', 'fuseHolder', 'fuseBlock', 'button', 'mainsPanel', 'connector'];
const READ: readonly PartKind[] = ['solarController', 'dcdcCharger', 'mainsCharger', 'inverter'];
const BREATHES: readonly PartKind[] = ['inverter', 'mainsCharger', 'dcdcCharger', 'solarController'];

/**
 * What a kind of part asks of its place when its sheet says nothing else: switches and fuses are reached, displays seen,
 * hot devices draw air from below, batteries are strapped. Common practice, no source.
 */
export function bodyOf(part: { kind: PartKind; elements: readonly { kind: string; chemistry?: unknown }[] }): PartBody {
  const { kind, elements } = part;
  return {
    outline: null,
    fans: BREATHES.includes(kind)
      ? [
          { side: 'bottom', air: 'in' },
          { side: 'top', air: 'out' },
        ]
      : [],
    reach: HANDLED.includes(kind) ? 'hand' : READ.includes(kind) ? 'see' : 'none',
    heldBy: kind === 'battery' ? 'strap' : 'screws',
    gives: elements.some((e) => e.kind === 'battery' && e.chemistry === 'agm') ? 'gas' : 'nothing',
    sensesBattery: false,
    openTerminals: kind === 'busBar' || kind === 'battery',
  };
}

/** A part of the catalogue from its data: what its sheet says goes before what its kind says. */
export const completePart = (data: PartData): Part => ({ ...data, body: { ...bodyOf(data), ...data.body } });
