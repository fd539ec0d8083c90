import { derive } from '../derive.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import { connectTerminals } from '../document/connection/connect.ts';
import type { TerminalRef } from '../document/connection/connection.ts';
import type { Item, Place } from '../document/item/item.ts';
import { newItem, removeItems, wireToBlock } from '../document/item/items.ts';
import type { Catalogue, Part } from '../document/part/part.ts';
import { partIndex } from '../document/references.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import { cableLays } from '../layout/cableLays.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { energyOf, powerOf } from '../stages/demand/energy.ts';
import type { Design, DesignWish, Level } from './design.ts';
import { feederHolderId, MAINS_PARTS, mainsUnitId, SUN_PARTS, stringsAreFused, stringsOn } from './designParts.ts';
import { designSystem } from './designSystem.ts';
import { packOnPanel } from './packOnPanel.ts';
import { withOwnParts } from './proposals.ts';
import { settle } from './settle.ts';

const at = (item: Item, terminalId: Id): TerminalRef => ({ itemId: item.id, terminalId });
const off = (location: string): Place => ({ kind: 'location', location });

/** Builds up a run of commands against a board that changes with each of them. */
class Bench {
  readonly commands: Command[] = [];
  board: Board;
  private readonly bars: { plus: Id[]; minus: Id[] } = { plus: [], minus: [] };

  constructor(
    board: Board,
    private readonly parts: ReadonlyMap<Id, Part>,
    private readonly bar: string,
  ) {
    this.board = board;
  }

  do(commands: readonly Command[]): void {
    this.board = applyCommands(this.board, commands).board;
    this.commands.push(...commands);
  }

  part(id: Id): Part {
    const part = this.parts.get(id);
    if (!part) throw new RangeError(`part "${id}" is not in the catalogue`);
    return part;
  }

  add(partId: Id, place: Place, name = ''): Item {
    const item = newItem(this.board, this.part(partId), place, name);
    this.do([{ kind: 'add', collection: 'items', value: item, index: null }]);
    return item;
  }

  /** @param sleevedRunMm the run off the board to a source: short, and sleeved all along */
  wire(from: TerminalRef, to: TerminalRef, sleevedRunMm?: number): void {
    const made = connectTerminals(this.board, from, to);
    if (sleevedRunMm !== undefined)
      for (const command of made)
        if (command.kind === 'add' && command.collection === 'cables')
          command.value.segments = command.value.segments.map((s) => ({
            ...s,
            ...(s.kind === 'measuredRun' ? { lengthMm: sleevedRunMm } : {}),
            environment: { ...s.environment, sheathed: true },
          }));
    this.do(made);
  }

  addBar(polarity: 'plus' | 'minus'): void {
    const bar = this.add(`bar-${polarity}-${this.bar}`, { kind: 'unplaced' });
    const before = this.bars[polarity].at(-1);
    this.bars[polarity].push(bar.id);
    if (before) this.wire({ itemId: before, terminalId: 's6' }, { itemId: bar.id, terminalId: 's1' });
  }

  /** The next free stud of a bar; the last one is kept for a further bar. */
  stud(polarity: 'plus' | 'minus'): TerminalRef {
    const free = (itemId: Id) =>
      ['s1', 's2', 's3', 's4', 's5'].find(
        (terminalId) =>
          !this.board.connections.some((c) =>
            [c.from, c.to].some((r) => r.itemId === itemId && r.terminalId === terminalId),
          ),
      );
    let itemId = this.bars[polarity].at(-1)!;
    let terminalId = free(itemId);
    if (!terminalId) {
      this.addBar(polarity);
      itemId = this.bars[polarity].at(-1)!;
      terminalId = free(itemId)!;
    }
    return { itemId, terminalId };
  }

  /** Plus bar, fuse, part, minus bar. */
  feeder(holderId: Id, plus: TerminalRef, minus: TerminalRef): void {
    const fuse = this.add(holderId, { kind: 'unplaced' });
    this.wire(this.stud('plus'), { itemId: fuse.id, terminalId: 'line' });
    this.wire({ itemId: fuse.id, terminalId: 'load' }, plus);
    this.wire(this.stud('minus'), minus);
  }
}

/**
 * Half more than the largest blade fuse a block takes (30 A): what starts with more may open it. Common practice, no
 * source.
 */
const HARD_START_A = 45;
function startA({ load }: Item, systemVoltageV: number): number {
  if (load?.side !== 'dc' || load.softStart) return 0;
  return (powerOf(load, systemVoltageV) / systemVoltageV) * load.surgeFactor;
}

