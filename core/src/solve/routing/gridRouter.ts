/**
 * Right-angle paths over a raster: shortest by length, turns, tolls and what already lies there (A* over cells and
 * directions). Free of what the paths are for. Source: A* (Hart, Nilsson & Raphael), states of cell × direction.
 */
export interface Raster {
  columns: number;
  rows: number;
  /** Who stands on each cell: −1 nobody, −2 not to be entered, else a number only paths that start or end there pass. */
  owner: Int16Array;
  /** Added to the cost of entering each cell. */
  toll: Uint16Array;
  /** 1 where paths are wanted: a step there costs least. Left out where nothing is. */
  channel?: Uint8Array;
}

/** Directions: 0 right, 1 down, 2 left, 3 up. */
export type Direction = 0 | 1 | 2 | 3;
const STEP_COLUMN = [1, 0, -1, 0] as const;
const STEP_ROW = [0, 1, 0, -1] as const;

export interface PathEnd {
  /** Column and row; null for anywhere on the raster's rim. */
  cell: [column: number, row: number] | null;
  /** Direction a path leaves by; null for any. */
  leaves: Direction | null;
  owner: number;
}

export interface PathRequest {
  from: PathEnd;
  to: PathEnd;
  /** Families that are kept apart, as a small number. */
  family: number;
}

/** Cells in order, ends included. */
export interface Path {
  cells: Int32Array;
  cost: number;
}

export const ROUTE_COST = {
  step: 10,
  /** A step along a path of the same family: bundles hold together. */
  bundled: 8,
  /** A step in a channel set for cables. */
  inChannel: 5,
  turn: 40,
  crossing: 60,
  /** A step beside a family that is to be kept apart. */
  apart: 90,
  /** A step on the part a path belongs to: off it by the nearest way. */
  onOwner: 14,
} as const;

/** How many cells families are kept apart. */
const APART_CELLS = 4;

/** Holds what lies on a raster and finds the next path through it. */
export class GridRouter {
  readonly #raster: Raster;
  /** Paths that run along each cell, by axis: 2 × cell for horizontal, + 1 for vertical. */
  readonly #along: Uint8Array;
  /** Families near each cell, one count per family. */
  readonly #near: Uint8Array[];
  readonly #cost: Int32Array;
  readonly #from: Int32Array;
  readonly #seen: Uint32Array;
  #run = 0;
  readonly #heapKey: Int32Array;
  readonly #heapState: Int32Array;
  #heapSize = 0;

  constructor(raster: Raster, families: number) {
    this.#raster = raster;
    const cells = raster.columns * raster.rows;
    this.#along = new Uint8Array(cells * 2);
    this.#near = Array.from({ length: families }, () => new Uint8Array(cells));
    this.#cost = new Int32Array(cells * 4);
    this.#from = new Int32Array(cells * 4);
    this.#seen = new Uint32Array(cells * 4);
    // A state can wait more than once; what was bettered is dropped when it comes up.
    this.#heapKey = new Int32Array(cells * 12);
    this.#heapState = new Int32Array(cells * 12);
  }

  /** Lays a path down, or takes it up again. */
  lay(path: Path, family: number, times: 1 | -1 = 1): void {
    const { columns, rows } = this.#raster;
    const { cells } = path;
    const near = this.#near[family]!;
    for (let i = 0; i < cells.length; i++) {
      const cell = cells[i]!;
      const other = cells[i + 1] ?? cells[i - 1];
      if (other === undefined) continue;
      this.#along[cell * 2 + (Math.abs(other - cell) === 1 ? 0 : 1)]! += times;
      const before = cells[i - 1];
      if (before !== undefined && i + 1 < cells.length && Math.abs(before - cell) !== Math.abs(other - cell))
        this.#along[cell * 2 + (Math.abs(before - cell) === 1 ? 0 : 1)]! += times;
      const [column, row] = [cell % columns, Math.floor(cell / columns)];
      // Every fourth cell stands for its neighbourhood: families are kept apart by a distance, not by a line.
      if (i % APART_CELLS !== 0 && i !== cells.length - 1) continue;
      for (let y = Math.max(0, row - APART_CELLS); y <= Math.min(rows - 1, row + APART_CELLS); y++)
        for (let x = Math.max(0, column - APART_CELLS); x <= Math.min(columns - 1, column + APART_CELLS); x++)
          near[y * columns + x]! += times;
    }
  }

