import type { AddressInfo, Server } from 'node:net';
import { createServer } from 'node:net';
import { type Instrument, type InstrumentKind, usualAccuracy } from '@ombrik/core/document/workshop/instrument';
import { isOpenReading, OVERLOAD } from '@ombrik/core/document/workshop/quantity';
import Modbus from 'jsmodbus';
import { IDENTITY_AT, IDENTITY_WORDS } from './modbusBattery.ts';
import { type Spoken, startScpiServer } from './scpiServer.ts';

/** What stands under the probes of the stand-ins. */
export interface UnderProbes {
  voltageV(): number;
  /** Without the meter's leads. */
  resistanceOhm(): number;
  currentA(): number;
  /** Through the four wires of the milliohmmeter. */
  leadOhm(): number;
  bankV(): number;
  massKg(): number;
  /** A load or a supply was told to carry so much; null where it is off. */
  driven?(by: 'electronicLoad' | 'supply', currentA: number | null): void;
}

/** Leads of the simulated meter, Ω. */
const LEAD_OHM = 0.1;
const steps = (x: number, step: number) => (isOpenReading(x) ? OVERLOAD : Math.round(x / step) * step);

const SCPI: Partial<Record<InstrumentKind, (u: UnderProbes) => Spoken>> = {
  multimeter: (u) => ({
    identity: 'OMBRIK,SIMULATED-METER,0,1.0',
    commands: [
      [/^MEAS(URE)?:VOLT(AGE)?(:DC)?\?$/, () => steps(u.voltageV(), Math.abs(u.voltageV()) < 2 ? 1e-5 : 1e-3)],
      [/^MEAS(URE)?:RES(ISTANCE)?\?$/, () => steps(u.resistanceOhm() + LEAD_OHM, 1e-3)],
      [/^MEAS(URE)?:CURR(ENT)?(:DC)?\?$/, () => steps(u.currentA(), 1e-2)],
    ],
  }),
  milliohmmeter: (u) => ({
    identity: 'OMBRIK,SIMULATED-FOUR-WIRE,0,1.0',
    commands: [[/^MEAS(URE)?:FRES(ISTANCE)?\?$/, () => steps(u.leadOhm(), 1e-6)]],
  }),
  insulationTester: (u) => {
    let volts = 0;
    return {
      identity: 'OMBRIK,SIMULATED-INSULATION,0,1.0',
      commands: [
        [
          /^SOUR(CE)?:VOLT(AGE)?$/,
          (argument) => {
            volts = Number(argument);
            return null;
          },
        ],
        [/^SOUR(CE)?:VOLT(AGE)?\?$/, () => volts],
        // Without a test voltage it measures nothing.
        [/^MEAS(URE)?:RES(ISTANCE)?\?$/, () => (volts > 0 ? steps(Math.min(u.resistanceOhm(), 2e9), 1e3) : '9.91E37')],
      ],
    };
  },
  electronicLoad: (u) => source('LOAD', 'electronicLoad', u),
  supply: (u) => source('SUPPLY', 'supply', u),
  scale: (u) => ({
    identity: 'OMBRIK,SIMULATED-SCALE,0,1.0',
    commands: [[/^MEAS(URE)?:MASS\?$/, () => `${u.massKg().toFixed(2)} KG`]],
  }),
};

function source(what: string, kind: 'electronicLoad' | 'supply', u: UnderProbes): Spoken {
  const set = { amps: 0, volts: 0, on: false };
  const put = (change: Partial<typeof set>): null => {
    Object.assign(set, change);
    u.driven?.(kind, set.on ? set.amps : null);
    return null;
  };
  const state = kind === 'supply' ? 'OUTP(UT)?(:STAT(E)?)?' : 'INP(UT)?(:STAT(E)?)?';
  return {
    identity: `OMBRIK,SIMULATED-${what},0,1.0`,
    commands: [
      [/^(SOUR(CE)?:)?CURR(ENT)?$/, (argument) => put({ amps: Number(argument) })],
      [/^(SOUR(CE)?:)?CURR(ENT)?\?$/, () => set.amps],
      [/^(SOUR(CE)?:)?VOLT(AGE)?$/, (argument) => put({ volts: Number(argument) })],
      [/^(SOUR(CE)?:)?VOLT(AGE)?\?$/, () => set.volts],
      [new RegExp(`^${state}$`), (argument) => put({ on: /^(1|ON)$/i.test(argument) })],
      [new RegExp(`^${state}\\?$`), () => (set.on ? '1' : '0')],
      [/^MEAS(URE)?:VOLT(AGE)?(:DC)?\?$/, () => steps(u.voltageV(), 1e-3)],
      [/^MEAS(URE)?:CURR(ENT)?(:DC)?\?$/, () => (set.on ? set.amps : steps(u.currentA(), 1e-3))],
    ],
  };
}

/** The stand-in of a battery's data: volts in hundredths in register 0, amps in tenths in 1, what it is further up. */
async function startBattery(u: UnderProbes): Promise<{ server: Server; port: number }> {
  const server = createServer();
  const holding = Buffer.alloc((IDENTITY_AT + IDENTITY_WORDS) * 2);
  holding.write('SIMULATED-BATTERY', IDENTITY_AT * 2, 'ascii');
  const modbus = new Modbus.server.TCP(server, { holding });
  modbus.on('preReadHoldingRegisters', () => {
    holding.writeUInt16BE(Math.round(u.bankV() * 100) & 0xffff, 0);
    holding.writeInt16BE(Math.round(u.currentA() * 10), 2);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { server, port: (server.address() as AddressInfo).port };
}

const NAMES: Readonly<Record<InstrumentKind, string>> = {
  multimeter: 'Simulated meter',
  milliohmmeter: 'Simulated four-wire ohmmeter',
  insulationTester: 'Simulated insulation tester',
  electronicLoad: 'Simulated load',
  supply: 'Simulated supply',
  batteryData: 'Simulated battery data',
  scale: 'Simulated scale',
};

/** Starts the stand-ins of every kind of instrument, each with an address of its own on loopback. */
export async function startStandIns(u: UnderProbes): Promise<{ instruments: Instrument[]; close: () => void }> {
  const kinds = Object.keys(NAMES) as InstrumentKind[];
  const started = await Promise.all(
    kinds.map(async (kind) => {
      const spoken = SCPI[kind]?.(u);
      return { kind, ...(spoken ? await startScpiServer(spoken) : await startBattery(u)) };
    }),
  );
  return {
    instruments: started.map(
      ({ kind, port }): Instrument => ({
        id: `simulated-${kind}`,
        name: NAMES[kind],
        kind,
        serial: 'none',
        host: '127.0.0.1',
        port,
        accuracy: usualAccuracy(kind, 0.002),
        registers:
          kind === 'batteryData'
            ? [
                { quantity: 'voltage', address: 0, perUnit: 100, signed: false },
                { quantity: 'current', address: 1, perUnit: 10, signed: true },
              ]
            : [],
        checkedOn: null,
        everyDays: null,
      }),
    ),
    close: () => {
      for (const { server } of started) server.close();
    },
  };
}
