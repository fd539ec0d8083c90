import type { PartData } from '../../document/part/part.ts';
import { sideHoles } from '../makings.ts';
import { clamp, stud } from '../terminals.ts';

const voltageRelay: PartData = {
  id: 'relay-lvd-100',
  kind: 'relay',
  name: 'Low-voltage disconnect relay, 100 A',
  widthMm: 80,
  heightMm: 60,
  depthMm: 55,
  massKg: 0.3,
  clearSpaceMm: { left: 10, right: 10, top: 20, bottom: 10 },
  mountHoles: sideHoles(34),
  terminals: [
    stud('line', 'plus', [-24, -10, 180], [8, 22], { lineLoad: 'line' }),
    stud('load', 'plus', [24, -10, 0], [8, 22], { lineLoad: 'load' }),
    clamp('coilPlus', 'plus', [-16, 24, 90], [0.5, 2.5]),
    clamp('coilMinus', 'minus', [16, 24, 90], [0.5, 2.5]),
  ],
  elements: [
    {
      kind: 'contact',
      id: 'k',
      a: 'line',
      b: 'load',
      resistanceOhm: 0.0006,
      ratingA: 100,
      normallyOpen: true,
      follows: null,
      selfLimiting: false,
      interlock: null,
    },
    {
      kind: 'coil',
      id: 'coil',
      plus: 'coilPlus',
      minus: 'coilMinus',
      resistanceOhm: 60,
      contactId: 'k',
      needs: null,
      senses: null,
    },
  ],
  systemVoltagesV: [12, 24],
  price: 58,
  leadTimeDays: 10,
};

/** Joins the alternator's battery to the bank while the engine charges: no electronics worth the name, runs warm. */
const joiningRelay: PartData = {
  id: 'relay-vsr-120',
  kind: 'relay',
  name: 'Voltage-sensitive joining relay, 120 A',
  widthMm: 80,
  heightMm: 70,
  depthMm: 60,
  massKg: 0.35,
  clearSpaceMm: { left: 20, right: 20, top: 40, bottom: 20 },
  mountHoles: sideHoles(34),
  terminals: [
    stud('line', 'plus', [-24, -12, 180], [8, 24], { lineLoad: 'line' }),
    stud('load', 'plus', [24, -12, 0], [8, 24], { lineLoad: 'load' }),
    clamp('minus', 'minus', [0, 28, 90], [0.5, 2.5]),
  ],
  elements: [
    {
      kind: 'contact',
      id: 'k',
      a: 'line',
      b: 'load',
      resistanceOhm: 0.0007,
      ratingA: 120,
      normallyOpen: true,
      follows: null,
      selfLimiting: false,
      interlock: null,
    },
    {
      kind: 'coil',
      id: 'coil',
      plus: 'line',
      minus: 'minus',
      resistanceOhm: 80,
      contactId: 'k',
      needs: 'engineRunning',
      senses: { closeV: 13.3, openV: 12.8, delayS: 5 },
    },
  ],
  systemVoltagesV: [12],
  price: 44,
  leadTimeDays: 10,
};

/** The same with a terminal for a button: it joins both batteries for as long as somebody holds it. */
const boostRelay: PartData = {
  ...joiningRelay,
  id: 'relay-vsr-120-boost',
  name: 'Voltage-sensitive joining relay with boost input, 120 A',
  terminals: [
    ...joiningRelay.terminals,
    clamp('boost', 'plus', [20, 28, 90], [0.5, 2.5], { name: 'boost', required: false }),
  ],
  elements: [
    ...joiningRelay.elements,
    {
      kind: 'coil',
      id: 'boostCoil',
      plus: 'boost',
      minus: 'minus',
      resistanceOhm: 80,
      contactId: 'k',
      needs: null,
      senses: null,
    },
  ],
  price: 52,
};

/** Watches the voltage at its own line stud and opens before the bank is empty: no wire but its minus. */
const sensingDisconnect: PartData = {
  ...joiningRelay,
  id: 'relay-lvd-sensing-120',
  name: 'Low-voltage disconnect, senses for itself, 120 A',
  elements: joiningRelay.elements.map((e) =>
    e.kind === 'coil' ? { ...e, needs: 'cellsGiveCharge', senses: { closeV: 12.6, openV: 11.5, delayS: 60 } } : e,
  ),
  systemVoltagesV: [12],
  price: 64,
};

/** A plain relay: closed while its coil is fed. */
const powerRelay: PartData = {
  ...voltageRelay,
  id: 'relay-100',
  name: 'Power relay, 100 A, closes when fed',
  price: 31,
  leadTimeDays: 5,
};

export const RELAYS: readonly PartData[] = [sensingDisconnect, voltageRelay, powerRelay, joiningRelay, boostRelay];
