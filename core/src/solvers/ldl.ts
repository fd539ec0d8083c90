/**
 * Sparse LDLᵀ of a symmetric positive definite matrix: the pattern is analysed once, then any number of value sets
 * are factorised on it. Sources: textbook Cholesky without square roots; minimum-degree order (George & Liu); up-looking
 * factorisation along the elimination tree (Davis, Direct Methods for Sparse Linear Systems); inverse entries on the
 * factor's pattern (Takahashi, Fagan & Chin).
 */
export interface Pattern {
  size: number;
  /** Off-diagonal pairs in the order their values are given; a pair may stand more than once. */
  pairCount: number;
  /** order[k] is the row eliminated k-th. */
  order: Int32Array;
  /** Upper triangle in elimination order, by column: row and which pair it comes from. */
  columnStart: Int32Array;
  row: Int32Array;
  pair: Int32Array;
  parent: Int32Array;
  /** Where each column of L begins. */
  lowerStart: Int32Array;
}

export interface Factor {
  size: number;
  /** Solves A·x = b. @returns a new vector of `size`. */
  solve(b: ArrayLike<number>): Float64Array;
  /**
   * The forward half of a solve for a right side of +1 at one row and −1 at another (−1 for none): only the rows above
   * them in the elimination tree are walked, so many pairs cost little. `meet` of two of them is bᵀ·A⁻¹·c.
   */
  half(plus: number, minus: number): HalfSolve;
  meet(b: HalfSolve, c: HalfSolve): number;
  /** Diagonal of A⁻¹, all entries from this one factorisation. */
  inverseDiagonal(): Float64Array;
}

/** Rows in rising order of elimination, and what stands in them. */
export interface HalfSolve {
  row: Int32Array;
  value: Float64Array;
}

/** Vertices in minimum-degree order, ties to the lowest index, so that the order is the same on every machine. */
function minimumDegree(size: number, rows: ArrayLike<number>, columns: ArrayLike<number>): Int32Array {
  const near: Set<number>[] = Array.from({ length: size }, () => new Set());
  for (let i = 0; i < rows.length; i++) {
    if (rows[i] === columns[i]) continue;
    near[rows[i]!]!.add(columns[i]!);
    near[columns[i]!]!.add(rows[i]!);
  }
  // A heap of degree and index in one number; what a vertex's degree has since left is skipped when it comes up.
  const heap: number[] = [];
  const push = (i: number) => {
    const key = near[i]!.size * size + i;
    let at = heap.push(key) - 1;
    for (let up = (at - 1) >> 1; at > 0 && heap[up]! > key; up = (at - 1) >> 1) {
      heap[at] = heap[up]!;
      at = up;
    }
    heap[at] = key;
  };
  const pop = (): number => {
    const top = heap[0]!;
    const key = heap.pop()!;
    let at = 0;
    for (let down = 1; down < heap.length; down = 2 * at + 1) {
      if (down + 1 < heap.length && heap[down + 1]! < heap[down]!) down++;
      if (heap[down]! >= key) break;
      heap[at] = heap[down]!;
      at = down;
    }
    if (heap.length > 0) heap[at] = key;
    return top;
  };
  for (let i = 0; i < size; i++) push(i);
  const done = new Uint8Array(size);
  const order = new Int32Array(size);
  for (let k = 0; k < size; ) {
    const key = pop();
    const pivot = key % size;
    if (done[pivot] || near[pivot]!.size * size + pivot !== key) continue;
    done[pivot] = 1;
    order[k++] = pivot;
    const neighbours = [...near[pivot]!];
    for (const i of neighbours) near[i]!.delete(pivot);
    for (let p = 0; p < neighbours.length; p++)
      for (let q = p + 1; q < neighbours.length; q++) {
        near[neighbours[p]!]!.add(neighbours[q]!);
        near[neighbours[q]!]!.add(neighbours[p]!);
      }
    for (const i of neighbours) push(i);
  }
  return order;
}

