import { execFile } from 'node:child_process';
import type { AddressInfo, Socket } from 'node:net';
import { connect, createServer } from 'node:net';
import { promisify } from 'node:util';
import { type Instrument, isSimulated, usualAccuracy } from '@ombrik/core/document/workshop/instrument';
import { OVERLOAD } from '@ombrik/core/document/workshop/quantity';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { whileDriven } from './driveInstrument.ts';
import { canTell, readInstrument } from './readInstrument.ts';
import { startScpiServer } from './scpiServer.ts';
import { InstrumentError, ScpiSession } from './scpiSession.ts';
import { startStandIns, type UnderProbes } from './standIns.ts';

const under: { [K in Exclude<keyof UnderProbes, 'driven'>]: ReturnType<UnderProbes[K]> } = {
  voltageV: 13.4567,
  resistanceOhm: OVERLOAD,
  currentA: 7.25,
  leadOhm: 0.00042,
  bankV: 26.41,
  massKg: 31.4,
};
const probes = Object.fromEntries(
  Object.keys(under).map((k) => [k, () => under[k as keyof typeof under]]),
) as unknown as UnderProbes;
/** What load and supply were told, in its order. */
const drivenBy: [by: string, currentA: number | null][] = [];
let standIns: Awaited<ReturnType<typeof startStandIns>>;
beforeAll(async () => {
  standIns = await startStandIns({
    ...probes,
    driven: (by, currentA) => void drivenBy.push([by, currentA]),
  });
});
afterAll(() => standIns.close());
const of = (kind: Instrument['kind']) => standIns.instruments.find((i) => i.kind === kind)!;
/** What a general-purpose client from Debian's packages makes of it, run as a program of its own. */
const run = promisify(execFile);
const python = async (script: string) => (await run('/usr/bin/python3', ['-c', script])).stdout.trim();

