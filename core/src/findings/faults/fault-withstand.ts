import type { Id } from '../../document/basics.ts';
import { field, rows } from '../../engine/fact.ts';
import type { Profile } from '../../profiles/profile.ts';
import { ADIABATIC_LIMIT_S } from '../../stages/faults/ends.ts';
import { fact, profile } from '../../stages/inputs.ts';
import { catalogue, connections, parts, sizing } from '../../stages/stages.ts';
import { ampsInWords as amps, secondsInWords as seconds } from '../../words.ts';
import { type Fix, finding } from '../finding.ts';
import { fuseInto, holderFor, type Insertable } from '../fuseAtNearEnd.ts';
import { type Names, nameOf } from '../places.ts';
import { names, type SurfacedItem, surfaces } from '../views.ts';
import { type Guarded, guardedWires } from './guarded.ts';

const kA2s = (x: number) => `${(x / 1000).toPrecision(3)} kA²s`;

/** What opens, and when: too much let through, or nothing in time. */
function opens({ guard, when, clearing: c }: Guarded, name: string, many = false): string {
  if (c.passedA2s !== null && c.clearS !== null && c.clearS <= ADIABATIC_LIMIT_S)
    return `${name} would not survive a short${when}: ${guard} lets ${kA2s(c.passedA2s)} through, ${many ? 'each' : 'it'} bears ${kA2s(c.withstandA2s)}`;
  const bearsS = c.withstandA2s / Math.max(c.smallA, 1e-9) ** 2;
  const late = c.clearS === null ? 'need not open' : `takes up to ${seconds(c.clearS)}`;
  return `${name} ${many ? 'burn' : 'burns'} in a short${when}: at ${amps(c.smallA)} ${guard} ${late}, ${many ? 'each' : 'it'} bears that for ${seconds(bearsS)}`;
}

const unlock = ({ cable }: Guarded): Fix[] =>
  cable.conductorMm2.mode === 'locked'
    ? [
        {
          label: 'Let its size be worked out',
          commands: [
            { kind: 'set', collection: 'cables', id: cable.id, field: 'conductorMm2', value: { mode: 'auto' } },
          ],
        },
      ]
    : [];

/** A fuse where the conductor leaves what feeds it, in a holder of its own. */
function nearFuse(
  { connectionId, cable, fedEnd, designCurrentA, faultA, faultVoltageV }: Guarded,
  ampacities: readonly { cableId: Id; ampacityA: number }[],
  { fuseFactor }: Profile,
  { names, ...board }: Omit<Insertable, 'items'> & { items: readonly SurfacedItem[]; names: Names },
): Fix[] {
  const ampacityA = ampacities.find((a) => a.cableId === cable.id)?.ampacityA ?? 0;
  const holder = holderFor(board.catalogue, {
    leastA: fuseFactor.value * designCurrentA,
    mostA: ampacityA,
    faultA: faultA ?? 0,
    voltageV: faultVoltageV,
  });
  if (!fedEnd || !holder) return [];
  const items = board.items.map((i) => ({ ...i, designation: nameOf(names, i.id) }));
  return fuseInto({ ...board, items }, connectionId, fedEnd, holder, 'near');
}

/** Does the conductor outlive a short in it, from whichever side it is fed? */
export const faultWithstand = finding({
  id: 'fault-withstand',
  subject: 'faults',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the conductor and what lies beside it: it glows before its fuse opens',
  source: 'IEC 60364-4-43 434.5.2, 435.1 (from memory)',
  limits: {
    holdsS: {
      value: ADIABATIC_LIMIT_S,
      unit: 's',
      what: 'up to which the adiabatic equation holds',
      source: 'IEC 60364-4-43',
    },
  },
  reads: {
    guardedWires,
    ampacities: rows(field(sizing, 'cables'), ['cableId', 'ampacityA']),
    profile,
    catalogue,
    items: surfaces,
    names,
    parts,
    connections,
    cables: fact('cables', ['id', 'designation', 'cores', 'segments']),
  },
  judge: ({ guardedWires, ampacities, profile, ...board }, { holdsS }) =>
    guardedWires
      .filter(({ short }) => short.verdict === 'burns')
      .map((g) => ({
        entity: g.connectionId,
        where: { label: g.cable.designation, cableIds: [g.cable.id] },
        says: opens(g, g.cable.designation),
        alike: { key: `${opens(g, '')} ${g.ends}`, says: (places) => opens(g, places, true) },
        why: `${g.ends}: from ${amps(g.clearing.smallA)} to ${amps(g.clearing.largeA)} pass through it on the way to a short; only what stands between the source and the short ends it. I²t must stay under k²S² (exact to ${holdsS} s, on the safe side beyond)`,
        source: `IEC 60364-4-43 434.5.2, 435.1 (from memory); ${g.curveSource}`,
        fixes: [...nearFuse(g, ampacities, profile, board), ...unlock(g)],
      })),
});
