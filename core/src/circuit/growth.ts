import { derive } from '../derive.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Command } from '../document/commands.ts';
import type { Catalogue } from '../document/part/part.ts';
import { partIndex } from '../document/references.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import { grownPower } from '../formulas/power.ts';
import type { Profile } from '../profiles/profile.ts';

export interface GrowthStep {
  cableId: Id;
  designation: string;
  nowMm2: number;
  grownMm2: number;
}
export interface Growth {
  factor: number;
  steps: GrowthStep[];
  /** Holds the trunk at the grown sizes: an ordinary edit. */
  commands: Command[];
  newStops: string[];
}

/**
 * What if the inverters grow by a factor: which conductors would have to be thicker. Only those that carry an inverter's
 * current are told, for the rest is not built twice.
 * @param who whose name stands beside the locked sizes
 * @example
 * growthOf(board, catalogue, profile, workshop, 2, 'Mira').steps; // []
 */
export function growthOf(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
  factor: number,
  who: string,
): Growth {
  const parts = partIndex(board, catalogue);
  const grownParts = new Map<Id, Id>();
  const customParts = [...board.customParts];
  for (const item of board.items) {
    const part = parts.get(item.partId);
    if (!part?.elements.some((e) => e.kind === 'inverter') || grownParts.has(part.id)) continue;
    const id = `grown_${part.id}`.slice(0, 64);
    grownParts.set(part.id, id);
    customParts.push({
      ...part,
      id,
      elements: part.elements.map((e) =>
        e.kind === 'inverter'
          ? {
              ...e,
              acPowerW: grownPower.compute({ powerW: e.acPowerW, factor }),
              surgeW: grownPower.compute({ powerW: e.surgeW, factor }),
            }
          : e,
      ),
    });
  }
  const grown: Board = {
    ...board,
    customParts,
    items: board.items.map((i) => ({ ...i, partId: grownParts.get(i.partId) ?? i.partId })),
  };
  const [now, then] = [board, grown].map((b) => derive(b, catalogue, profile, workshop));
  const inverters = new Set(board.items.filter((i) => grownParts.has(i.partId)).map((i) => i.id));
  const steps = now!.sizing.cables.flatMap((c): GrowthStep[] => {
    const cable = board.cables.find((b) => b.id === c.cableId)!;
    const carries = now!.sizing.wires.some(
      (w) =>
        cable.cores.some((k) => k.connectionId === w.connectionId) &&
        w.flowKeys.some((k) => inverters.has(k.split('/')[1] ?? '')),
    );
    const grownMm2 = then!.sizing.cables.find((x) => x.cableId === c.cableId)!.conductor.value;
    return carries && grownMm2 > c.conductor.value
      ? [{ cableId: cable.id, designation: cable.designation, nowMm2: c.conductor.value, grownMm2 }]
      : [];
  });
  const before = new Set(now!.findings.map((f) => f.id));
  return {
    factor,
    steps,
    commands: steps.map((s) => ({
      kind: 'set',
      collection: 'cables',
      id: s.cableId,
      field: 'conductorMm2',
      value: { mode: 'locked', value: s.grownMm2, reason: `ready for the inverter × ${factor}`, who },
    })),
    newStops: then!.findings.filter((f) => f.severity === 'stop' && !before.has(f.id)).map((f) => f.says),
  };
}