/**
 * Analyses where the off-diagonal entries stand.
 * @param rows,columns each off-diagonal pair, either triangle; repeated pairs add up
 */
export function analyse(size: number, rows: ArrayLike<number>, columns: ArrayLike<number>): Pattern {
  const order = minimumDegree(size, rows, columns);
  const rank = new Int32Array(size);
  for (let k = 0; k < size; k++) rank[order[k]!] = k;
  const pairCount = rows.length;
  const counts = new Int32Array(size + 1);
  const at = (i: number): [row: number, column: number] => {
    const [a, b] = [rank[rows[i]!]!, rank[columns[i]!]!];
    return a < b ? [a, b] : [b, a];
  };
  for (let i = 0; i < pairCount; i++) if (rows[i] !== columns[i]) counts[at(i)[1] + 1]!++;
  for (let k = 0; k < size; k++) counts[k + 1]! += counts[k]!;
  const columnStart = Int32Array.from(counts);
  const row = new Int32Array(counts[size]!);
  const pair = new Int32Array(counts[size]!);
  const next = Int32Array.from(columnStart);
  for (let i = 0; i < pairCount; i++) {
    if (rows[i] === columns[i]) continue;
    const [r, c] = at(i);
    row[next[c]!] = r;
    pair[next[c]!] = i;
    next[c]!++;
  }
  const parent = new Int32Array(size).fill(-1);
  const flag = new Int32Array(size);
  const below = new Int32Array(size);
  for (let k = 0; k < size; k++) {
    flag[k] = k;
    for (let p = columnStart[k]!; p < columnStart[k + 1]!; p++) {
      for (let i = row[p]!; flag[i] !== k; i = parent[i]!) {
        if (parent[i] === -1) parent[i] = k;
        below[i]!++;
        flag[i] = k;
      }
    }
  }
  const lowerStart = new Int32Array(size + 1);
  for (let k = 0; k < size; k++) lowerStart[k + 1] = lowerStart[k]! + below[k]!;
  return { size, pairCount, order, columnStart, row, pair, parent, lowerStart };
}

/**
 * Factorises one set of values on an analysed pattern.
 * @param diagonal by row; @param offDiagonal by pair, in the order given to `analyse`
 * @throws RangeError when a pivot is not positive: the matrix is singular or not positive definite.
 */