/** Modules one after the other, to the isolator; fused where enough others lie beside them. */
function sunString(bench: Bench, sun: NonNullable<Design['sun']>, isolator: Item, beside: number): void {
  const modules = Array.from({ length: sun.series }, () => bench.add(sun.module.id, off('roof')));
  modules.slice(1).forEach((m, i) => {
    bench.wire(at(modules[i]!, 'plus'), at(m, 'minus'));
  });
  let plus = at(modules.at(-1)!, 'plus');
  if (stringsAreFused(beside)) {
    const fuse = bench.add(SUN_PARTS.stringHolder, { kind: 'unplaced' }, 'String');
    bench.wire(plus, at(fuse, 'line'));
    plus = at(fuse, 'load');
  }
  bench.wire(plus, at(isolator, 'plusLine'));
  bench.wire(at(modules[0]!, 'minus'), at(isolator, 'minusLine'));
}

/** Line, neutral and earth of one part to those of another. */
function mainsLead(bench: Bench, from: [Item, string, string?], to: [Item, string, string?]): void {
  for (const pole of ['L', 'N', 'E'] as const) {
    const name = ([item, prefix, earth]: [Item, string, string?]): TerminalRef =>
      at(item, pole === 'E' && earth ? earth : `${prefix}${pole}`);
    bench.wire(name(from), name(to));
  }
}

/**
 * The mains side as it is drawn for a licensed person: an inlet behind its residual-current device for the charger, the
 * inverter's own output behind another for what hangs on it. Sizes are theirs to confirm.
 */
function mainsSide(bench: Bench, made: { charger: Item | null; inverter: Item | null }, loads: readonly Item[]): void {
  if (made.charger) {
    const inlet = bench.add(MAINS_PARTS.inlet, off('outer wall'));
    const breaker = bench.add(MAINS_PARTS.breaker, { kind: 'unplaced' }, 'Charger');
    mainsLead(bench, [inlet, 'out'], [breaker, 'in']);
    mainsLead(bench, [breaker, 'out'], [made.charger, 'ac', 'pe']);
  }
  if (made.inverter && loads.length > 0) {
    const unit = bench.add(mainsUnitId(loads.length), { kind: 'unplaced' }, 'Mains loads');
    mainsLead(bench, [made.inverter, 'ac', 'pe'], [unit, 'in']);
    loads.slice(0, 6).forEach((load, n) => {
      mainsLead(bench, [unit, `w${n + 1}`], [load, 'ac', 'pe']);
    });
  }
}

/** Leads from a source to its fuse are kept short and sleeved until somebody measures them. */
const SOURCE_RUN_MM = 250;
const LINK_MM = 250;

/**
 * Fills the board with a proposed system: parts, trunk wiring, loads on the fuse blocks, and places where the panel has
 * room. What stood there before, loads apart, goes; it is one edit, so it can be taken back.
 * @throws RangeError when no system can be worked out.
 * @example
 * buildSystem(board, catalogue, workshop, 'balanced').length > 0; // true
 */
