import { BoardBuilder } from '@ombrik/demo/boardBuilder';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Brief } from '../document/brief/brief.ts';
import type { Cable, Environment } from '../document/cable/cable.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import type { Item, LoadDemand, Place } from '../document/item/item.ts';
import { addItem, newItem } from '../document/item/items.ts';
import { newLoad } from '../document/item/newLoad.ts';
import { newBoard } from '../document/newBoard.ts';
import type { Panel } from '../document/panel/panel.ts';
import { rectanglePanel } from '../document/panel/rectanglePanel.ts';
import { newPowerPlan } from '../document/power/newPowerPlan.ts';
import type { PowerPlan } from '../document/power/power.ts';
import { partIndex } from '../document/references.ts';

/** For tests: small boards, and the changes that make them speak or keep them silent. */
export const parts = partIndex({ customParts: [] }, genericCatalogue);
export const shelf = { location: 'shelf' } as const;

/** A bench to build on: 12 V lithium under the small-craft rules, 900 × 600 mm. */
export const bench = (brief: Partial<Brief> = {}, size: [number, number] = [900, 600]): BoardBuilder =>
  new BoardBuilder({ systemVoltageV: 12, chemistry: 'lifepo4', profileId: 'craft-iso', ...brief }, size);

/** Battery, main fuse, bars, block and one lamp, all wired: a sound board of six parts. */
export const lamp = (brief: Partial<Brief> = {}): BoardBuilder =>
  bench(brief)
    .item('G1', brief.chemistry === 'agm' ? 'battery-agm-12-100' : 'battery-lifepo4-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('X1', 'bar-plus-6x8', { at: [420, 90] })
    .item('X2', 'bar-minus-6x8', { at: [420, 500] })
    .item('F10', 'fuse-block-6', { at: [420, 300] })
    .item('E1', 'load-small', shelf, { name: 'Lamp', load: { rating: { kind: 'watts', powerW: 24 } } })
    .wire('G1:plus', 'F1:line', { runMm: 150, sheathed: true })
    .wire('F1:load', 'X1:s1')
    .wire('G1:minus', 'X2:s1', { runMm: 300 })
    .wire('X1:s2', 'F10:feed')
    .wire('X2:s2', 'F10:minus')
    .wire('F10:w1', 'E1:plus', { runMm: 2000 })
    .wire('F10:m1', 'E1:minus', { runMm: 2000 });
/** The same with a second lamp, so that main leads carry more than one branch. */
export const twoLamps = (brief: Partial<Brief> = {}): Board =>
  lamp(brief)
    .item('E2', 'load-small', shelf, { name: 'Lantern', load: { rating: { kind: 'watts', powerW: 24 } } })
    .wire('F10:w2', 'E2:plus', { runMm: 2000 })
    .wire('F10:m2', 'E2:minus', { runMm: 2000 }).board;
export const lampBoard = (brief: Partial<Brief> = {}): Board => lamp(brief).board;

export const changed = (board: Board, ...commands: Command[]): Board => applyCommands(board, commands).board;
export const item = <F extends Exclude<keyof Item, 'id'>>(
  board: Board,
  name: string,
  field: F,
  value: Item[F],
): Board => ({
  ...board,
  items: board.items.map((i) => (i.id === `it_${name}` ? { ...i, [field]: value } : i)),
});
export const load = (board: Board, name: string, change: Partial<LoadDemand>): Board =>
  item(board, name, 'load', newLoad({ ...board.items.find((i) => i.id === `it_${name}`)?.load, ...change }));
export const at = (xMm: number, yMm: number, more: Partial<Extract<Place, { kind: 'panel' }>> = {}): Place => ({
  kind: 'panel',
  panelId: 'pn_main',
  face: 'front',
  xMm,
  yMm,
  rotationDeg: 0,
  ...more,
});
/** A change of the cable of the n-th wire. */
export const cable = (board: Board, n: number, change: Partial<Cable> | ((c: Cable) => Partial<Cable>)): Board => ({
  ...board,
  cables: board.cables.map((c) =>
    c.id === `cb_${n}` ? { ...c, ...(typeof change === 'function' ? change(c) : change) } : c,
  ),
});
export const environment = (board: Board, n: number, change: Partial<Environment>): Board =>
  cable(board, n, (c) => ({
    segments: c.segments.map((s) => ({ ...s, environment: { ...s.environment, ...change } })),
  }));
export const locked = <T>(value: T) => ({ mode: 'locked' as const, value, reason: 'at hand', who: 'Mira' });
export const panel = (board: Board, change: Partial<Panel>): Board => ({
  ...board,
  panels: board.panels.map((p, n) => (n === 0 ? { ...p, ...change } : p)),
});
export const brief = (board: Board, change: Partial<Brief>): Board => ({
  ...board,
  brief: { ...board.brief, ...change },
});
export const power = (board: Board, change: Partial<PowerPlan>): Board => ({
  ...board,
  power: newPowerPlan({ ...board.power, ...change }),
});
/** Takes wires off, by their numbers. */
export const without = (board: Board, ...wires: number[]): Board => ({
  ...board,
  connections: board.connections.filter((c) => !wires.some((n) => c.id === `cn_${n}`)),
  cables: board.cables.filter((c) => !wires.some((n) => c.id === `cb_${n}`)),
});
export const measured =
  (lengthMm: number) =>
  (c: Cable): Partial<Cable> => ({
    segments: [
      { id: 'sg_run', kind: 'measuredRun', lengthMm, measured: true, environment: c.segments[0]!.environment },
    ],
  });
/** Corners of waypoints on the front of the board, laid by hand. */
export const routed =
  (...points: [number, number][]) =>
  (c: Cable): Partial<Cable> => ({
    segments: c.segments.map((s) =>
      s.kind === 'panelRoute'
        ? { ...s, laidBy: 'hand' as const, waypoints: points.map(([xMm, yMm]) => ({ xMm, yMm })) }
        : s,
    ),
  });
/** Onto the board, through a hole of it, and on. */
export const throughHole =
  (holeId: Id) =>
  (c: Cable): Partial<Cable> => {
    const first = c.segments[0]!;
    const pass = {
      id: 'sg_x',
      kind: 'passThrough' as const,
      panelId: 'pn_main',
      holeId,
      environment: first.environment,
    };
    return { segments: [first, pass, { ...first, id: 'sg_y' }] };
  };
export const hole = (n: number, xMm: number, yMm: number, diameterMm: number, lining: 'none' | 'grommet' = 'none') => ({
  id: `h${n}`,
  xMm,
  yMm,
  diameterMm,
  lining,
});

/** A bare board with parts put on it, for what only asks where they stand. */
export function standing(
  change: Partial<Panel>,
  ...stand: [partId: string, at: Partial<Extract<Place, { kind: 'panel' }>>, by?: Partial<Item>][]
): Board {
  let board: Board = { ...newBoard({}), panels: [{ ...rectanglePanel('Main', 800, 500), id: 'pn_main', ...change }] };
  for (const [partId, where, by] of stand) {
    const own = { ...newItem(board, parts.get(partId)!, at(400, 250, where)), ...by };
    board = applyCommands(board, addItem(own)).board;
  }
  return board;
}
