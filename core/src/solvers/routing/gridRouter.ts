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
  /** Column and row; null for anywhere on the raster's rim, which is left outward. */
  cell: [column: number, row: number] | null;
  /** Direction a path leaves by; null for any. */
  leaves: Direction | null;
  owner: number;
  /** Cells it stays straight from here at least: a barrel. */
  straight?: number;
  /** Cells before the corner of a first turn, so that its arc begins behind the straight. */
  stub?: number;
}

/** A step aside in an S: too small for two turns, but the way has room along it. */
export interface Jog {
  aside: number;
  /** Cells of way it takes from where it begins to where it ends. */
  ahead: number;
}

export interface PathRequest {
  from: PathEnd;
  to: PathEnd;
  /** Families that are kept apart, as a small number. */
  family: number;
  /** Cells between two turns at least: room for both arcs. 1 asks nothing. */
  minRun?: number;
  jogs?: readonly Jog[];
  /** Those of them that are tried on the way, not only at its ends; all where nothing is said. */
  inner?: readonly Jog[];
  /** Cells straight on after a step aside before it may turn again. */
  settle?: number;
  /** Goes through what stands in its way where there is no other: to tell what that is. */
  through?: boolean;
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
  onOwner: 30,
  /** A step through a part that is in the way: dearer than any way round. */
  through: 2000,
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
  /** What the sums are of; null when something has been laid since. */
  #summed: string | null = null;
  readonly #rowSum: Int32Array;
  readonly #columnSum: Int32Array;
  /** States that wait, cheapest first. A state can wait more than once; what was bettered is dropped when it comes up. */
  readonly #open = new FlatQueue<number>();

  constructor(raster: Raster, families: number) {
    this.#raster = raster;
    const cells = raster.columns * raster.rows;
    this.#along = new Uint8Array(cells * 2);
    this.#near = Array.from({ length: families }, () => new Uint8Array(cells));
    // One more than there are states: the goal.
    this.#cost = new Int32Array(cells * 4 + 1);
    this.#from = new Int32Array(cells * 4 + 1);
    this.#seen = new Uint32Array(cells * 4 + 1);
    this.#rowSum = new Int32Array(raster.rows * (raster.columns + 1));
    this.#columnSum = new Int32Array(raster.columns * (raster.rows + 1));
  }

