import type { Id, Item } from '../../board/board.ts';
import { catalogueIndex } from '../../catalogue/catalogueIndex.ts';
import type { Catalogue, Part } from '../../catalogue/part.ts';
import { compareNatural } from '../../compareText.ts';
import type { SizedSeat } from '../sizing/sizing.ts';
import type { MadeCable } from '../terminations/terminations.ts';

export interface PartsLine {
  group: 'device' | 'fuse' | 'cable' | 'end' | 'shrink';
  partId: Id;
  name: string;
  quantity: number;
  unit: 'pcs' | 'm';
  priceEach: number | null;
  total: number | null;
  leadTimeDays: number | null;
  /** The customer's own and second-hand parts are listed, not bought. */
  supply: Item['ownership'];
  usedBy: string[];
}

const cents = (x: number) => Math.round(x * 100) / 100;

/** Everything to have on the bench before the build starts. Loads and feeds are the customer's and left out. */
export function partsList(
  items: readonly Item[],
  parts: ReadonlyMap<Id, Part>,
  seats: readonly SizedSeat[],
  cables: readonly MadeCable[],
  catalogue: Catalogue,
): PartsLine[] {
  const lines = new Map<string, PartsLine>();
  const add = (
    given: Omit<PartsLine, 'total' | 'usedBy' | 'supply'> & { supply?: PartsLine['supply'] },
    by: string,
  ) => {
    const line = { supply: 'workshop' as const, ...given };
    const key = `${line.group}/${line.partId}/${line.supply}`;
    const known = lines.get(key);
    if (known) {
      known.quantity += line.quantity;
      known.usedBy.push(by);
    } else lines.set(key, { ...line, total: null, usedBy: [by] });
  };
  for (const item of items) {
    const part = parts.get(item.partId);
    if (!part || part.kind === 'load' || part.kind === 'feed') continue;
    add(
      {
        group: 'device',
        partId: part.id,
        name: part.name,
        quantity: 1,
        unit: 'pcs',
        priceEach: item.ownership === 'workshop' ? part.price : null,
        leadTimeDays: item.ownership === 'workshop' ? part.leadTimeDays : null,
        supply: item.ownership,
      },
      item.designation,
    );
  }
  const { fuseLink, lug: lugs, shrink: shrinks, cableType } = catalogueIndex(catalogue);
  const designation = new Map(items.map((i) => [i.id, i.designation]));
  for (const seat of seats) {
    const link = fuseLink.get(seat.link.value ?? '');
    if (link)
      add(
        {
          group: 'fuse',
          partId: link.id,
          name: link.name,
          quantity: 1,
          unit: 'pcs',
          priceEach: link.price,
          leadTimeDays: null,
        },
        `${designation.get(seat.itemId)}:${seat.seatId}`,
      );
  }
  for (const cable of cables) {
    const type = cableType.get(cable.cableTypeId ?? '');
    cable.cores.forEach((core) => {
      const name = `${cable.cableTypeName}, ${core.colour}`;
      add(
        {
          group: 'cable',
          partId: `${cable.cableTypeId ?? cable.areaMm2}/${core.colour}`,
          name,
          quantity: cable.cutMm / 1000,
          unit: 'm',
          priceEach: type?.pricePerM ?? null,
          leadTimeDays: null,
        },
        cable.designation,
      );
      for (const end of [core.from, core.to]) {
        const lug = lugs.get(end.lug.value ?? '');
        if (lug)
          add(
            {
              group: 'end',
              partId: lug.id,
              name: lug.name,
              quantity: 1,
              unit: 'pcs',
              priceEach: lug.price,
              leadTimeDays: null,
            },
            cable.designation,
          );
        const shrink = shrinks.get(end.shrinkId ?? '');
        if (shrink)
          add(
            {
              group: 'shrink',
              partId: shrink.id,
              name: shrink.name,
              quantity: end.shrinkMm / 1000,
              unit: 'm',
              priceEach: shrink.pricePerM,
              leadTimeDays: null,
            },
            cable.designation,
          );
      }
    });
  }
  const order = ['device', 'fuse', 'cable', 'end', 'shrink'];
  return [...lines.values()]
    .map((line) => {
      // Metres are bought in tenths, so the printed quantity is what is priced.
      const quantity = line.unit === 'm' ? Math.ceil(line.quantity * 10 - 1e-9) / 10 : line.quantity;
      return { ...line, quantity, total: line.priceEach === null ? null : cents(quantity * line.priceEach) };
    })
    .sort((a, b) => order.indexOf(a.group) - order.indexOf(b.group) || compareNatural(a.name, b.name));
}
