import type { Cable } from '../../document/board.ts';
import { field, rows } from '../../engine/fact.ts';
import { stage } from '../../engine/stage.ts';
import type { SizedConductor } from '../../stages/sizing/sizingResult.ts';
import { parts, seatOf, sizing } from '../../stages/stages.ts';
import type { Fix } from '../finding.ts';
import { seatName } from '../places.ts';
import { cableOf, names } from '../views.ts';

/** A conductor beside its current and the fuse that guards it. */
export interface JudgedCable {
  cable: Pick<Cable, 'id' | 'designation'>;
  sized: SizedConductor;
  guardA: number;
  /** The guard in words. */
  guard: string;
}

/** Every conductor with the largest guard over its cores. */
export const judgedCables = stage(
  'judgedCables',
  {
    sized: field(sizing, 'cables'),
    wires: rows(field(sizing, 'wires'), ['connectionId', 'guardKeys', 'guardRatingA']),
    cableOf,
    seatOf,
    names,
    parts,
  },
  ({ sized, wires, cableOf, seatOf, names, parts }): readonly JudgedCable[] => {
    const wireOf = new Map(wires.map((w) => [w.connectionId, w]));
    return sized.map((s) => {
      const cable = cableOf.get(s.cableId)!;
      const own = cable.cores.flatMap((c) => wireOf.get(c.connectionId) ?? []);
      const guardA = own.reduce((most, w) => Math.max(most, w.guardRatingA ?? 0), 0);
      const guard = (own.find((w) => w.guardRatingA === guardA)?.guardKeys ?? [])
        .map((k) => seatName({ names, parts }, seatOf, k))
        .join(' with ');
      return { cable, sized: s, guardA, guard };
    });
  },
);

export const short = (wantedA: number, { ampacityA }: SizedConductor): boolean => wantedA > ampacityA * (1 + 1e-9);
/** Too thin for its current alone, whatever its fuse. */
export const belowCurrent = ({ sized }: JudgedCable): boolean =>
  sized.designCurrentA > 0 && short(sized.designCurrentA, sized);

/** Lets a locked size be worked out again. */
export const unlockSize = ({ cable, sized }: JudgedCable): Fix[] =>
  sized.conductor.mode === 'locked'
    ? [
        {
          label: 'Let it be worked out',
          commands: [
            { kind: 'set', collection: 'cables', id: cable.id, field: 'conductorMm2', value: { mode: 'auto' } },
          ],
        },
      ]
    : [];
