import type { Side } from '../faults/faultModel.ts';
import { protects } from '../faults/layers.ts';
import type { SizingState } from './state.ts';

/** A run without branches that ends in a device: how long it is, and whether the rules let it be guarded from there. */
export interface TapRun {
  lengthMm: number;
  limitMm: number;
  devices: readonly number[];
  allowed: boolean;
}

/**
 * The run a conductor belongs to, from where it leaves something thicker to the device at its end; null where it ends in
 * no device or branches off before. Source: IEC 60364-4-43 433.2.2 and 434.2.1, and the lengths of the profile.
 */
export function tapRunOf(state: SizingState, branch: number, { from, end }: Pick<Side, 'from' | 'end'>): TapRun | null {
  const { netlist, touching, cableOfBranch } = state;
  let lengthMm = 0;
  let sheathed = true;
  const add = (b: number) => {
    const cable = cableOfBranch.get(b);
    lengthMm += cable?.lengthMm ?? 0;
    if (cable && !cable.environments.every((e) => e.sheathed)) sheathed = false;
  };
  add(branch);
  let [last, node] = [branch, end];
  let devices: number[] = [];
  for (let steps = 0; steps < netlist.branches.length; steps++) {
    const onward = touching[node]!.filter((b) => b !== last);
    if (onward.length === 0) return null;
    if (onward.every((b) => protects(netlist.branches[b]!))) {
      devices = onward;
      break;
    }
    const next = onward[0]!;
    if (onward.length > 1 || netlist.branches[next]!.kind !== 'wire') return null;
    add(next);
    const { a, b } = netlist.branches[next]!;
    [last, node] = [next, a === node ? b : a];
  }
  // Back to where it leaves: a plain joint is passed, a bar, a stud with more on it or a device is not.
  [last, node] = [branch, from];
  for (let steps = 0; steps < netlist.branches.length; steps++) {
    const before = touching[node]!.filter((b) => b !== last);
    const next = before[0];
    if (before.length !== 1 || next === undefined || netlist.branches[next]!.kind !== 'wire') break;
    add(next);
    const { a, b } = netlist.branches[next]!;
    [last, node] = [next, a === node ? b : a];
  }
  const { plainMm, sheathedMm } = state.input.profile.unfused;
  const limitMm = sheathed ? sheathedMm : plainMm;
  return { lengthMm, limitMm, devices, allowed: devices.length > 0 && lengthMm <= limitMm + 1e-9 };
}
