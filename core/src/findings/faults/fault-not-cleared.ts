import { ADIABATIC_LIMIT_S } from '../../stages/faults/ends.ts';
import { ampsInWords as amps, secondsInWords as seconds } from '../../words.ts';
import { finding } from '../finding.ts';
import { guardedWires } from './guarded.ts';

/** A short so weak that its device takes it for an overload: the conductor bears it, for the device holds no more. */
export const faultNotCleared = finding({
  id: 'fault-not-cleared',
  subject: 'faults',
  station: 'circuit',
  severity: { warn: 'bad practice' },
  protects: 'what lies beside the line: a short that opens nothing for long heats it like an overload',
  source: 'time–current curve of the device; IEC 60364-4-43 435.1 (from memory)',
  limits: {
    clearS: {
      value: ADIABATIC_LIMIT_S,
      unit: 's',
      what: 'within which the smallest fault should open its device',
      source: 'IEC 60364-4-43, validity of the adiabatic equation',
    },
  },
  reads: { guardedWires },
  judge: ({ guardedWires }, { clearS }) =>
    guardedWires
      // Its return is told with it.
      .filter(
        ({ polarity, short, clearing: c }) =>
          polarity !== 'minus' && short.verdict === 'guarded' && !(c.clearS !== null && c.clearS <= clearS),
      )
      .map(({ connectionId, cable, guard, when, ends, clearing, curveSource }) => ({
        entity: connectionId,
        where: { label: cable.designation, cableIds: [cable.id] },
        says: `A short at the far end of ${cable.designation} passes ${amps(clearing.smallA)}${when}: ${guard} ${clearing.clearS === null ? 'need not open' : `takes up to ${seconds(clearing.clearS)}`}`,
        why: `${ends}: bank low, cold and aged, copper hot; the line carries what ${guard} holds, but a fault that is not cleared within ${clearS} s heats it like an overload: a smaller fuse, or more copper`,
        source: curveSource,
      })),
});
