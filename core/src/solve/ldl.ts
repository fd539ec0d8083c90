/**
 * Sparse LDLᵀ of a symmetric positive definite matrix, eliminated in minimum-degree order (ties: lowest index).
 * Source: textbook Cholesky without square roots; George & Liu, minimum degree.
 */
export interface Factor {
  size: number;
  /** Solves A·x = b. @returns a new vector of `size`. */
  solve(b: ArrayLike<number>): Float64Array;
}

export interface SymmetricEntry {
  row: number;
  column: number;
  value: number;
}

/**
 * @param entries each off-diagonal pair once (either triangle); repeated entries add up.
 * @throws RangeError when a pivot is not positive: the matrix is singular or not positive definite.
 */
export function factorise(size: number, entries: readonly SymmetricEntry[]): Factor {
  const rows: Map<number, number>[] = Array.from({ length: size }, () => new Map());
  const diagonal = new Float64Array(size);
  for (const { row, column, value } of entries) {
    if (row === column) diagonal[row]! += value;
    else {
      rows[row]!.set(column, (rows[row]!.get(column) ?? 0) + value);
      rows[column]!.set(row, (rows[column]!.get(row) ?? 0) + value);
    }
  }

  // Vertices wait in buckets by degree so that the next pivot is found without a full scan.
  const buckets: Set<number>[] = [];
  const bucket = (degree: number): Set<number> => {
    while (buckets.length <= degree) buckets.push(new Set());
    return buckets[degree]!;
  };
  for (let i = 0; i < size; i++) bucket(rows[i]!.size).add(i);

  const order = new Int32Array(size);
  const pivots = new Float64Array(size);
  const start = new Int32Array(size + 1);
  const columnIndex: number[] = [];
  const columnValue: number[] = [];
  let lowest = 0;
  for (let k = 0; k < size; k++) {
    lowest = Math.max(0, lowest - 1);
    while (bucket(lowest).size === 0) lowest++;
    let pivotRow = -1;
    for (const candidate of buckets[lowest]!) if (pivotRow < 0 || candidate < pivotRow) pivotRow = candidate;
    buckets[lowest]!.delete(pivotRow);
    const pivot = diagonal[pivotRow]!;
    if (!(pivot > 0)) throw new RangeError(`pivot ${k} is ${pivot}; accepted: a positive definite matrix`);
    order[k] = pivotRow;
    pivots[k] = pivot;
    start[k] = columnIndex.length;
    const neighbours = [...rows[pivotRow]!];
    for (const [i, value] of neighbours) {
      columnIndex.push(i);
      columnValue.push(value / pivot);
      bucket(rows[i]!.size).delete(i);
      rows[i]!.delete(pivotRow);
      diagonal[i]! -= (value * value) / pivot;
    }
    for (let p = 0; p < neighbours.length; p++) {
      const [i, vi] = neighbours[p]!;
      for (let q = p + 1; q < neighbours.length; q++) {
        const [j, vj] = neighbours[q]!;
        const update = (rows[i]!.get(j) ?? 0) - (vi * vj) / pivot;
        rows[i]!.set(j, update);
        rows[j]!.set(i, update);
      }
    }
    for (const [i] of neighbours) {
      const degree = rows[i]!.size;
      bucket(degree).add(i);
      if (degree < lowest) lowest = degree;
    }
  }
  start[size] = columnIndex.length;
  const index = Int32Array.from(columnIndex);
  const values = Float64Array.from(columnValue);

  return {
    size,
    solve(b) {
      const x = Float64Array.from(b);
      for (let k = 0; k < size; k++) {
        const xk = x[order[k]!]!;
        if (xk === 0) continue;
        for (let p = start[k]!; p < start[k + 1]!; p++) x[index[p]!]! -= values[p]! * xk;
      }
      for (let k = size - 1; k >= 0; k--) {
        const row = order[k]!;
        let sum = x[row]! / pivots[k]!;
        for (let p = start[k]!; p < start[k + 1]!; p++) sum -= values[p]! * x[index[p]!]!;
        x[row] = sum;
      }
      return x;
    },
  };
}
