import type { Id } from '../document/basics.ts';
import type { Catalogue, Part, PartKind } from '../document/part/part.ts';
import type { Design, DesignWish } from './design.ts';
import { COLD_VOLTAGE_SHARE, elementOf } from './partSheet.ts';

const atLeastOne = (n: number): number => Math.max(1, Math.round(n));

/** A part asked for by its id, of the kind it is asked for as. @throws RangeError */
export function asked(catalogue: Catalogue, id: Id, kind: PartKind, field: string): Part {
  const part = catalogue.parts.find((p) => p.id === id);
  if (part?.kind !== kind)
    throw new RangeError(`${field} is "${id}"; accepted: one of the catalogue’s ${kind} parts, or one’s own`);
  return part;
}

/** The bank asked for, of as many strings; its parts in series make the system's voltage. @throws RangeError */
export function askedBank(
  catalogue: Catalogue,
  wish: NonNullable<DesignWish['bank']>,
  systemVoltageV: number,
): Design['bank'] {
  const part = asked(catalogue, wish.partId, 'battery', 'bank');
  const { nominalV } = elementOf(part, 'battery');
  const series = systemVoltageV / nominalV;
  if (!Number.isInteger(series))
    throw new RangeError(`bank is ${part.name}, ${nominalV} V; accepted: one that makes ${systemVoltageV} V in series`);
  return { part, series, strings: atLeastOne(wish.strings) };
}

/** The sun asked for; what its controllers cannot take is told. @throws RangeError */
export function askedSun(
  catalogue: Catalogue,
  wish: NonNullable<DesignWish['sun']>,
  cautions: string[],
): Design['sun'] {
  const module = asked(catalogue, wish.moduleId, 'solarModule', 'sun.module');
  const controller = asked(catalogue, wish.controllerId, 'solarController', 'sun.controller');
  const series = atLeastOne(wish.series);
  const coldV = (series * elementOf(module, 'solarSource').openCircuitV) / COLD_VOLTAGE_SHARE;
  const { inputMaxV } = elementOf(controller, 'charger');
  if (coldV > inputMaxV)
    cautions.push(
      `${series} modules in series may reach ${Math.round(coldV)} V in the cold; the controller takes ${inputMaxV} V.`,
    );
  return {
    module,
    series,
    strings: atLeastOne(wish.strings),
    controller,
    controllers: atLeastOne(wish.controllers),
  };
}