  /** Lays a path down, or takes it up again. */
  lay(path: Path, family: number, times: 1 | -1 = 1): void {
    const { columns, rows } = this.#raster;
    this.#summed = null;
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
  #sums({ from, to, family, through = false }: PathRequest): void {
    const { columns, rows, owner, toll, channel } = this.#raster;
    const [along, near] = [this.#along, this.#near];
    const own = near[family]!;
    const others = near.filter((_, f) => f !== family);
    const [across, down] = [this.#rowSum, this.#columnSum];
    const { left, right, top, bottom } = this.#window;
    // One cable is asked for several times with more and more room: the raster is the same as long as nothing is laid.
    const asked = `${from.owner} ${to.owner} ${family} ${through} ${left} ${right} ${top} ${bottom}`;
    if (this.#summed === asked) return;
    this.#summed = asked;
    for (let row = top; row <= bottom; row++) {
      let at = row * (columns + 1) + left;
      across[at] = 0;
      for (let column = left; column <= right; column++) {
        const cell = row * columns + column;
        const who = owner[cell]!;
        const blocked = through && who >= 0 ? ROUTE_COST.through : SHUT;
        let h: number = blocked;
        let v: number = blocked;
        if (who === -1 || who === from.owner || who === to.owner) {
          let both = toll[cell]!;
          for (let f = 0; f < others.length; f++) if (others[f]![cell]! > 0) both += ROUTE_COST.apart;
          if (who >= 0) {
            h = ROUTE_COST.onOwner + both;
            v = h;
          } else {
            const level = along[cell * 2]!;
            const upright = along[cell * 2 + 1]!;
            const inChannel = channel !== undefined && channel[cell] === 1;
            const beside = inChannel ? ROUTE_COST.inChannel : own[cell]! > 0 ? ROUTE_COST.bundled : ROUTE_COST.step;
            const lone = inChannel ? ROUTE_COST.inChannel : ROUTE_COST.step;
            h = (level > 0 ? beside : lone) + both + ROUTE_COST.crossing * upright;
            v = (upright > 0 ? beside : lone) + both + ROUTE_COST.crossing * level;
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
    const x = column + STEP_COLUMN[direction]! * count;
    const y = row + STEP_ROW[direction]! * count;
    const window = this.#window;
    if (x < window.left || y < window.top || x > window.right || y > window.bottom) return SHUT;
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

  /** What a step aside costs from a cell on; SHUT or more where it may not. */
  #jog(column: number, row: number, d: number, { aside, ahead }: Jog, side: 1 | -1): number {
    const before = Math.floor(ahead / 2);
    const across = (d + side + 4) % 4;
    const first = this.#stretch(column, row, d, before);
    if (first >= SHUT) return SHUT;
    const [x, y] = [column + STEP_COLUMN[d]! * before, row + STEP_ROW[d]! * before];
    const second = this.#stretch(x, y, across, aside);
    if (second >= SHUT) return SHUT;
    const third = this.#stretch(x + STEP_COLUMN[across]! * aside, y + STEP_ROW[across]! * aside, d, ahead - before);
    return third >= SHUT ? SHUT : first + second + third + ROUTE_COST.turn;
  }

  /**
   * The graph searched: states are cells at which a path may turn, with the direction it goes in. From a state it goes a
   * cell straight on, turns and goes as far as two arcs need, or steps aside. A path begins straight and may turn after its
   * stub, and ends the same way, seen from its end. The last state is the goal.
   */
  #search(request: PathRequest): Path | null {
    const { columns, rows } = this.#raster;
    const { from, to } = request;
    if (!from.cell) return null;
    const minRun = Math.max(1, request.minRun ?? 1);
    const jogs = request.jogs ?? [];
    const inner = request.inner ?? jogs;
    const settle = request.settle ?? 0;
    const goalState = columns * rows * 4;
    this.#sums(request);
    const [cost, came, seen] = [this.#cost, this.#from, this.#seen];
    const run = ++this.#run;
    this.#open.clear();
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
      this.#open.push(state, state === goalState ? price : price + toGoal(cell % columns, Math.floor(cell / columns)));
    };
    const offerAt = (column: number, row: number, d: number, price: number, parent: number) => {
      if (price < SHUT) offer((row * columns + column) * 4 + d, price, parent);
    };
    const arrival = to.cell ? this.#arrivals(request) : null;
    /** Straight over the rim, where that is nearer than what a further turn would need. */
    const offerRim = (
      column: number,
      row: number,
      d: number,
      least: number,
      most: number,
      price: number,
      by: number,
    ) => {
      const n = this.#toRim(column, row, d);
      if (n >= least && n < most)
        offerAt(column + STEP_COLUMN[d]! * n, row + STEP_ROW[d]! * n, d, price + this.#stretch(column, row, d, n), by);
    };
    const [startColumn, startRow] = from.cell;
    const startCell = startRow * columns + startColumn;
    for (let d = 0; d < 4; d++) {
      if (from.leaves !== null && from.leaves !== d) continue;
      const start = startCell * 4 + d;
      const parent = -2 - start;
      const [dx, dy] = [STEP_COLUMN[d]!, STEP_ROW[d]!];
      const stub = from.stub ?? 0;
      const straight = from.straight ?? 0;
      offerAt(startColumn + dx * stub, startRow + dy * stub, d, this.#stretch(startColumn, startRow, d, stub), parent);
      for (const jog of jogs)
        for (const side of [1, -1] as const) {
          const ahead = straight + jog.ahead + settle;
          const price = this.#jogAfter(startColumn, startRow, d, straight, jog, settle, side);
          if (price >= SHUT) continue;
          const across = (d + side + 4) % 4;
          offerAt(
            startColumn + dx * ahead + STEP_COLUMN[across]! * jog.aside,
            startRow + dy * ahead + STEP_ROW[across]! * jog.aside,
            d,
            price,
            parent,
          );
        }
      if (!to.cell) offerRim(startColumn, startRow, d, 0, stub, 0, parent);
      const direct = to.cell ? this.#direct(request, d) : SHUT;
      if (direct < SHUT) offer(goalState, direct, parent);
    }
    while (this.#open.length > 0) {
      const key = this.#open.peekValue()!;
      const state = this.#open.pop()!;
      const price = cost[state]!;
      if (state === goalState) {
        if (price < key) continue;
        return this.#read(goalState, price, request);
      }
      const cell = state >> 2;
      const [column, row] = [cell % columns, Math.floor(cell / columns)];
      if (price + toGoal(column, row) < key) continue;
      const direction = state & 3;
      if (arrival) {
        const own = arrival.get(state);
        if (own !== undefined) offer(goalState, price + own, state);
      } else if (this.#leavesRim(column, row, direction)) offer(goalState, price, state);
      for (let d = 0; d < 4; d++) {
        if (d === (direction + 2) % 4) continue;
        const turned = d !== direction;
        // After a turn it goes straight at least as far as two arcs need, in one stride.
        const count = turned ? minRun : 1;
        const stretch = this.#stretch(column, row, d, count);
        if (stretch >= SHUT) {
          if (turned && !arrival)
            offerRim(column, row, d, Math.ceil(minRun / 2), minRun, price + ROUTE_COST.turn, state);
          continue;
        }
        const next = (row + STEP_ROW[d]! * count) * columns + column + STEP_COLUMN[d]! * count;
        offer(next * 4 + d, price + stretch + (turned ? ROUTE_COST.turn : 0), state);
      }
      for (const jog of inner)
        for (const side of [1, -1] as const) {
          const own = this.#jogAfter(column, row, direction, 0, jog, settle, side);
          if (own >= SHUT) continue;
          const across = (direction + side + 4) % 4;
          const ahead = jog.ahead + settle;
          offerAt(
            column + STEP_COLUMN[direction]! * ahead + STEP_COLUMN[across]! * jog.aside,
            row + STEP_ROW[direction]! * ahead + STEP_ROW[across]! * jog.aside,
            direction,
            price + own,
            state,
          );
        }
    }
    return null;
  }

  /** Straight on, a step aside, and straight on again. */
  #jogAfter(column: number, row: number, d: number, straight: number, jog: Jog, settle: number, side: 1 | -1): number {
    const before = straight > 0 ? this.#stretch(column, row, d, straight) : 0;
    if (before >= SHUT) return SHUT;
    const [x, y] = [column + STEP_COLUMN[d]! * straight, row + STEP_ROW[d]! * straight];
    const own = this.#jog(x, y, d, jog, side);
    if (own >= SHUT || settle === 0) return before + own;
    const across = (d + side + 4) % 4;
    return (
      before +
      own +
      this.#stretch(
        x + STEP_COLUMN[d]! * jog.ahead + STEP_COLUMN[across]! * jog.aside,
        y + STEP_ROW[d]! * jog.ahead + STEP_ROW[across]! * jog.aside,
        d,
        settle,
      )
    );
  }

  /** Cells to the rim straight on. */
  #toRim(column: number, row: number, d: number): number {
    const { columns, rows } = this.#raster;
    return [columns - 1 - column, rows - 1 - row, column, row][d]!;
  }

  /** On the rim, and going outward over it. */
  #leavesRim(column: number, row: number, d: number): boolean {
    return this.#toRim(column, row, d) === 0;
  }

  /** States from which the goal is reached, and what that last piece costs. */
  #arrivals({ to, jogs = [], minRun = 1, settle = 0 }: PathRequest): Map<number, number> {
    const { columns, rows } = this.#raster;
    const found = new Map<number, number>();
    const [column, row] = to.cell!;
    const stub = to.stub ?? 0;
    const straight = to.straight ?? 0;
    const put = (x: number, y: number, d: number, price: number) => {
      if (x < 0 || y < 0 || x >= columns || y >= rows || price >= SHUT) return;
      const state = (y * columns + x) * 4 + d;
      found.set(state, Math.min(price, found.get(state) ?? SHUT));
    };
    for (let d = 0; d < 4; d++) {
      // A path arrives against the direction its far end leaves by.
      if (to.leaves !== null && (to.leaves + 2) % 4 !== d) continue;
      const back = (n: number): [number, number] => [column - STEP_COLUMN[d]! * n, row - STEP_ROW[d]! * n];
      const onRaster = ([x, y]: [number, number]) => x >= 0 && y >= 0 && x < columns && y < rows;
      const way = (at: [number, number], n: number) => (onRaster(at) ? this.#stretch(at[0], at[1], d, n) : SHUT);
      const turnAt = back(stub);
      const turned = way(turnAt, stub) + ROUTE_COST.turn;
      for (const k of [1, 3]) put(turnAt[0], turnAt[1], (d + k) % 4, turned);
      // What has gone straight for a stride, or has settled after a step aside, has its last arc far enough behind it here.
      const near = Math.max(0, stub - minRun, straight - settle);
      put(...back(near), d, way(back(near), near));
      for (const jog of jogs)
        for (const side of [1, -1] as const) {
          const across = (d + side + 4) % 4;
          const [ex, ey] = back(straight + jog.ahead);
          const at: [number, number] = [ex - STEP_COLUMN[across]! * jog.aside, ey - STEP_ROW[across]! * jog.aside];
          if (!onRaster(at)) continue;
          const own = this.#jog(at[0], at[1], d, jog, side);
          if (own < SHUT) put(at[0], at[1], d, own + way(back(straight), straight));
        }
    }
    return found;
  }

  /** From end to end without a turn: straight, or with one step aside. */
  #direct({ from, to, jogs = [] }: PathRequest, d: number): number {
    if (to.leaves !== null && (to.leaves + 2) % 4 !== d) return SHUT;
    const [column, row] = from.cell!;
    const [x, y] = to.cell!;
    const ahead = (x - column) * STEP_COLUMN[d]! + (y - row) * STEP_ROW[d]!;
    const right = (d + 1) % 4;
    const aside = (x - column) * STEP_COLUMN[right]! + (y - row) * STEP_ROW[right]!;
    if (ahead <= 0) return SHUT;
    if (aside === 0) return this.#stretch(column, row, d, ahead);
    const jog = jogs.find((j) => j.aside === Math.abs(aside));
    const straight = from.straight ?? 0;
    const rest = ahead - straight - (jog?.ahead ?? 0);
    if (!jog || rest < (to.straight ?? 0)) return SHUT;
    return this.#jogAfter(column, row, d, straight, jog, rest, aside > 0 ? 1 : -1);
  }

  /** From the rim inward is from the other end outward. */
  #backwards(request: PathRequest): Path | null {
    if (!request.to.cell) return null;
    const found = this.find({ ...request, from: request.to, to: request.from });
    return found && { cells: found.cells.reverse(), cost: found.cost };
  }

  #read(goalState: number, cost: number, request: PathRequest): Path {
    const { columns } = this.#raster;
    const states: number[] = [];
    let s = this.#from[goalState]!;
    for (; s >= 0; s = this.#from[s]!) states.push(s);
    const start = -2 - s;
    states.push(start);
    states.reverse();
    const corners = [start >> 2];
    const jogOf = (aside: number) => request.jogs?.find((j) => j.aside === aside)?.ahead ?? 0;
    const go = (to: number, direction: number, straight: number) => {
      const at = corners.at(-1)!;
      const [x, y] = [at % columns, Math.floor(at / columns)];
      const [dx, dy] = [(to % columns) - x, Math.floor(to / columns) - y];
      if (dx !== 0 && dy !== 0) {
        const [fx, fy] = [STEP_COLUMN[direction]!, STEP_ROW[direction]!];
        const aside = Math.abs(fx === 0 ? dx : dy);
        const mid = straight + Math.floor(jogOf(aside) / 2);
        const first = (y + fy * mid) * columns + x + fx * mid;
        corners.push(first, first + (fx === 0 ? dx : dy * columns));
      }
      corners.push(to);
    };
    states.slice(1).forEach((state, i) => {
      go(state >> 2, states[i]! & 3, i === 0 ? (request.from.straight ?? 0) : 0);
    });
    if (request.to.cell) {
      const last = states.at(-1)!;
      go(
        request.to.cell[1] * columns + request.to.cell[0],
        last & 3,
        states.length === 1 ? (request.from.straight ?? 0) : 0,
      );
    }
    const cells = [corners[0]!];
    for (const corner of corners.slice(1)) {
      let at = cells.at(-1)!;
      const level = Math.floor(at / columns) === Math.floor(corner / columns);
      const step = (level ? 1 : columns) * Math.sign(corner - at);
      while (at !== corner) {
        at += step;
        cells.push(at);
      }
    }
    return { cells: Int32Array.from(cells), cost };
  }
}
