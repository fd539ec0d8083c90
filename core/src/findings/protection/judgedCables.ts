import type { Cable } from '../../document/cable/cable.ts';
import { field, rows } from '../../engine/fact.ts';
import { stage } from '../../engine/stage.ts';
import type { SizedConductor, SizedWire } from '../../stages/sizing/sizingResult.ts';
import { sizing } from '../../stages/stages.ts';
import type { Fix } from '../finding.ts';
import { unlockFix } from '../mains/unlockFix.ts';
import { cableOf } from '../views.ts';

/** A conductor beside its current and the fuse that guards it. */
export interface JudgedCable {
  cable: Pick<Cable, 'id' | 'designation'>;
  sized: SizedConductor;
  guardA: number;
  guardKeys: readonly string[];
  /** Where fuses below guard it: what those ahead would hold, A. */
  aheadA: number | null;
  polarity: SizedWire['polarity'];
}

/** Every conductor with the largest guard over its cores. */
export const judgedCables = stage(
  'judgedCables',
  {
    sized: field(sizing, 'cables'),
    wires: rows(field(sizing, 'wires'), ['connectionId', 'guardKeys', 'guardRatingA', 'aheadA', 'polarity']),
    cableOf,
  },
  ({ sized, wires, cableOf }): readonly JudgedCable[] => {
    const wireOf = new Map(wires.map((w) => [w.connectionId, w]));
    return sized.map((s) => {
      const cable = cableOf.get(s.cableId)!;
      let guardA = 0;
      let guardKeys: readonly string[] = [];
      let aheadA: number | null = null;
      const polarity = wireOf.get(cable.cores[0]!.connectionId)?.polarity ?? 'none';
      for (const core of cable.cores) {
        const wire = wireOf.get(core.connectionId);
        if (!wire || (wire.guardRatingA ?? 0) <= guardA) continue;
        guardA = wire.guardRatingA!;
        guardKeys = wire.guardKeys;
        aheadA = wire.aheadA;
      }
      return { cable, sized: s, guardA, guardKeys, aheadA, polarity };
    });
  },
);

export const short = (wantedA: number, { ampacityA }: SizedConductor): boolean => wantedA > ampacityA * (1 + 1e-9);
/** Too thin for its current alone, whatever its fuse. */
export const belowCurrent = ({ sized }: JudgedCable): boolean =>
  sized.designCurrentA > 0 && short(sized.designCurrentA, sized);

/** Lets a locked size be worked out again. */
export const unlockSize = ({ cable, sized }: JudgedCable): Fix[] =>
  sized.conductor.mode === 'locked' ? unlockFix(cable.id) : [];
