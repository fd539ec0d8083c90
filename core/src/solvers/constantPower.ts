/**
 * Loads of constant power on a linear network, seen through their ports: V_k = E_k − Σ Z_kj·I_j and V_k·I_k = P_k.
 * Newton's method on the currents; source: textbook Newton–Raphson.
 */
export interface PortNetwork {
  /** Voltage of each port with no load, V. */
  openV: ArrayLike<number>;
  /** Z: volts lost at port k for an ampere drawn at port j, Ω. */
  ohm: readonly ArrayLike<number>[];
}

export interface PortSolution {
  currentA: Float64Array;
  voltageV: Float64Array;
  converged: boolean;
  iterations: number;
}

const MAX_ITERATIONS = 40;
const TOLERANCE = 1e-12;

/** Solves a small dense system in place by elimination with row exchange; false when it is singular. */
function eliminate(a: Float64Array[], b: Float64Array): boolean {
  const n = b.length;
  for (let k = 0; k < n; k++) {
    let pivot = k;
    for (let i = k + 1; i < n; i++) if (Math.abs(a[i]![k]!) > Math.abs(a[pivot]![k]!)) pivot = i;
    if (Math.abs(a[pivot]![k]!) < 1e-14) return false;
    [a[k], a[pivot]] = [a[pivot]!, a[k]!];
    [b[k], b[pivot]] = [b[pivot]!, b[k]!];
    for (let i = k + 1; i < n; i++) {
      const factor = a[i]![k]! / a[k]![k]!;
      if (factor === 0) continue;
      for (let j = k; j < n; j++) a[i]![j]! -= factor * a[k]![j]!;
      b[i]! -= factor * b[k]!;
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    let sum = b[k]!;
    for (let j = k + 1; j < n; j++) sum -= a[k]![j]! * b[j]!;
    b[k] = sum / a[k]![k]!;
  }
  return true;
}

/**
 * Currents of constant-power loads, W, all on together. Not converged means no voltages bring this power.
 */
export function solveConstantPower({ openV, ohm }: PortNetwork, powerW: ArrayLike<number>): PortSolution {
  const n = powerW.length;
  const currentA = Float64Array.from({ length: n }, (_, k) => (openV[k]! > 0 ? powerW[k]! / openV[k]! : 0));
  const voltageV = new Float64Array(n);
  const volts = () => {
    for (let k = 0; k < n; k++) {
      let v = openV[k]!;
      for (let j = 0; j < n; j++) v -= ohm[k]![j]! * currentA[j]!;
      voltageV[k] = v;
    }
  };
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration++) {
    volts();
    const residual = new Float64Array(n);
    let worst = 0;
    for (let k = 0; k < n; k++) {
      residual[k] = powerW[k]! - voltageV[k]! * currentA[k]!;
      worst = Math.max(worst, Math.abs(residual[k]!) / (1 + powerW[k]!));
    }
    const sound = voltageV.every((v, k) => v > 0.5 * openV[k]! - 1e-9);
    if (worst < TOLERANCE) return { currentA, voltageV, converged: sound, iterations: iteration };
    const jacobian = Array.from({ length: n }, (_, k) =>
      Float64Array.from({ length: n }, (_, j) => (k === j ? voltageV[k]! : 0) - currentA[k]! * ohm[k]![j]!),
    );
    if (!eliminate(jacobian, residual)) break;
    for (let k = 0; k < n; k++) currentA[k]! += residual[k]!;
    if (!currentA.every(Number.isFinite)) break;
  }
  return { currentA, voltageV, converged: false, iterations: MAX_ITERATIONS };
}

/** How far all loads can be turned up together before no voltages bring their power, and the currents there. */
export function collapseAt(network: PortNetwork, powerW: ArrayLike<number>): { share: number; currentA: Float64Array } {
  let [low, high] = [0, 1];
  let currentA: Float64Array = new Float64Array(powerW.length);
  for (let i = 0; i < 40; i++) {
    const share = (low + high) / 2;
    const tried = solveConstantPower(
      network,
      Array.from(powerW, (p) => p * share),
    );
    if (tried.converged) {
      low = share;
      currentA = tried.currentA;
    } else high = share;
  }
  return { share: low, currentA };
}
