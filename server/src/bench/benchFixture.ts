import type { BenchState, BenchStep, Probe } from '@ombrik/core/devices/benchStep';
import { type Defect, type SimulatedBoard, simulateReading } from '@ombrik/core/stages/bench/simulate';
import { askInstrument } from './scpiClient.ts';
import { type MeterFunctions, startScpiMeter } from './scpiMeter.ts';

/** Resistance of the simulated meter's own leads, Ω. */
const LEAD_OHM = 0.1;
const QUERY = { voltage: 'MEAS:VOLT:DC?', resistance: 'MEAS:RES?' } as const;

/** Draws one of the defects this board can carry. @param random a number from 0 to below 1 */
export function drawDefect(board: SimulatedBoard, cableIds: readonly string[], random: () => number): Defect | null {
  const wires = board.netlist.branches.filter((b) => b.kind === 'wire' && cableIds.includes(b.connectionId ?? ''));
  const loads = board.flows.filter((f) => f.way === 'discharge' && !f.key.endsWith('/input'));
  const onLoads = new Set(loads.flatMap((l) => [l.sink.plus, l.sink.minus]));
  const loadWires = wires.filter((w) => onLoads.has(w.a) || onLoads.has(w.b));
  const wire = loadWires[Math.floor(random() * loadWires.length)];
  const load = loads[Math.floor(random() * loads.length)];
  const draw = random();
  if (load && draw < 0.34) return { kind: 'swappedPair', itemId: load.itemId };
  if (wire && draw < 0.67) return { kind: 'openWire', connectionId: wire.connectionId! };
  return wire ? { kind: 'looseCrimp', connectionId: wire.connectionId!, extraOhm: 0.4 + random() * 0.8 } : null;
}

/**
 * The bench the simulated meter stands on: where its probes are and what the board under it does. Readings go out over
 * TCP as to a real instrument; only the moving of the probes is done for the tester.
 */
export class BenchFixture {
  #board: SimulatedBoard | null = null;
  #state: BenchState | null = null;
  #probe: Probe | null = null;
  #busy: Promise<unknown> = Promise.resolve();

  readonly functions: MeterFunctions = {
    voltageV: () => this.#read('voltage'),
    resistanceOhm: () => this.#read('resistance') + LEAD_OHM,
  };

  #read(measures: 'voltage' | 'resistance'): number {
    if (!this.#board || !this.#state || !this.#probe) return measures === 'voltage' ? 0 : 9.9e37;
    // The meter sees its two probes; which reading is subtracted is the tester's arithmetic.
    return simulateReading(this.#board, this.#state, [{ ...this.#probe, sign: 1 }], measures);
  }

  /** Takes a step's reading with the meter at a host and port, probe pair by probe pair. */
  takeReading(board: SimulatedBoard, step: BenchStep, meter: { host: string; port: number }): Promise<number> {
    const take = async (): Promise<number> => {
      if (!step.measures) throw new RangeError(`step ${step.id} is confirmed by eye, not measured`);
      this.#board = board;
      this.#state = step.state;
      let sum = 0;
      for (const probe of step.probes) {
        this.#probe = probe;
        sum += probe.sign * (await askInstrument(meter.host, meter.port, QUERY[step.measures]));
      }
      return Math.round(sum * 1e6) / 1e6;
    };
    // One meter, one pair of probes: readings wait for each other.
    const turn = this.#busy.then(take, take);
    this.#busy = turn.catch(() => undefined);
    return turn;
  }
}

export async function startBench(): Promise<{
  fixture: BenchFixture;
  meter: { host: string; port: number };
  close: () => void;
}> {
  const fixture = new BenchFixture();
  const { server, port } = await startScpiMeter(fixture.functions, Number(process.env.METER_PORT ?? 0));
  return { fixture, meter: { host: '127.0.0.1', port }, close: () => server.close() };
}
