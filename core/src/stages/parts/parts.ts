import type { Id, Item } from '../../board/board.ts';
import { catalogueIndex } from '../../catalogue/catalogueIndex.ts';
import { type Catalogue, isBreaker, type Part } from '../../catalogue/part.ts';
import { compareNatural } from '../../compareText.ts';
import type { Workshop } from '../../rules/workshop.ts';
import type { SizedSeat } from '../sizing/sizingResult.ts';
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

type Entry = { id: Id; name: string; price: number | null; leadTimeDays: number | null };
type Contribution = Entry & { group: PartsLine['group']; quantity: number; slot: number };
const soon = (id: Id, name: string, price: number | null): Entry => ({ id, name, price, leadTimeDays: null });

const known = new WeakMap<Catalogue, WeakMap<MadeCable, Contribution[]>>();

/** A small number for each kind of thing cables take. */
const slots = new Map<string, number>();
function slotOf(key: string): number {
  let slot = slots.get(key);
  if (slot === undefined) {
    slot = slots.size;
    slots.set(key, slot);
  }
  return slot;
}

/** What one cable takes; kept as long as the cable stays as it is made. */
function contributionsOf(cable: MadeCable, catalogue: Catalogue): Contribution[] {
  let own = known.get(catalogue);
  if (!own) {
    own = new WeakMap();
    known.set(catalogue, own);
  }
  let list = own.get(cable);
  if (!list) {
    list = listOf(cable, catalogue);
    own.set(cable, list);
  }
  return list;
}

function listOf(cable: MadeCable, catalogue: Catalogue): Contribution[] {
  const { lug: lugs, shrink: shrinks, cableType } = catalogueIndex(catalogue);
  const found: Contribution[] = [];
  const put = (group: PartsLine['group'], entry: Entry, quantity: number) =>
    found.push({ ...entry, group, quantity, slot: slotOf(`${group}/${entry.id}`) });
  const pricePerM = cableType.get(cable.cableTypeId ?? '')?.pricePerM ?? null;
  const type = String(cable.cableTypeId ?? `${cable.cores.length}x${cable.areaMm2}`);
  const oneColour = cable.cores.length === 1 && !cable.flat ? cable.cores[0]!.colour : null;
  if (cable.cores.length > 0)
    put(
      'cable',
      oneColour
        ? soon(`${type}/${oneColour}`, `${cable.cableTypeName}, ${oneColour}`, pricePerM)
        : soon(type, cable.cableTypeName, pricePerM),
      cable.cutMm / 1000,
    );
  for (const core of cable.cores)
    for (const end of [core.from, core.to]) {
      const lug = lugs.get(end.lug.value ?? '');
      if (lug) put('end', soon(lug.id, lug.name, lug.price), 1);
      const shrink = shrinks.get(end.shrinkId ?? '');
      if (shrink) put('shrink', soon(shrink.id, shrink.name, shrink.pricePerM), end.shrinkMm / 1000);
    }
  return found;
}

/** Everything to have on the bench before the build starts. Loads and feeds are the customer's and left out. */
export function partsList(
  items: readonly Item[],
  parts: ReadonlyMap<Id, Part>,
  seats: readonly SizedSeat[],
  cables: readonly MadeCable[],
  catalogue: Catalogue,
  workshop: Pick<Workshop, 'spareLinks'>,
): PartsLine[] {
  const lines = new Map<string, PartsLine>();
  const begin = (group: PartsLine['group'], entry: Entry, supply: Item['ownership']): PartsLine => {
    const bought = supply === 'workshop';
    return {
      group,
      partId: entry.id,
      name: entry.name,
      quantity: 0,
      unit: group === 'cable' || group === 'shrink' ? 'm' : 'pcs',
      priceEach: bought ? entry.price : null,
      total: null,
      leadTimeDays: bought ? entry.leadTimeDays : null,
      supply,
      usedBy: [],
    };
  };
  const add = (group: PartsLine['group'], entry: Entry, quantity: number, by: string, supply: Item['ownership']) => {
    const key = `${group}/${entry.id}/${supply}`;
    let line = lines.get(key);
    if (!line) {
      line = begin(group, entry, supply);
      lines.set(key, line);
    }
    line.quantity += quantity;
    line.usedBy.push(by);
  };
  for (const item of items) {
    const part = parts.get(item.partId);
    if (!part || part.kind === 'load' || part.kind === 'feed') continue;
    add('device', part, 1, item.designation, item.ownership);
  }
  const { fuseLink } = catalogueIndex(catalogue);
  const designation = new Map(items.map((i) => [i.id, i.designation]));
  for (const seat of seats) {
    const link = fuseLink.get(seat.link.value ?? '');
    if (link)
      add(
        'fuse',
        soon(link.id, link.name, link.price),
        1,
        `${designation.get(seat.itemId)}:${seat.seatId}`,
        'workshop',
      );
  }
  if (workshop.spareLinks > 0)
    for (const id of new Set(seats.map((s) => s.link.value))) {
      const link = fuseLink.get(id ?? '');
      if (link && !isBreaker(link.style))
        add('fuse', soon(link.id, link.name, link.price), workshop.spareLinks, 'spare', 'workshop');
    }
  // Cables are many and what they take is alike: looked up by number, not by text.
  const bySlot: PartsLine[] = [];
  for (const cable of cables)
    for (const c of contributionsOf(cable, catalogue)) {
      let line = bySlot[c.slot];
      if (!line) {
        line = begin(c.group, c, 'workshop');
        bySlot[c.slot] = line;
        lines.set(`${c.group}/${c.id}/cables`, line);
      }
      line.quantity += c.quantity;
      line.usedBy.push(cable.designation);
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