/** An instrument that behaves as told on its line. */
async function illMannered(behave: (socket: Socket, line: string) => void) {
  const server = createServer((socket) => {
    socket.on('error', () => socket.destroy());
    socket.on('data', (d) => behave(socket, String(d).trim()));
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  return { port, close: () => server.close() };
}

describe('stand-ins', () => {
  it('speak SCPI as IEEE 488.2 asks: identity, long and short form, an error queue, several on a line', async () => {
    const { port } = of('multimeter');
    const answers: string[] = await new Promise((resolve) => {
      let got = '';
      const socket = connect(port!, '127.0.0.1', () =>
        socket.write('*IDN?\nMEAS:VOLT:DC?\r\nmeasure:voltage?\nMEAS:RES?\nFOO;*OPC?\nSYST:ERR?\nSYST:ERR?\n'),
      );
      socket.on('data', (d) => {
        got += d;
        if (got.split('\n').length > 7) {
          socket.end();
          resolve(got.trim().split('\n'));
        }
      });
    });
    expect(answers).toEqual([
      'OMBRIK,SIMULATED-METER,0,1.0',
      '+1.34570000E+01',
      '+1.34570000E+01',
      '+9.90000000E+37',
      '1',
      '-113,"Undefined header"',
      '+0,"No error"',
    ]);
  });
  // PyVISA with its pure backend: a general-purpose instrument client (Debian python3-pyvisa-py).
  it('a general-purpose instrument client reads meter, load and insulation tester', { timeout: 60_000 }, async () => {
    const ask = async (kind: Instrument['kind'], ...lines: string[]) =>
      (
        await python(`
import pyvisa
i = pyvisa.ResourceManager('@py').open_resource('TCPIP::127.0.0.1::${of(kind).port}::SOCKET')
i.read_termination = i.write_termination = '\\n'
i.timeout = 4000
for line in ${JSON.stringify(lines)}:
    print(i.query(line)) if '?' in line else i.write(line)
`)
      ).split('\n');
    expect((await ask('multimeter', '*IDN?', 'MEAS:VOLT:DC?')).map((l, n) => (n ? Number(l) : l))).toEqual([
      'OMBRIK,SIMULATED-METER,0,1.0',
      13.457,
    ]);
    expect((await ask('electronicLoad', 'CURR 12.5', 'INP ON', 'MEAS:CURR:DC?')).map(Number)).toEqual([12.5]);
    // Without a test voltage it has nothing to say (SCPI's "not a number").
    expect((await ask('insulationTester', 'MEAS:RES?', 'SOUR:VOLT 250', 'MEAS:RES?')).map(Number)).toEqual([
      9.91e37, 2e9,
    ]);
  });
  // pymodbus: a general-purpose Modbus client (Debian python3-pymodbus).
  it('a general-purpose Modbus client reads the battery', { timeout: 60_000 }, async () => {
    const words = await python(`
from pymodbus.client import ModbusTcpClient
c = ModbusTcpClient('127.0.0.1', port=${of('batteryData').port})
c.connect()
print(*c.read_holding_registers(0, 2, slave=1).registers)
`);
    expect(words.split(' ').map(Number)).toEqual([2641, 73]);
  });
  // Modbus application protocol V1.1b3: function 3, two registers, as bytes on the line.
  it('the battery answers byte for byte as the protocol is printed', async () => {
    const { port } = of('batteryData');
    const answer: Buffer = await new Promise((resolve) => {
      const socket = connect(port!, '127.0.0.1', () => socket.write(Buffer.from([0, 7, 0, 0, 0, 6, 1, 3, 0, 0, 0, 1])));
      socket.on('data', (d) => {
        socket.end();
        resolve(d);
      });
    });
    expect([...answer]).toEqual([0, 7, 0, 0, 0, 5, 1, 3, 2, 2641 >> 8, 2641 & 255]);
  });
  it('are all known for what they are, and every kind of reading has one', async () => {
    const asks = [
      ['multimeter', 'voltage', 13.457],
      ['multimeter', 'resistance', OVERLOAD],
      ['multimeter', 'current', 7.25],
      ['milliohmmeter', 'resistance', 0.00042],
      ['insulationTester', 'insulation', 2e9],
      ['electronicLoad', 'voltage', 13.457],
      ['supply', 'voltage', 13.457],
      ['batteryData', 'voltage', 26.41],
      ['batteryData', 'current', 7.3],
      ['scale', 'mass', 31.4],
    ] as const;
    for (const [kind, measures, value] of asks) {
      const read = await readInstrument(of(kind), { measures, basis: null });
      expect(read.value, kind).toBeCloseTo(value, 6);
      expect(isSimulated(read.identity), kind).toBe(true);
      expect(read.raw.length, kind).toBeGreaterThan(0);
    }
  });
  it('four wires tell the drop a sent current would make', async () => {
    const basis = { kind: 'lead', copperOhm: 0, joints: 2, sentA: 10 } as const;
    expect((await readInstrument(of('milliohmmeter'), { measures: 'drop', basis })).value).toBeCloseTo(0.0042, 9);
    expect(canTell(of('milliohmmeter'), { measures: 'drop', basis: null })).toBe(false);
    expect(canTell(of('scale'), { measures: 'voltage', basis: null })).toBe(false);
  });
});

describe('an instrument that misbehaves is told as what it does', () => {
  const meter = (port: number): Instrument => ({ ...of('multimeter'), name: 'Bench meter', port });
  const volts = { measures: 'voltage', basis: null } as const;
  const behaviours: [string, (socket: Socket, line: string) => void, RegExp][] = [
    ['silence', () => {}, /did not answer "\*IDN\?" in time/],
    ['half a line', (s) => s.write('+1.3'), /sent half a line, "\+1\.3", and no more/],
    ['hanging up in the middle', (s) => s.end('BENCH,D'), /hung up in the middle of "BENCH,D"/],
    ['words', (s) => s.write('hello\n'), /answered "hello" to "MEAS:VOLT:DC\?"; accepted: a number in V/],
    ['another unit', (s, l) => s.write(l === '*IDN?' ? 'BENCH\n' : '1.2 OHM\n'), /answered in OHM; accepted: V/],
    ['no valid reading', (s, l) => s.write(l === '*IDN?' ? 'BENCH\n' : '9.91E37\n'), /has no valid reading/],
    ['talking without end', (s) => s.write('x'.repeat(5000)), /talks without end/],
  ];
  it.each(behaviours)('%s', { timeout: 20_000 }, async (_, behave, words) => {
    const bad = await illMannered(behave);
    await expect(readInstrument(meter(bad.port), volts)).rejects.toThrow(words);
    bad.close();
  });
  it('nobody there', async () => {
    await expect(readInstrument(meter(1), volts)).rejects.toThrow(/Bench meter at 127\.0\.0\.1:1 cannot be reached/);
    await expect(readInstrument({ ...meter(1), host: '', port: null }, volts)).rejects.toThrow(/has no address: type/);
  });
  it('a reading that never settles is none', { timeout: 30_000 }, async () => {
    let n = 0;
    const jumpy = await illMannered((s, l) => s.write(l === '*IDN?' ? 'BENCH\n' : `${12 + (n++ % 2)}\n`));
    await expect(readInstrument(meter(jumpy.port), volts)).rejects.toThrow(/does not settle \(.*12\.000, 13\.000/);
    jumpy.close();
  });
  it('one that charges up is waited for; every sample on the way is told', async () => {
    let n = 0;
    const slow = await illMannered((s, l) => s.write(l === '*IDN?' ? 'BENCH\n' : `${13 * (1 - Math.exp(-n++ / 3))}\n`));
    const samples: number[] = [];
    const exact = { ...meter(slow.port), accuracy: usualAccuracy('multimeter', 0.05) };
    const { value } = await readInstrument(exact, volts, (s) => samples.push(s.value));
    expect(13 - value).toBeLessThan(0.05);
    expect(samples.length).toBeGreaterThan(8);
    slow.close();
  });
  it('what is said without being asked is no answer', async () => {
    const { server, port } = await startScpiServer({ identity: 'A', commands: [] });
    server.on('connection', (s) => s.write('READY\n'));
    const session = await ScpiSession.open('meter', '127.0.0.1', port);
    await new Promise((go) => setTimeout(go, 50));
    expect(await session.ask('*IDN?')).toBe('A');
    session.close();
    server.close();
  });
});

describe('a load or a supply driven by the program', () => {
  const anybody = () => {};
  const sends = { by: 'supply', currentA: 10 } as const;
  it('carries the current while something is read, and not a moment longer', async () => {
    drivenBy.length = 0;
    const { read, driven } = await whileDriven(of('supply'), sends, anybody, async () => {
      expect(drivenBy.at(-1)).toEqual(['supply', 10]);
      return 0.0042;
    });
    expect([read, driven.currentA, driven.identity]).toEqual([0.0042, 10, 'OMBRIK,SIMULATED-SUPPLY,0,1.0']);
    expect(drivenBy.at(-1)).toEqual(['supply', null]);
    // What a clip that falls off could rise to was set before anything was on.
    const on = drivenBy.findIndex(([, amps]) => amps !== null);
    expect([on > 0, drivenBy.slice(0, on).every(([, amps]) => amps === null)]).toEqual([true, true]);
  });
  it('is off again where the reading failed', async () => {
    const failing = whileDriven(of('electronicLoad'), { by: 'electronicLoad', currentA: 4 }, anybody, async () => {
      throw new InstrumentError('Bench meter does not settle');
    });
    await expect(failing).rejects.toThrow('Bench meter does not settle');
    expect(drivenBy.at(-1)).toEqual(['electronicLoad', null]);
  });
  it('is never switched on where it may not be used, or is of the other kind', async () => {
    drivenBy.length = 0;
    const forbid = () => {
      throw new Error('simulated');
    };
    await expect(whileDriven(of('supply'), sends, forbid, async () => 1)).rejects.toThrow('simulated');
    await expect(whileDriven(of('electronicLoad'), sends, anybody, async () => 1)).rejects.toThrow(/is no supply/);
    expect(drivenBy.filter(([, amps]) => amps !== null)).toEqual([]);
  });
  it('that does not come to the current, does not obey, or cannot be switched off says so', {
    timeout: 30_000,
  }, async () => {
    const one = (port: number): Instrument => ({ ...of('supply'), name: 'Supply 2', port });
    /** A supply of its own kind: what it answers to, and the last state it was told. */
    const supply = (answers: (line: string, told: string[]) => string | null) => {
      const told: string[] = [];
      return illMannered((s, all) => {
        for (const line of all.split('\n').map((l) => l.trim())) {
          told.push(line);
          const answer = answers(line, told);
          if (answer === 'END') s.destroy();
          else if (answer !== null) s.write(`${answer}\n`);
        }
      }).then((server) => ({ ...server, told }));
    };
    const plain = (line: string): string | null =>
      line === '*IDN?' ? 'BENCH,PS' : line === 'SYST:ERR?' ? '+0,"No error"' : line === 'OUTP?' ? '0' : null;
    const short = await supply((line) => (line.startsWith('MEAS') ? '3.1' : plain(line)));
    await expect(whileDriven(one(short.port), sends, anybody, async () => 1)).rejects.toThrow(
      /Supply 2 comes to 3\.10 A of the 10\.00 A asked/,
    );
    expect(short.told.filter((l) => l.startsWith('OUTP ')).at(-1)).toBe('OUTP OFF');
    const deaf = await supply((line) => (line === 'SYST:ERR?' ? '-113,"Undefined header"' : plain(line)));
    await expect(whileDriven(one(deaf.port), sends, anybody, async () => 1)).rejects.toThrow(/does not obey/);
    expect(deaf.told).not.toContain('OUTP ON');
    const stuck = await supply((line) => (line === 'OUTP?' ? '1' : line.startsWith('MEAS') ? '10' : plain(line)));
    await expect(whileDriven(one(stuck.port), sends, anybody, async () => 1)).rejects.toThrow(
      /could not be switched off by the program \("1"\): switch it off by hand/,
    );
    const gone = await supply((line) => (line.startsWith('MEAS') ? 'END' : plain(line)));
    await expect(whileDriven(one(gone.port), sends, anybody, async () => 1)).rejects.toThrow(
      /could not be switched off by the program .*hung up.*switch it off by hand/,
    );
    for (const server of [short, deaf, stuck, gone]) server.close();
  });
});
