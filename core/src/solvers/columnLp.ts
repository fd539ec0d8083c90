/**
 * Linear programme grown by columns: minimise cost·x with row sums at least (demands) or at most (supplies) their
 * right-hand sides, x ≥ 0. Revised simplex with a dense inverse; made for up to some hundred rows.
 * Source: Dantzig and Thapa, "Linear Programming 2: Theory and Extensions", ch. 3 (method, from memory).
 */
export interface LpColumn {
  cost: number;
  rows: [row: number, coefficient: number][];
}

/** Artificial cover of a demand costs this: no real column comes near. */
const BIG = 1e7;
const TINY = 1e-9;
const REFACTOR_EVERY = 120;

export class ColumnLp {
  readonly columns: LpColumn[] = [];
  private readonly rowCount: number;
  /** Dense inverse of the basis, row by row. */
  private inverse: Float64Array;
  /** Column in each row of the basis: ≥ 0 a column, −1−r the slack or surplus of row r, −1−m−r the artificial. */
  private basis: Int32Array;
  private values: Float64Array;
  private pivots = 0;
  private readonly inBasis = new Set<number>();

  /**
   * @param demands rows that must be covered
   * @param supplies rows that may be used up, after the demands
   */
  constructor(
    private readonly demands: readonly number[],
    private readonly supplies: readonly number[],
  ) {
    const m = demands.length + supplies.length;
    this.rowCount = m;
    this.inverse = new Float64Array(m * m);
    this.basis = new Int32Array(m);
    this.values = new Float64Array(m);
    for (let r = 0; r < m; r++) {
      this.inverse[r * m + r] = 1;
      this.basis[r] = r < demands.length ? -1 - m - r : -1 - r;
      this.values[r] = r < demands.length ? demands[r]! : supplies[r - demands.length]!;
    }
  }

  add(column: LpColumn): number {
    this.columns.push(column);
    return this.columns.length - 1;
  }

  private costOf(b: number): number {
    if (b >= 0) return this.columns[b]!.cost;
    return b < -this.rowCount ? BIG : 0;
  }

  /** Duals of the rows at the present basis. */
  duals(): Float64Array {
    const m = this.rowCount;
    const y = new Float64Array(m);
    for (let r = 0; r < m; r++) {
      const cost = this.costOf(this.basis[r]!);
      if (cost === 0) continue;
      const at = r * m;
      for (let i = 0; i < m; i++) y[i]! += cost * this.inverse[at + i]!;
    }
    return y;
  }

  reducedCost(column: LpColumn, y: Float64Array): number {
    let rc = column.cost;
    for (const [row, coefficient] of column.rows) rc -= y[row]! * coefficient;
    return rc;
  }

  objective(): number {
    let sum = 0;
    for (let r = 0; r < this.rowCount; r++) sum += this.costOf(this.basis[r]!) * this.values[r]!;
    return sum;
  }

  /** Whether some demand is still covered by nothing real. */
  uncovered(): boolean {
    for (let r = 0; r < this.rowCount; r++) if (this.basis[r]! < -this.rowCount && this.values[r]! > 1e-6) return true;
    return false;
  }

  /** Values of the columns above zero. */
  solution(): { column: number; value: number }[] {
    const found: { column: number; value: number }[] = [];
    for (let r = 0; r < this.rowCount; r++)
      if (this.basis[r]! >= 0 && this.values[r]! > 1e-7) found.push({ column: this.basis[r]!, value: this.values[r]! });
    return found;
  }

  private rowsOf(b: number): LpColumn['rows'] {
    if (b >= 0) return this.columns[b]!.rows;
    const m = this.rowCount;
    if (b < -m) return [[-1 - m - b, 1]];
    const row = -1 - b;
    return [[row, row < this.demands.length ? -1 : 1]];
  }

  /** Best entering one among the slacks and the columns known; null when none lowers the cost. */
  private entering(y: Float64Array, banned: ReadonlySet<number>): number | null {
    let best: number | null = null;
    let lowest = -1e-7;
    for (let r = 0; r < this.rowCount; r++) {
      const rc = r < this.demands.length ? y[r]! : -y[r]!;
      if (rc < lowest && !this.inBasis.has(-1 - r)) {
        lowest = rc;
        best = -1 - r;
      }
    }
    for (let c = 0; c < this.columns.length; c++) {
      if (banned.has(c) || this.inBasis.has(c)) continue;
      const rc = this.reducedCost(this.columns[c]!, y);
      if (rc < lowest) {
        lowest = rc;
        best = c;
      }
    }
    return best;
  }

