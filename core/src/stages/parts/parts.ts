import { deviceOf } from '../../devices/registry.ts';
import type { Id } from '../../document/basics.ts';
import type { Item } from '../../document/item/item.ts';
import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import { type Catalogue, isBreaker, type Part } from '../../document/part/part.ts';
import type { Workshop } from '../../document/workshop/workshop.ts';
import { compareNatural } from '../../engine/compareText.ts';
import type { SizedSeat } from '../sizing/sizingResult.ts';
import type { MadeCable } from '../terminations/terminations.ts';

export interface PartsLine {
  group: 'device' | 'fuse' | 'cable' | 'end' | 'shrink' | 'sleeve';
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

/** Groups of a parts list in the order they are read. */
export const PART_GROUPS: readonly PartsLine['group'][] = ['device', 'fuse', 'cable', 'end', 'shrink', 'sleeve'];

const cents = (x: number) => Math.round(x * 100) / 100;

type Entry = { id: Id; name: string; price: number | null; leadTimeDays: number | null };
type Contribution = Entry & { group: PartsLine['group']; quantity: number };
const soon = (id: Id, name: string, price: number | null): Entry => ({ id, name, price, leadTimeDays: null });

/** What one cable asks for. */
export function partsOfCable(cable: MadeCable, catalogue: Catalogue): Contribution[] {
  const { lug: lugs, shrink: shrinks, cableType } = catalogueIndex(catalogue);
  const found: Contribution[] = [];
  // Fields are named one by one: copying objects whole is what costs most here.
  const put = (group: PartsLine['group'], { id, name, price, leadTimeDays }: Entry, quantity: number) =>
    found.push({ id, name, price, leadTimeDays, group, quantity });
  const pricePerM = cableType.get(cable.cableTypeId ?? '')?.pricePerM ?? null;
  if (cable.lead) {
    const lead = catalogue.parts.find((p) => p.id === cable.lead!.partId);
    if (lead) put('device', lead, 1);
    return found;
  }
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
  if (cable.sleeve) {
    const sleeve = catalogueIndex(catalogue).sleeve.get(cable.sleeve.sleeveId);
    if (sleeve) put('sleeve', soon(sleeve.id, sleeve.name, sleeve.pricePerM), cable.sleeve.lengthMm / 1000);
  }
  for (const { remark } of cable.cores) {
    const tube = shrinks.get(remark?.shrinkId ?? '');
    if (tube && remark) put('shrink', soon(tube.id, tube.name, tube.pricePerM), (2 * remark.eachMm) / 1000);
  }
  for (const core of cable.cores)
    for (const end of [core.from, core.to]) {
      const lug = lugs.get(end.lug.value ?? '');
      if (lug) put('end', soon(lug.id, lug.name, lug.price), 1);
      const shrink = shrinks.get(end.shrinkId ?? '');
      if (shrink) put('shrink', soon(shrink.id, shrink.name, shrink.pricePerM), end.shrinkMm / 1000);
    }
  return found;
}

/** Lines under way, by group, part and supply. */
type Lines = Map<string, PartsLine>;
export type PartsLines = ReadonlyMap<string, PartsLine>;
type Listed = Pick<Item, 'id' | 'partId' | 'designation' | 'ownership'>;

function addTo(
  lines: Lines,
  group: PartsLine['group'],
  entry: Entry,
  quantity: number,
  by: string,
  supply: Item['ownership'] = 'workshop',
): void {
  const key = `${group}/${entry.id}/${supply}`;
  let line = lines.get(key);
  if (!line) {
    const bought = supply === 'workshop';
    line = {
      group,
      partId: entry.id,
      name: entry.name,
      quantity: 0,
      unit: group === 'cable' || group === 'shrink' || group === 'sleeve' ? 'm' : 'pcs',
      priceEach: bought ? entry.price : null,
      total: null,
      leadTimeDays: bought ? entry.leadTimeDays : null,
      supply,
      usedBy: [],
    };
    lines.set(key, line);
  }
  line.quantity += quantity;
  line.usedBy.push(by);
}

/** Devices on the board. Loads and feeds are the customer's and left out. */
export function deviceLines(items: readonly Listed[], parts: ReadonlyMap<Id, Part>): PartsLines {
  const lines: Lines = new Map();
  for (const item of items) {
    const part = parts.get(item.partId);
    if (!part || deviceOf(part.kind).customers) continue;
    addTo(lines, 'device', part, 1, item.designation, item.ownership);
  }
  return lines;
}

/** Fuse links in their seats, and spares. */
export function fuseLines(
  items: readonly Pick<Item, 'id' | 'designation'>[],
  seats: readonly Pick<SizedSeat, 'itemId' | 'seatId' | 'link'>[],
  catalogue: Catalogue,
  spareLinks: number,
): PartsLines {
  const lines: Lines = new Map();
  const { fuseLink } = catalogueIndex(catalogue);
  const designation = new Map(items.map((i) => [i.id, i.designation]));
  for (const seat of seats) {
    const link = fuseLink.get(seat.link.value ?? '');
    if (link)
      addTo(lines, 'fuse', soon(link.id, link.name, link.price), 1, `${designation.get(seat.itemId)}:${seat.seatId}`);
  }
  if (spareLinks > 0)
    for (const id of new Set(seats.map((s) => s.link.value))) {
      const link = fuseLink.get(id ?? '');
      if (link && !isBreaker(link.style))
        addTo(lines, 'fuse', soon(link.id, link.name, link.price), spareLinks, 'spare');
    }
  return lines;
}

/** Cables are gathered by so many: an edit of one gathers its few neighbours again, not all. */
const TOGETHER = 20;
export const inChunks = <T>(list: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(list.length / TOGETHER) }, (_, n) => list.slice(n * TOGETHER, (n + 1) * TOGETHER));

/** Cable, ends, tube and sleeve of some cables. */
export function cableLines(cables: readonly MadeCable[], catalogue: Catalogue): PartsLines {
  const lines: Lines = new Map();
  for (const cable of cables)
    for (const c of partsOfCable(cable, catalogue)) addTo(lines, c.group, c, c.quantity, cable.designation);
  return lines;
}

function together(all: readonly PartsLines[]): PartsLine[] {
  const lines: Lines = new Map();
  for (const some of all)
    for (const [key, line] of some) {
      const known = lines.get(key);
      if (!known) lines.set(key, { ...line, usedBy: [...line.usedBy] });
      else {
        known.quantity += line.quantity;
        for (const by of line.usedBy) known.usedBy.push(by);
      }
    }
  return [...lines.values()];
}

/** Everything to have on the bench before the build starts. */
export function partsList(
  devices: PartsLines,
  fuses: PartsLines,
  ofCables: readonly PartsLines[],
  prices: Workshop['prices'],
): PartsLine[] {
  return [...devices.values(), ...fuses.values(), ...together(ofCables)]
    .map((line) => {
      // Metres are bought in tenths, so the printed quantity is what is priced.
      const quantity = line.unit === 'm' ? Math.ceil(line.quantity * 10 - 1e-9) / 10 : line.quantity;
      const priceEach = line.supply === 'workshop' ? (prices[line.partId] ?? line.priceEach) : line.priceEach;
      return { ...line, quantity, priceEach, total: priceEach === null ? null : cents(quantity * priceEach) };
    })
    .sort((a, b) => PART_GROUPS.indexOf(a.group) - PART_GROUPS.indexOf(b.group) || compareNatural(a.name, b.name));
}
