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
import { energyOf } from '../stages/demand/energy.ts';
import { designSystem, feederHolderId, type Level } from './design.ts';
import { packOnPanel } from './packOnPanel.ts';

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

/** Leads from a source to its fuse are kept short and sleeved until somebody measures them. */
const SOURCE_RUN_MM = 250;
const LINK_MM = 250;

const at = (item: Item, terminalId: Id): TerminalRef => ({ itemId: item.id, terminalId });
const off = (location: string): Place => ({ kind: 'location', location });

/**
 * Fills the board with a proposed system: parts, trunk wiring, loads on the fuse blocks, and places where the panel has
 * room. What stood there before, loads apart, goes; it is one edit, so it can be taken back.
 * @throws RangeError when no system can be worked out.
 * @example
 * buildSystem(board, catalogue, workshop, 'balanced').length > 0; // true
 */
export function buildSystem(board: Board, catalogue: Catalogue, workshop: Workshop, level: Level): Command[] {
  const parts = partIndex(board, catalogue);
  const { brief, power, settings } = board;
  const loads = board.items.filter((i) => i.load);
  const energy = energyOf({ items: loads, parts, brief, power, settings, workshop });
  const design = designSystem(
    { brief, power, autonomyDays: settings.autonomyDays, energy, items: loads, catalogue, workshop },
    level,
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
  if (design.inverter) {
    const inverter = bench.add(design.inverter.id, { kind: 'unplaced' });
    bench.feeder('holder-classT', at(inverter, 'plus'), at(inverter, 'minus'));
  }
  const holder = feederHolderId(design.chemistry);
  if (design.sun) {
    const { sun } = design;
    const controllers = Array.from({ length: sun.controllers }, () =>
      bench.add(sun.controller.id, { kind: 'unplaced' }),
    );
    for (const c of controllers) bench.feeder(holder, at(c, 'outPlus'), at(c, 'outMinus'));
    for (let s = 0; s < sun.strings; s++) {
      const modules = Array.from({ length: sun.series }, () => bench.add(sun.module.id, off('roof')));
      modules.slice(1).forEach((m, i) => {
        bench.wire(at(modules[i]!, 'plus'), at(m, 'minus'));
      });
      const controller = controllers[s % controllers.length]!;
      bench.wire(at(modules.at(-1)!, 'plus'), at(controller, 'inPlus'));
      bench.wire(at(modules[0]!, 'minus'), at(controller, 'inMinus'));
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
  if (design.mainsCharger) {
    const charger = bench.add(design.mainsCharger.id, { kind: 'unplaced' });
    bench.feeder(holder, at(charger, 'plus'), at(charger, 'minus'));
  }
  let waiting = loads.filter((i) => i.load?.side === 'dc').map((i) => i.id);
  for (const part of design.blocks) {
    const block = bench.add(part.id, { kind: 'unplaced' });
    bench.feeder(holder, at(block, 'feed'), at(block, 'minus'));
    const wired = wireToBlock(bench.board, parts, block.id, waiting);
    bench.do(wired.commands);
    waiting = wired.left;
  }
  bench.do(packOnPanel(bench.board, parts));
  return bench.commands;
}
