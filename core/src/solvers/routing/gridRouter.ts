import FlatQueue from 'flatqueue';

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
  /** Cells between two turns at least, and half as many between an end and the first: what a bend needs. 1 asks nothing. */
  minRun?: number;
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

/** Stands in the sums for a cell that may not be entered; far above any path's cost, far below what an Int32 holds. */
const SHUT = 1_000_000;

/** A search looks at least this far around its ends, cells. */
const AROUND_CELLS = 40;

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
  /** The part of the raster one search looks at, last column and row included. */
  #window = { left: 0, right: 0, top: 0, bottom: 0 };
  readonly #rowSum: Int32Array;
  readonly #columnSum: Int32Array;
  /** States that wait, cheapest first. A state can wait more than once; what was bettered is dropped when it comes up. */
  readonly #open = new FlatQueue<number>();

  constructor(raster: Raster, families: number) {
    this.#raster = raster;
    const cells = raster.columns * raster.rows;
    this.#along = new Uint8Array(cells * 2);
    this.#near = Array.from({ length: families }, () => new Uint8Array(cells));
    this.#cost = new Int32Array(cells * 4);
    this.#from = new Int32Array(cells * 4);
    this.#seen = new Uint32Array(cells * 4);
    this.#rowSum = new Int32Array(raster.rows * (raster.columns + 1));
    this.#columnSum = new Int32Array(raster.columns * (raster.rows + 1));
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

  /**
   * Running sums of what entering each cell costs, along rows and along columns, as one request sees them: a stretch of any
   * length is then one subtraction, and what may not be entered shows as a sum past `SHUT`.
   */
  #sums({ from, to, family }: PathRequest): void {
    const { columns, rows, owner, toll, channel } = this.#raster;
    const [along, near] = [this.#along, this.#near];
    const own = near[family]!;
    const others = near.filter((_, f) => f !== family);
    const [across, down] = [this.#rowSum, this.#columnSum];
    const { left, right, top, bottom } = this.#window;
    for (let row = top; row <= bottom; row++) {
      let at = row * (columns + 1) + left;
      across[at] = 0;
      for (let column = left; column <= right; column++) {
        const cell = row * columns + column;
        const who = owner[cell]!;
        let [h, v]: [number, number] = [SHUT, SHUT];
        if (who === -1 || who === from.owner || who === to.owner) {
          let both = toll[cell]!;
          for (const other of others) if (other[cell]! > 0) both += ROUTE_COST.apart;
          if (who >= 0) {
            h = ROUTE_COST.onOwner + both;
            v = h;
          } else {
            const [level, upright] = [along[cell * 2]!, along[cell * 2 + 1]!];
            const inChannel = channel?.[cell] === 1;
            const together = own[cell]! > 0;
            const step = (beside: number) =>
              inChannel ? ROUTE_COST.inChannel : beside > 0 && together ? ROUTE_COST.bundled : ROUTE_COST.step;
            h = step(level) + both + ROUTE_COST.crossing * upright;
            v = step(upright) + both + ROUTE_COST.crossing * level;
          }
        }
        across[at + 1] = across[at]! + h;
        at++;
        const below = column * (rows + 1) + row;
        if (row === top) down[below] = 0;
        down[below + 1] = down[below]! + v;
      }
    }
  }

  /** What going `count` cells from a cell in a direction costs; SHUT or more where it may not. */
  #stretch(column: number, row: number, direction: number, count: number): number {
    const { columns, rows } = this.#raster;
    const [x, y] = [column + STEP_COLUMN[direction]! * count, row + STEP_ROW[direction]! * count];
    const { left, right, top, bottom } = this.#window;
    if (x < left || y < top || x > right || y > bottom) return SHUT;
    if (direction === 0 || direction === 2) {
      const at = row * (columns + 1);
      return direction === 0
        ? this.#rowSum[at + x + 1]! - this.#rowSum[at + column + 1]!
        : this.#rowSum[at + column]! - this.#rowSum[at + x]!;
    }
    const at = column * (rows + 1);
    return direction === 1
      ? this.#columnSum[at + y + 1]! - this.#columnSum[at + row + 1]!
      : this.#columnSum[at + row]! - this.#columnSum[at + y]!;
  }

  /**
   * The cheapest path of a request through what lies there; null when there is none. On a large raster it is looked for
   * about its ends first, and everywhere only where there is none.
   */
  find(request: PathRequest): Path | null {
    const { columns, rows } = this.#raster;
    if (!request.from.cell) return this.#backwards(request);
    const whole = { left: 0, right: columns - 1, top: 0, bottom: rows - 1 };
    const near = this.#around(request);
    this.#window = near;
    const found = this.#search(request);
    if (found || (near.left === 0 && near.top === 0 && near.right === columns - 1 && near.bottom === rows - 1))
      return found;
    this.#window = whole;
    return this.#search(request);
  }

  #around({ from, to }: PathRequest) {
    const { columns, rows } = this.#raster;
    const [column, row] = from.cell!;
    // Without a far end the nearest rim is the goal.
    const [x, y] = to.cell ?? [column, row];
    const reach = to.cell
      ? Math.abs(x - column) + Math.abs(y - row)
      : 2 * Math.min(column, row, columns - 1 - column, rows - 1 - row);
    const margin = AROUND_CELLS + Math.ceil(reach / 2);
    return {
      left: Math.max(0, Math.min(x, column) - margin),
      right: Math.min(columns - 1, Math.max(x, column) + margin),
      top: Math.max(0, Math.min(y, row) - margin),
      bottom: Math.min(rows - 1, Math.max(y, row) + margin),
    };
  }

  #search(request: PathRequest): Path | null {
    const { columns, rows } = this.#raster;
    const { from } = request;
    if (!from.cell) return null;
    const minRun = Math.max(1, request.minRun ?? 1);
    this.#sums(request);
    const [cost, came, seen] = [this.#cost, this.#from, this.#seen];
    const run = ++this.#run;
    this.#open.clear();
    const { to, stubCells, stubCost } = this.#goal(request, minRun);
    const goal = to.cell ? to.cell[1] * columns + to.cell[0] : -1;
    const [goalColumn, goalRow] = to.cell ?? [0, 0];
    const least = this.#raster.channel ? ROUTE_COST.inChannel : ROUTE_COST.bundled;
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
      this.#open.push(state, price + toGoal(cell % columns, Math.floor(cell / columns)));
    };
    const rim = (column: number, row: number) =>
      column === 0 || row === 0 || column === columns - 1 || row === rows - 1;
    const [startColumn, startRow] = from.cell;
    const startCell = startRow * columns + startColumn;
    const room = this.#stubRoom(request, minRun);
    for (let d = 0; d < 4; d++) {
      if (from.leaves !== null && from.leaves !== d) continue;
      const state = startCell * 4 + d;
      let ahead = 0;
      for (let n = room; n > 0 && ahead === 0; n--) if (this.#stretch(startColumn, startRow, d, n) < SHUT) ahead = n;
      if (ahead === 0) {
        offer(state, 0, -1);
        continue;
      }
      seen[state] = run;
      cost[state] = 0;
      came[state] = -1;
      const next = (startRow + STEP_ROW[d]! * ahead) * columns + startColumn + STEP_COLUMN[d]! * ahead;
      offer(next * 4 + d, this.#stretch(startColumn, startRow, d, ahead), state);
    }
    // A path arrives against the direction its far end leaves by.
    const arrives = to.leaves === null ? null : (to.leaves + 2) % 4;
    while (this.#open.length > 0) {
      const key = this.#open.peekValue()!;
      const state = this.#open.pop()!;
      const cell = state >> 2;
      const [column, row] = [cell % columns, Math.floor(cell / columns)];
      const price = cost[state]!;
      if (price + toGoal(column, row) < key) continue;
      const direction = state & 3;
      const there = to.cell ? cell === goal && (arrives === null || arrives === direction) : rim(column, row);
      if (there) return this.#read(state, price + stubCost, stubCells);
      for (let d = 0; d < 4; d++) {
        if (d === (direction + 2) % 4) continue;
        const turned = d !== direction;
        if (turned && cell === goal && arrives !== null) {
          // Turning on the last cell, to arrive the right way.
          offer(cell * 4 + d, price + ROUTE_COST.turn, state);
          continue;
        }
        // After a turn it goes straight at least as far as a bend needs, in one stride.
        const count = turned ? minRun : 1;
        const stretch = this.#stretch(column, row, d, count);
        if (stretch >= SHUT) continue;
        const next = (row + STEP_ROW[d]! * count) * columns + column + STEP_COLUMN[d]! * count;
        offer(next * 4 + d, price + stretch + (turned ? ROUTE_COST.turn : 0), state);
      }
    }
    return null;
  }

  /** How far from its ends a path goes straight, cells; less where the ends are near each other. */
  #stubRoom({ from, to }: PathRequest, minRun: number): number {
    if (minRun === 1) return 0;
    const wanted = Math.ceil(minRun / 2);
    if (!from.cell || !to.cell) return wanted;
    const apart = Math.abs(from.cell[0] - to.cell[0]) + Math.abs(from.cell[1] - to.cell[1]);
    return Math.min(wanted, Math.floor((apart - 1) / 2));
  }

  /** The far end, moved out along the way it leaves by, and the straight stretch that is left to it. */
  #goal(request: PathRequest, minRun: number): { to: PathEnd; stubCells: number[]; stubCost: number } {
    const { to } = request;
    const none = { to, stubCells: [], stubCost: 0 };
    if (!to.cell || to.leaves === null) return none;
    const [column, row] = to.cell;
    for (let n = this.#stubRoom(request, minRun); n > 0; n--) {
      if (this.#stretch(column, row, to.leaves, n) >= SHUT) continue;
      const at = (k: number): [number, number] => [
        column + STEP_COLUMN[to.leaves!]! * k,
        row + STEP_ROW[to.leaves!]! * k,
      ];
      const [x, y] = at(n);
      const stubCells = Array.from({ length: n }, (_, k) => {
        const [sx, sy] = at(n - 1 - k);
        return sy * this.#raster.columns + sx;
      });
      // Entered the other way, the stretch ends on the far end's own cell.
      const stubCost = this.#stretch(x, y, (to.leaves + 2) % 4, n);
      return { to: { ...to, cell: [x, y] }, stubCells, stubCost };
    }
    return none;
  }

  /** From the rim inward is from the other end outward. */
  #backwards(request: PathRequest): Path | null {
    if (!request.to.cell) return null;
    const found = this.find({ ...request, from: request.to, to: request.from });
    return found && { cells: found.cells.reverse(), cost: found.cost };
  }

  #read(state: number, cost: number, stubCells: readonly number[]): Path {
    const { columns } = this.#raster;
    const corners: number[] = [];
    for (let s = state; s >= 0; s = this.#from[s]!) if (corners.at(-1) !== s >> 2) corners.push(s >> 2);
    corners.reverse();
    const cells = [corners[0]!];
    for (const corner of corners.slice(1)) {
      let at = cells.at(-1)!;
      const level = Math.floor(at / columns) === Math.floor(corner / columns);
      const step = (level ? 1 : columns) * Math.sign(corner - at);
      for (; at !== corner; cells.push(at)) at += step;
    }
    return { cells: Int32Array.from([...cells, ...stubCells]), cost };
  }
}