  #push(key: number, state: number): void {
    if (this.#heapSize >= this.#heapKey.length) return;
    const [keys, states] = [this.#heapKey, this.#heapState];
    let at = this.#heapSize++;
    while (at > 0) {
      const up = (at - 1) >> 1;
      if (keys[up]! <= key) break;
      keys[at] = keys[up]!;
      states[at] = states[up]!;
      at = up;
    }
    keys[at] = key;
    states[at] = state;
  }

  #pop(): number {
    const [keys, states] = [this.#heapKey, this.#heapState];
    const top = states[0]!;
    const size = --this.#heapSize;
    const [key, state] = [keys[size]!, states[size]!];
    let at = 0;
    for (;;) {
      let down = 2 * at + 1;
      if (down >= size) break;
      if (down + 1 < size && keys[down + 1]! < keys[down]!) down++;
      if (keys[down]! >= key) break;
      keys[at] = keys[down]!;
      states[at] = states[down]!;
      at = down;
    }
    keys[at] = key;
    states[at] = state;
    return top;
  }

  /** The cheapest path of a request through what lies there; null when there is none. */
  find(request: PathRequest): Path | null {
    const { columns, rows, owner, toll } = this.#raster;
    const { from, to, family } = request;
    const [cost, came, seen] = [this.#cost, this.#from, this.#seen];
    const run = ++this.#run;
    this.#heapSize = 0;
    const goal = to.cell ? to.cell[1] * columns + to.cell[0] : -1;
    const [goalColumn, goalRow] = to.cell ?? [0, 0];
    const { channel } = this.#raster;
    const least = channel ? ROUTE_COST.inChannel : ROUTE_COST.bundled;
    const toGoal = (column: number, row: number): number =>
      least *
      (to.cell
        ? Math.abs(column - goalColumn) + Math.abs(row - goalRow)
        : Math.min(column, row, columns - 1 - column, rows - 1 - row));
    const offer = (state: number, price: number, parent: number) => {
      if (seen[state] === run && cost[state]! <= price) return;
      seen[state] = run;
      cost[state] = price;
      came[state] = parent;
      const cell = state >> 2;
      this.#push(price + toGoal(cell % columns, Math.floor(cell / columns)), state);
    };
    const rim = (column: number, row: number) =>
      column === 0 || row === 0 || column === columns - 1 || row === rows - 1;
    if (from.cell) {
      const cell = from.cell[1] * columns + from.cell[0];
      for (let d = 0; d < 4; d++) if (from.leaves === null || from.leaves === d) offer(cell * 4 + d, 0, -1);
    } else return this.#backwards(request);
    // A path arrives against the direction its far end leaves by.
    const arrives = to.leaves === null ? null : (to.leaves + 2) % 4;
    while (this.#heapSize > 0) {
      const key = this.#heapKey[0]!;
      const state = this.#pop();
      const cell = state >> 2;
      const [column, row] = [cell % columns, Math.floor(cell / columns)];
      const price = cost[state]!;
      if (price + toGoal(column, row) < key) continue;
      const direction = state & 3;
      const there = to.cell ? cell === goal && (arrives === null || arrives === direction) : rim(column, row);
      if (there) return this.#read(state, price);
      for (let d = 0; d < 4; d++) {
        if (d === (direction + 2) % 4) continue;
        const turned = d !== direction;
        if (turned && cell === goal && arrives !== null) {
          // Turning on the last cell, to arrive the right way.
          offer(cell * 4 + d, price + ROUTE_COST.turn, state);
          continue;
        }
        const [x, y] = [column + STEP_COLUMN[d]!, row + STEP_ROW[d]!];
        if (x < 0 || y < 0 || x >= columns || y >= rows) continue;
        const next = y * columns + x;
        const who = owner[next]!;
        if (who === -2 || (who >= 0 && who !== from.owner && who !== to.owner)) continue;
        const axis = d & 1;
        const together = this.#along[next * 2 + axis]! > 0 && this.#near[family]![next]! > 0;
        let step: number =
          who >= 0
            ? ROUTE_COST.onOwner
            : channel?.[next] === 1
              ? ROUTE_COST.inChannel
              : together
                ? ROUTE_COST.bundled
                : ROUTE_COST.step;
        if (turned) step += ROUTE_COST.turn;
        step += toll[next]!;
        if (who < 0) step += ROUTE_COST.crossing * this.#along[next * 2 + 1 - axis]!;
        for (let f = 0; f < this.#near.length; f++)
          if (f !== family && this.#near[f]![next]! > 0) step += ROUTE_COST.apart;
        offer(next * 4 + d, price + step, state);
      }
    }
    return null;
  }

  /** From the rim inward is from the other end outward. */
  #backwards(request: PathRequest): Path | null {
    if (!request.to.cell) return null;
    const found = this.find({ ...request, from: request.to, to: request.from });
    return found && { cells: found.cells.reverse(), cost: found.cost };
  }

  #read(state: number, cost: number): Path {
    const cells: number[] = [];
    for (let s = state; s >= 0; s = this.#from[s]!) if (cells.at(-1) !== s >> 2) cells.push(s >> 2);
    return { cells: Int32Array.from(cells.reverse()), cost };
  }
}
