import type { PartData } from '../../document/part/part.ts';
import { noClear, signalOutput } from '../makings.ts';
import { lead, stud } from '../terminals.ts';

const feed = (nominalV: number): PartData => ({
  id: `feed-${nominalV}`,
  kind: 'feed',
  name: `Engine starter battery tap, ${nominalV} V`,
  widthMm: 60,
  heightMm: 40,
  depthMm: 40,
  massKg: 0,
  clearSpaceMm: noClear,
  mountHoles: [],
  terminals: [
    stud('plus', 'plus', [-15, 0, 180], [8, 24], { zMm: 10 }),
    stud('minus', 'minus', [15, 0, 0], [8, 24], { zMm: 10 }),
  ],
  elements: [{ kind: 'feed', id: 'f', plus: 'plus', minus: 'minus', resistanceOhm: 0.008, shortCircuitA: 1500 }],
  systemVoltagesV: [nominalV],
  price: null,
  leadTimeDays: null,
});

/** A feed that also says when the engine runs: a lead that is live from the alternator's own terminal. */
const feedWithSignal = (nominalV: number): PartData => {
  const plain = feed(nominalV);
  return {
    ...plain,
    id: `feed-${nominalV}-signal`,
    name: `Engine starter battery tap, ${nominalV} V, with engine-running lead`,
    terminals: [...plain.terminals, lead('running', 'plus', [0, 15, 90], 1.5, { name: 'running', required: false })],
    elements: [...plain.elements, signalOutput('running', 'plus', 'engineRunning')],
  };
};

/** A feed with a lead off the running lights: live whenever somebody leaves them on, engine or not. */
const feedWithLights = (nominalV: number): PartData => {
  const plain = feed(nominalV);
  return {
    ...plain,
    id: `feed-${nominalV}-lights`,
    name: `Engine starter battery tap, ${nominalV} V, with running-lights lead`,
    terminals: [
      ...plain.terminals,
      lead('lights', 'plus', [0, 15, 90], 1.5, { name: 'running lights', required: false }),
    ],
    elements: [...plain.elements, signalOutput('lights', 'plus', 'lightsOn')],
  };
};

/** The starter battery of the larger engines. */
export const FEEDS: readonly PartData[] = [feed(12), feed(24), feedWithSignal(12), feedWithLights(12)];
