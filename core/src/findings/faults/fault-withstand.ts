import { ADIABATIC_LIMIT_S } from '../../stages/sizing/clearing.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { burns, guardedWires } from './guarded.ts';

const kA2s = (x: number) => `${(x / 1000).toPrecision(3)} kA²s`;

/** Does the conductor outlive what its guard lets through? */
export const faultWithstand = finding({
  id: 'fault-withstand',
  subject: 'faults',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the conductor and what lies beside it: it glows before its fuse opens',
  source: 'IEC 60364-4-43 434.5.2',
  limits: {
    holdsS: {
      value: ADIABATIC_LIMIT_S,
      unit: 's',
      what: 'up to which the adiabatic equation holds',
      source: 'IEC 60364-4-43',
    },
  },
  reads: { guardedWires },
  judge: ({ guardedWires }, { holdsS }) =>
    guardedWires
      .filter(({ clearing }) => burns(clearing))
      .map(({ connectionId, cable, guard, faultA, clearing, curveSource }) => ({
        entity: connectionId,
        where: { label: cable.designation, cableIds: [cable.id] },
        says: `${cable.designation} would not survive a short: ${guard} lets ${kA2s(clearing.passedA2s!)} through, it bears ${kA2s(clearing.withstandA2s)}`,
        why: `up to ${amps(faultA)} near the source; I²t must stay under k²S² for the ${holdsS} s the equation holds`,
        source: `IEC 60364-4-43 434.5.2; ${curveSource}`,
      })),
});