  private enter(b: number): boolean {
    const m = this.rowCount;
    const direction = new Float64Array(m);
    for (const [row, coefficient] of this.rowsOf(b))
      for (let r = 0; r < m; r++) direction[r]! += this.inverse[r * m + row]! * coefficient;
    let out = -1;
    let least = Number.POSITIVE_INFINITY;
    for (let r = 0; r < m; r++) {
      if (direction[r]! <= TINY) continue;
      const ratio = this.values[r]! / direction[r]!;
      // Of equal ratios the lowest numbered leaves: no cycling (Bland's rule for the leaving one).
      if (ratio < least - 1e-12 || (ratio < least + 1e-12 && out >= 0 && this.basis[r]! < this.basis[out]!)) {
        least = Math.min(least, ratio);
        out = r;
      }
    }
    if (out < 0) return false;
    const step = this.values[out]! / direction[out]!;
    for (let r = 0; r < m; r++) if (r !== out) this.values[r] = Math.max(0, this.values[r]! - step * direction[r]!);
    this.values[out] = step;
    const pivot = direction[out]!;
    const from = out * m;
    for (let i = 0; i < m; i++) this.inverse[from + i]! /= pivot;
    for (let r = 0; r < m; r++) {
      const factor = direction[r]!;
      if (r === out || factor === 0) continue;
      const at = r * m;
      for (let i = 0; i < m; i++) this.inverse[at + i]! -= factor * this.inverse[from + i]!;
    }
    this.inBasis.delete(this.basis[out]!);
    this.inBasis.add(b);
    this.basis[out] = b;
    if (++this.pivots % REFACTOR_EVERY === 0) this.refactor();
    return true;
  }

  /** The inverse anew from the basis: rounding does not pile up. */
  private refactor(): void {
    const m = this.rowCount;
    const a = new Float64Array(m * m);
    for (let c = 0; c < m; c++) for (const [row, x] of this.rowsOf(this.basis[c]!)) a[row * m + c] = x;
    const inv = new Float64Array(m * m);
    for (let r = 0; r < m; r++) inv[r * m + r] = 1;
    for (let c = 0; c < m; c++) {
      let p = c;
      for (let r = c + 1; r < m; r++) if (Math.abs(a[r * m + c]!) > Math.abs(a[p * m + c]!)) p = r;
      if (Math.abs(a[p * m + c]!) < 1e-12) return;
      if (p !== c)
        for (let i = 0; i < m; i++) {
          [a[p * m + i], a[c * m + i]] = [a[c * m + i]!, a[p * m + i]!];
          [inv[p * m + i], inv[c * m + i]] = [inv[c * m + i]!, inv[p * m + i]!];
        }
      const d = a[c * m + c]!;
      for (let i = 0; i < m; i++) {
        a[c * m + i]! /= d;
        inv[c * m + i]! /= d;
      }
      for (let r = 0; r < m; r++) {
        const f = a[r * m + c]!;
        if (r === c || f === 0) continue;
        for (let i = 0; i < m; i++) {
          a[r * m + i]! -= f * a[c * m + i]!;
          inv[r * m + i]! -= f * inv[c * m + i]!;
        }
      }
    }
    this.inverse = inv;
    const rhs = [...this.demands, ...this.supplies];
    for (let r = 0; r < m; r++) {
      let v = 0;
      for (let i = 0; i < m; i++) v += inv[r * m + i]! * rhs[i]!;
      this.values[r] = Math.max(0, v);
    }
  }

  /** Pivots until no known column lowers the cost. @returns whether it came to an end within the pivots allowed */
  optimise(banned: ReadonlySet<number> = new Set(), pivotsMax = 20_000): boolean {
    for (let i = 0; i < pivotsMax; i++) {
      const b = this.entering(this.duals(), banned);
      if (b === null) return true;
      if (!this.enter(b)) return false;
    }
    return false;
  }
}