export function factorise(pattern: Pattern, diagonal: Float64Array, offDiagonal: Float64Array): Factor {
  const { size, order, columnStart, row, pair, parent, lowerStart } = pattern;
  const lowerRow = new Int32Array(lowerStart[size]!);
  const lower = new Float64Array(lowerStart[size]!);
  const pivots = new Float64Array(size);
  const filled = new Int32Array(size);
  const work = new Float64Array(size);
  const stack = new Int32Array(size);
  const flag = new Int32Array(size).fill(-1);
  for (let k = 0; k < size; k++) {
    let top = size;
    flag[k] = k;
    work[k] = 0;
    for (let p = columnStart[k]!; p < columnStart[k + 1]!; p++) {
      let i = row[p]!;
      work[i]! += offDiagonal[pair[p]!]!;
      let length = 0;
      for (; flag[i] !== k; i = parent[i]!) {
        stack[length++] = i;
        flag[i] = k;
      }
      while (length > 0) stack[--top] = stack[--length]!;
    }
    let pivot = diagonal[order[k]!]!;
    for (; top < size; top++) {
      const i = stack[top]!;
      const y = work[i]!;
      work[i] = 0;
      const end = lowerStart[i]! + filled[i]!;
      for (let p = lowerStart[i]!; p < end; p++) work[lowerRow[p]!]! -= lower[p]! * y;
      const l = y / pivots[i]!;
      pivot -= l * y;
      lowerRow[end] = k;
      lower[end] = l;
      filled[i]!++;
    }
    work[k] = 0;
    if (!(pivot > 0)) throw new RangeError(`pivot ${k} is ${pivot}; accepted: a positive definite matrix`);
    pivots[k] = pivot;
  }

  const solve = (b: ArrayLike<number>): Float64Array => {
    for (let k = 0; k < size; k++) work[k] = b[order[k]!]!;
    for (let k = 0; k < size; k++) {
      const xk = work[k]!;
      if (xk === 0) continue;
      for (let p = lowerStart[k]!; p < lowerStart[k + 1]!; p++) work[lowerRow[p]!]! -= lower[p]! * xk;
    }
    const x = new Float64Array(size);
    for (let k = size - 1; k >= 0; k--) {
      let sum = work[k]! / pivots[k]!;
      for (let p = lowerStart[k]!; p < lowerStart[k + 1]!; p++) sum -= lower[p]! * work[lowerRow[p]!]!;
      work[k] = sum;
      x[order[k]!] = sum;
    }
    work.fill(0);
    return x;
  };

  const rank = new Int32Array(size);
  for (let k = 0; k < size; k++) rank[order[k]!] = k;
  const walked = new Int32Array(size);
  const half = (plus: number, minus: number): HalfSolve => {
    let count = 0;
    // The walk marks its rows in `flag` with a value no elimination step has.
    for (let k = plus < 0 ? -1 : rank[plus]!; k >= 0 && flag[k] !== -2; k = parent[k]!) {
      walked[count++] = k;
      flag[k] = -2;
    }
    for (let k = minus < 0 ? -1 : rank[minus]!; k >= 0 && flag[k] !== -2; k = parent[k]!) {
      walked[count++] = k;
      flag[k] = -2;
    }
    const row = walked.slice(0, count).sort();
    if (plus >= 0) work[rank[plus]!]! += 1;
    if (minus >= 0) work[rank[minus]!]! -= 1;
    const value = new Float64Array(row.length);
    for (let i = 0; i < row.length; i++) {
      const k = row[i]!;
      const x = work[k]!;
      value[i] = x;
      work[k] = 0;
      flag[k] = -1;
      for (let p = lowerStart[k]!; p < lowerStart[k + 1]!; p++) work[lowerRow[p]!]! -= lower[p]! * x;
    }
    return { row, value };
  };
  const meet = (b: HalfSolve, c: HalfSolve): number => {
    let sum = 0;
    for (let i = 0, j = 0; i < b.row.length && j < c.row.length; ) {
      const [rb, rc] = [b.row[i]!, c.row[j]!];
      if (rb === rc) sum += (b.value[i++]! * c.value[j++]!) / pivots[rb]!;
      else if (rb < rc) i++;
      else j++;
    }
    return sum;
  };

  const inverseDiagonal = (): Float64Array => {
    // Z = A⁻¹ on the pattern of L, last column first; each column needs only columns already done.
    const onDiagonal = new Float64Array(size);
    const below = new Float64Array(lower.length);
    const slot = new Int32Array(size).fill(-1);
    for (let j = size - 1; j >= 0; j--) {
      const [from, to] = [lowerStart[j]!, lowerStart[j + 1]!];
      for (let p = from; p < to; p++) {
        slot[lowerRow[p]!] = p;
        below[p] = 0;
      }
      for (let p = from; p < to; p++) {
        const k = lowerRow[p]!;
        below[p]! -= lower[p]! * onDiagonal[k]!;
        for (let q = lowerStart[k]!; q < lowerStart[k + 1]!; q++) {
          const other = slot[lowerRow[q]!]!;
          if (other < 0) continue;
          below[other]! -= lower[p]! * below[q]!;
          below[p]! -= lower[other]! * below[q]!;
        }
      }
      let z = 1 / pivots[j]!;
      for (let p = from; p < to; p++) {
        z -= lower[p]! * below[p]!;
        slot[lowerRow[p]!] = -1;
      }
      onDiagonal[j] = z;
    }
    const result = new Float64Array(size);
    for (let k = 0; k < size; k++) result[order[k]!] = onDiagonal[k]!;
    return result;
  };
  return { size, solve, half, meet, inverseDiagonal };
}