export function buildSystem(
  board: Board,
  shipped: Catalogue,
  workshop: Workshop,
  level: Level,
  wish: DesignWish = {},
): Command[] {
  const catalogue = withOwnParts(shipped, board);
  const parts = partIndex(board, catalogue);
  const { brief, power, settings } = board;
  const loads = board.items.filter((i) => i.load);
  const energy = energyOf({ items: loads, parts, brief, power, settings, workshop });
  const design = designSystem(
    { brief, power, autonomyDays: settings.autonomyDays, energy, items: loads, catalogue, workshop },
    level,
    wish,
  );
  if (!design)
    throw new RangeError('no system can be worked out: the load list is empty, or no battery fits the voltage');

  const bench = new Bench(board, parts, design.bar);
  bench.do(removeItems(board, new Set(board.items.filter((i) => !i.load).map((i) => i.id))));
  // Loads may still hang on wires among themselves: they start free.
  const isolator = bench.add(design.isolator.id, { kind: 'unplaced' });
  const shunt = design.shunt ? bench.add(design.shunt.id, { kind: 'unplaced' }) : null;
  bench.addBar('plus');
  bench.addBar('minus');
  bench.wire(at(isolator, 'load'), bench.stud('plus'));
  if (shunt) bench.wire(at(shunt, 'load'), bench.stud('minus'));

  // Strings side by side meet at a main fuse: what comes after it need not bear all their fuses together.
  const main = design.bank.strings > 1 ? bench.add('holder-classT', { kind: 'unplaced' }, 'Main fuse') : null;
  if (main) bench.wire(at(main, 'load'), at(isolator, 'line'));
  for (let s = 0; s < design.bank.strings; s++) {
    const cells = Array.from({ length: design.bank.series }, () =>
      bench.add(design.bank.part.id, off('battery place')),
    );
    cells.slice(1).forEach((cell, i) => {
      bench.wire(at(cells[i]!, 'plus'), at(cell, 'minus'), LINK_MM);
    });
    const fuse = bench.add('holder-classT', { kind: 'unplaced' });
    bench.wire(at(cells.at(-1)!, 'plus'), at(fuse, 'line'), SOURCE_RUN_MM);
    bench.wire(at(fuse, 'load'), main ? at(main, 'line') : at(isolator, 'line'));
    bench.wire(at(cells[0]!, 'minus'), shunt ? at(shunt, 'battery') : bench.stud('minus'), SOURCE_RUN_MM);
  }
  let inverter: Item | null = null;
  if (design.inverter) {
    inverter = bench.add(design.inverter.id, { kind: 'unplaced' });
    bench.feeder('holder-classT', at(inverter, 'plus'), at(inverter, 'minus'));
  }
  const holder = feederHolderId(design.chemistry);
  if (design.sun) {
    const { sun } = design;
    const controllers = Array.from({ length: sun.controllers }, () =>
      bench.add(sun.controller.id, { kind: 'unplaced' }),
    );
    for (const [n, c] of controllers.entries()) {
      bench.feeder(holder, at(c, 'outPlus'), at(c, 'outMinus'));
      const isolator = bench.add(SUN_PARTS.isolator, { kind: 'unplaced' }, 'Sun off');
      bench.wire(at(isolator, 'plusLoad'), at(c, 'inPlus'));
      bench.wire(at(isolator, 'minusLoad'), at(c, 'inMinus'));
      const beside = stringsOn(sun, n);
      for (let s = 0; s < beside; s++) sunString(bench, sun, isolator, beside);
    }
  }
  if (design.dcdc || design.relay) {
    const feed = bench.add('feed-12', off('engine'));
    const fuse = bench.add(holder, { kind: 'unplaced' });
    bench.wire(at(feed, 'plus'), at(fuse, 'line'), SOURCE_RUN_MM);
    if (design.dcdc) {
      const charger = bench.add(design.dcdc.id, { kind: 'unplaced' });
      bench.wire(at(fuse, 'load'), at(charger, 'inPlus'));
      bench.wire(at(feed, 'minus'), at(charger, 'inMinus'));
      bench.feeder(holder, at(charger, 'outPlus'), at(charger, 'outMinus'));
    } else if (design.relay) {
      const relay = bench.add(design.relay.id, { kind: 'unplaced' });
      bench.wire(at(fuse, 'load'), at(relay, 'line'));
      bench.feeder(holder, at(relay, 'load'), at(relay, 'minus'));
      bench.wire(at(feed, 'minus'), bench.stud('minus'));
    }
  }
  let charger: Item | null = null;
  if (design.mainsCharger) {
    charger = bench.add(design.mainsCharger.id, { kind: 'unplaced' });
    bench.feeder(holder, at(charger, 'plus'), at(charger, 'minus'));
  }
  mainsSide(
    bench,
    { charger, inverter },
    loads.filter((i) => i.load?.side === 'mains'),
  );
  // What must not fail has a way of its own before the ways run out.
  let waiting = loads
    .filter((i) => i.load?.side === 'dc')
    .sort((a, b) => Number(b.load?.essential) - Number(a.load?.essential))
    .map((i) => i.id);
  // A blade fuse large enough for a hard start is none for the wire: such a load has a fuse of its own.
  const hard = new Set(loads.filter((i) => startA(i, brief.systemVoltageV) > HARD_START_A).map((i) => i.id));
  for (const id of waiting.filter((w) => hard.has(w)))
    bench.feeder(holder, { itemId: id, terminalId: 'plus' }, { itemId: id, terminalId: 'minus' });
  waiting = waiting.filter((w) => !hard.has(w));
  for (const part of design.blocks) {
    const block = bench.add(part.id, { kind: 'unplaced' });
    bench.feeder(holder, at(block, 'feed'), at(block, 'minus'));
    const wired = wireToBlock(bench.board, parts, block.id, waiting);
    bench.do(wired.commands);
    waiting = wired.left;
  }
  const profile = profileOf(bench.board, workshop);
  const { cables } = derive(bench.board, shipped, profile, workshop);
  bench.do(packOnPanel(bench.board, parts, cableLays(cables, profile, shipped)));
  return bench.commands;
}

/**
 * The same, with what its findings offer themselves already done: what a program proposes is not the first thing it
 * complains about.
 * @throws RangeError when no system can be worked out.
 * @example
 * wholeSystem(board, catalogue, workshop, 'balanced').length > 0; // true
 */
export function wholeSystem(
  board: Board,
  catalogue: Catalogue,
  workshop: Workshop,
  level: Level,
  wish: DesignWish = {},
): Command[] {
  const built = buildSystem(board, catalogue, workshop, level, wish);
  return [...built, ...settle(applyCommands(board, built).board, catalogue, workshop)];
}
