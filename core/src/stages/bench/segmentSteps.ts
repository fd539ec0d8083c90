import { type Draft, readingStep } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { TerminalRef } from '../../document/connection/connection.ts';
import { given, use } from '../../engine/formula.ts';
import { segmentLimit } from '../../formulas/bench.ts';
import { LIVE } from './benchWords.ts';
import { cableOhmAt20 } from './continuitySteps.ts';
import { NOTHING_V } from './limitsAt.ts';
import type { SegmentPoint } from './loadSteps.ts';

/** A part of a line that is proved under the load of a consumer: a conductor no current was sent through, or a fuse. */
export interface Segment extends SegmentPoint {
  name: string;
  entityId: Id;
  connectionId: Id | null;
  from: TerminalRef;
  to: TerminalRef;
  /** Designations of the parts at its ends, and of the consumer. */
  fromAt: string;
  toAt: string;
  load: string;
  /** Null for a fuse. */
  areaMm2: number | null;
  lengthMm: number;
  fuseOhm: number;
  seatsIn: readonly string[];
  joinOhm: number;
}

/** Millivolts over one conductor or one fuse, while its heaviest consumer is on. */
export function segmentStep(segment: Segment): Draft {
  const { areaMm2, lengthMm, fuseOhm, joinOhm, currentA, operating, load, seatsIn } = segment;
  const [copperOhm, joints] = areaMm2 === null ? [0, 0] : [cableOhmAt20({ areaMm2, lengthMm }), 2];
  const what = segment.connectionId === null ? `fuse ${segment.name}` : segment.name;
  const address = `bench/segment/${segment.branchKey}`;
  return readingStep({
    id: `load/segment/${segment.branchKey}`,
    stage: 'load',
    entityId: segment.entityId,
    title: `Drop over ${what}, ${load} on`,
    how: `${load} still on (${currentA.toFixed(1)} A through it). Millivolts from ${segment.fromAt}:${segment.from.terminalId} to ${segment.toAt}:${segment.to.terminalId}.`,
    caution: LIVE,
    measures: 'drop',
    lowLimit: -NOTHING_V,
    highLimit: use(segmentLimit, { currentA, copperOhm, joints, joinOhm, fuseOhm }, address, () => ({
      currentA: given('solved network with this consumer alone'),
      copperOhm: given('conductor at 20 °C'),
      joints: given('one at each end of a conductor'),
      joinOhm: given('workshop setting'),
      fuseOhm: given('part sheet'),
    })),
    expected: currentA * (copperOhm + joints * joinOhm + fuseOhm),
    limitFigure: address,
    basis: { kind: 'segment', copperOhm, joints, fuseOhm, currentA, operating },
    probes: [{ plus: segment.from, minus: segment.to, sign: 1 }],
    connectionId: segment.connectionId,
    state: { batteriesConnected: true, isolatorsClosed: true, seatsIn, flowsOn: [segment.flowKey] },
  });
}
