import type { Id } from '../../document/basics.ts';
import type { Cable } from '../../document/cable/cable.ts';
import { field, rows } from '../../engine/fact.ts';
import { each, stage } from '../../engine/stage.ts';
import type { LaidPath } from '../../stages/lengths/lengths.ts';
import { catalogue, connectionOf, lengths, made, parts, sizing } from '../../stages/stages.ts';
import { terminalAt } from '../places.ts';
import { cableOf, names } from '../views.ts';

export type Family = 'mains' | 'signal' | 'power';

/** A cable as it lies: how thick, of which family, along which way. */
export interface Laid {
  cable: Pick<Cable, 'id' | 'designation' | 'cores' | 'segments'>;
  family: Family;
  diameterMm: number;
  paths: readonly LaidPath[];
  lengthMm: number;
  ends: ReadonlySet<Id>;
  /** A data lead, bought made up. */
  bought: boolean;
}

const familyOf = (domain: string | undefined): Family =>
  domain === 'ac' || domain === 'earth' ? 'mains' : domain === 'signal' ? 'signal' : 'power';

/** Round cables as they lie; formed copper is its own thing. */
export const laidCables = each(
  'laidCables',
  rows(made, ['cableId', 'cableTypeId', 'flat', 'lead']),
  (cable) => cable.cableId,
  {
    cableOf,
    connectionOf,
    lengths,
    names,
    parts,
    diameters: stage(
      'diameters',
      { catalogue },
      ({ catalogue }) => new Map(catalogue.cableTypes.map((t) => [t.id, t.outerDiameterMm])),
    ),
  },
  ({ cableId, cableTypeId, flat, lead }, { cableOf, connectionOf, lengths, names, parts, diameters }) => {
    const cable = cableOf.get(cableId);
    const connection = cable && connectionOf.get(cable.cores[0]?.connectionId ?? '');
    const length = lengths.get(cableId);
    if (!cable || !connection || !length || flat) return null;
    return {
      cable,
      connection,
      paths: length.paths,
      lengthMm: length.lengthMm,
      bought: lead !== null,
      diameterMm: diameters.get(cableTypeId ?? '') ?? 5,
      domain: terminalAt({ names, parts }, connection.from)?.domain,
    };
  },
  ({ connection, domain, ...rest }): Laid => ({
    ...rest,
    family: familyOf(domain),
    ends: new Set([connection.from.itemId, connection.to.itemId]),
  }),
);

/** Current of a laid cable, A, by its id. */
export const laidAmps = stage(
  'laidAmps',
  { laidCables, wires: rows(field(sizing, 'wires'), ['connectionId', 'designCurrentA']) },
  ({ laidCables, wires }) => {
    const of = new Map(wires.map((w) => [w.connectionId, w.designCurrentA]));
    return new Map(
      laidCables.map((l) => [l.cable.id, Math.max(0, ...l.cable.cores.map((c) => of.get(c.connectionId) ?? 0))]),
    );
  },
);
