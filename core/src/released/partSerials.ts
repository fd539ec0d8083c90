import type { BuildRecord } from '../build/buildState.ts';
import type { Id } from '../document/basics.ts';
import type { Item } from '../document/item/item.ts';
import type { Part, PartKind } from '../document/part/part.ts';

/** Kinds of part whose maker numbers each one. Common practice, no source. */
const NUMBERED: ReadonlySet<PartKind> = new Set<PartKind>([
  'battery',
  'inverter',
  'mainsCharger',
  'dcdcCharger',
  'solarController',
  'windController',
  'monitor',
  'transferRelay',
  'solarModule',
]);

/**
 * Whether each one of a part bears a number of its own.
 * @example
 * bearsSerial({ kind: 'battery' }); // true
 */
export const bearsSerial = (part: Pick<Part, 'kind'>): boolean => NUMBERED.has(part.kind);

/** A part that bears a number, on one of a job's boards. */
export interface PartSerial {
  unit: number;
  itemId: Id;
  designation: string;
  partName: string;
  /** As it was read off the part; null where nobody wrote it down. */
  serial: string | null;
  personName: string;
  at: string;
}

/**
 * The numbers of a job's parts as the floor wrote them down: of several words on one part the last counts.
 * @param parts by id
 * @example
 * partSerials([], [], new Map(), [1]); // []
 */
export function partSerials(
  records: readonly (Pick<BuildRecord, 'said' | 'personName' | 'at'> & { unit: number })[],
  items: readonly Pick<Item, 'id' | 'partId' | 'designation' | 'name'>[],
  parts: ReadonlyMap<Id, Pick<Part, 'kind' | 'name'>>,
  units: readonly number[],
): PartSerial[] {
  const last = new Map<string, { serial: string; personName: string; at: string }>();
  for (const { unit, said, personName, at } of records)
    if (said.kind === 'serial') last.set(`${unit} ${said.itemId}`, { serial: said.serial, personName, at });
  return units.flatMap((unit) =>
    items.flatMap((item): PartSerial[] => {
      const part = parts.get(item.partId);
      if (!part || !bearsSerial(part)) return [];
      const known = last.get(`${unit} ${item.id}`) ?? { serial: null, personName: '', at: '' };
      const partName = item.name ? `${item.name}, ${part.name}` : part.name;
      return [{ unit, itemId: item.id, designation: item.designation, partName, ...known }];
    }),
  );
}
