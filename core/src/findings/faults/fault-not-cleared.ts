import { ADIABATIC_LIMIT_S } from '../../stages/sizing/clearing.ts';
import { ampsInWords as amps, secondsInWords as seconds } from '../../words.ts';
import { finding } from '../finding.ts';
import { burns, guardedWires } from './guarded.ts';

/** Does the guard open on the smallest fault that can occur? */
export const faultNotCleared = finding({
  id: 'fault-not-cleared',
  subject: 'faults',
  station: 'circuit',
  severity: { warn: 'bad practice' },
  protects: 'the line: a short that opens nothing heats it like an overload',
  source: 'time–current curve of the guard',
  limits: {
    clearS: {
      value: ADIABATIC_LIMIT_S,
      unit: 's',
      what: 'within which the smallest fault must open its guard',
      source: 'IEC 60364-4-43, validity of the adiabatic equation',
    },
  },
  reads: { guardedWires },
  judge: ({ guardedWires }, { clearS }) =>
    guardedWires
      .filter(({ clearing: c }) => !burns(c) && !(c.clearS !== null && c.clearS <= clearS))
      .map(({ connectionId, cable, guard, smallestA, clearing, curveSource }) => ({
        entity: connectionId,
        where: { label: cable.designation, cableIds: [cable.id] },
        says: `A short at the far end of ${cable.designation} passes ${amps(smallestA)}: ${guard} ${clearing.clearS === null ? 'need not open' : `takes up to ${seconds(clearing.clearS)}`}`,
        why: `bank low, cold and aged, copper hot; a fault that is not cleared within ${clearS} s heats the line like an overload: a smaller fuse, or more copper`,
        source: curveSource,
      })),
});
