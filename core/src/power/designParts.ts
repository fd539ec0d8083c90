import type { Id } from '../document/basics.ts';
import type { Chemistry } from '../document/brief/brief.ts';
import { blankItem } from '../document/item/blankItem.ts';
import type { Item } from '../document/item/item.ts';
import { newLoad } from '../document/item/newLoad.ts';
import type { Catalogue, Part } from '../document/part/part.ts';
import type { Design } from './design.ts';

/**
 * A feeder fuse holder for a part of the board, by what a bank of the chemistry can push through it.
 * @example
 * feederHolderId('lifepo4'); // 'holder-classT'
 */
export const feederHolderId = (chemistry: Chemistry): string =>
  chemistry === 'lifepo4' ? 'holder-classT' : 'holder-sf30';

export const SUN_PARTS = { isolator: 'isolator-solar-32', stringHolder: 'breaker-din-1p' } as const;
export const MAINS_PARTS = { inlet: 'mains-inlet', breaker: 'mains-rcbo-16-30' } as const;
/** From so many strings side by side a sound one may push more into a faulty one than its modules bear (IEC 62548). */
const FUSED_FROM_STRINGS = 3;

/**
 * How many strings hang on a controller, the controllers in turn.
 * @example
 * stringsOn({ strings: 5, controllers: 2 }, 0); // 3
 */
export const stringsOn = (sun: { strings: number; controllers: number }, controller: number): number =>
  Math.floor(sun.strings / sun.controllers) + (controller < sun.strings % sun.controllers ? 1 : 0);
/**
 * Whether strings of which so many lie side by side are fused one by one.
 * @example
 * stringsAreFused(2); // false
 */
export const stringsAreFused = (beside: number): boolean => beside >= FUSED_FROM_STRINGS;

const fusedStrings = ({ sun }: Design): number =>
  sun
    ? Array.from({ length: sun.controllers }, (_, n) => stringsOn(sun, n))
        .filter(stringsAreFused)
        .reduce((sum, n) => sum + n, 0)
    : 0;

/** What stands ahead of the loads on an inverter. */
export const mainsUnitId = (loads: number): string => (loads > 4 ? 'consumer-unit-6' : 'consumer-unit-4');

/** Counted parts of a design, in the order of the board. */
export function designParts(design: Design, catalogue: Catalogue): { part: Part; quantity: number; role: string }[] {
  const feeders =
    design.blocks.length +
    (design.sun?.controllers ?? 0) +
    (design.dcdc ? 2 : 0) +
    (design.relay ? 2 : 0) +
    (design.mainsCharger ? 1 : 0);
  const id = (x: string) => catalogue.parts.find((p) => p.id === x)!;
  const taps =
    1 +
    design.blocks.length +
    (design.sun?.controllers ?? 0) +
    [design.inverter, design.dcdc, design.relay, design.mainsCharger].filter(Boolean).length;
  const bars = Math.max(1, Math.ceil((taps - 1) / 5));
  const lines: { part: Part | null | undefined; quantity: number; role: string }[] = [
    { part: design.bank.part, quantity: design.bank.series * design.bank.strings, role: 'bank' },
    {
      part: id('holder-classT'),
      // Strings side by side meet at a main fuse.
      quantity: design.bank.strings + (design.bank.strings > 1 ? 1 : 0) + (design.inverter ? 1 : 0),
      role: 'battery and inverter fuses',
    },
    { part: design.isolator, quantity: 1, role: 'isolator' },
    { part: design.shunt, quantity: 1, role: 'monitor shunt' },
    { part: id(`bar-plus-${design.bar}`), quantity: bars, role: 'bus bar +' },
    { part: id(`bar-minus-${design.bar}`), quantity: bars, role: 'bus bar −' },
    { part: id(feederHolderId(design.chemistry)), quantity: feeders, role: 'feeder fuses' },
    { part: design.inverter, quantity: 1, role: 'inverter' },
    { part: design.sun?.module, quantity: (design.sun?.series ?? 0) * (design.sun?.strings ?? 0), role: 'sun' },
    { part: design.sun?.controller, quantity: design.sun?.controllers ?? 0, role: 'sun controller' },
    { part: id(SUN_PARTS.isolator), quantity: design.sun?.controllers ?? 0, role: 'sun isolator' },
    { part: id(SUN_PARTS.stringHolder), quantity: fusedStrings(design), role: 'string fuses' },
    { part: id(MAINS_PARTS.inlet), quantity: design.mainsCharger ? 1 : 0, role: 'mains inlet' },
    { part: id(MAINS_PARTS.breaker), quantity: design.mainsCharger ? 1 : 0, role: 'ahead of the charger' },
    {
      part: id(mainsUnitId(design.mainsLoads)),
      quantity: design.inverter && design.mainsLoads > 0 ? 1 : 0,
      role: 'ahead of the mains loads',
    },
    { part: design.dcdc, quantity: 1, role: 'alternator charger' },
    { part: design.relay, quantity: 1, role: 'alternator relay' },
    { part: design.mainsCharger, quantity: 1, role: 'mains charger' },
    ...[...new Set(design.blocks)].map((part) => ({
      part,
      quantity: design.blocks.filter((b) => b === part).length,
      role: 'fuse block',
    })),
  ];
  // What serves in two places is bought as one.
  const byPart = new Map<Id, { part: Part; quantity: number; role: string }>();
  for (const { part, quantity, role } of lines) {
    if (!part || quantity <= 0) continue;
    const known = byPart.get(part.id);
    if (known) byPart.set(part.id, { part, quantity: known.quantity + quantity, role: `${known.role}, ${role}` });
    else byPart.set(part.id, { part, quantity, role });
  }
  return [...byPart.values()];
}

/** Stand-in items of a design, for the year's model: it counts parts and does not look at places. */
export function designItems(design: Design, catalogue: Catalogue): Item[] {
  return designParts(design, catalogue).flatMap(({ part, quantity }) =>
    Array.from({ length: quantity }, (_, i) =>
      blankItem({
        id: `design_${part.id}_${i}`,
        designation: part.id,
        partId: part.id,
        load: part.kind === 'load' ? newLoad() : null,
      }),
    ),
  );
}
