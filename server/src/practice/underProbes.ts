import { isOpenReading, OVERLOAD } from '@ombrik/core/document/workshop/quantity';
import type { Measurable, SimulatedBench } from '@ombrik/core/stages/bench/simulate';
import { readInstrument } from '../instruments/readInstrument.ts';
import { startStandIns, type UnderProbes } from '../instruments/standIns.ts';

/**
 * The simulated board that stands under the tips of the stand-ins. Readings go out over TCP as to a real instrument;
 * only the moving of the tips is done for the hand.
 */
class Probes implements UnderProbes {
  bench: SimulatedBench | null = null;
  step: Measurable | null = null;

  #read(measures: Measurable['measures'], without: number): number {
    if (!this.bench || !this.step) return without;
    return this.bench.read({ ...this.step, measures });
  }
  voltageV = () => this.#read(this.step?.measures === 'drop' ? 'drop' : 'voltage', 0);
  resistanceOhm = () => this.#read('resistance', OVERLOAD);
  currentA = () => this.#read('current', 0);
  leadOhm = () => {
    const basis = this.step?.basis;
    if (basis?.kind !== 'lead') return this.resistanceOhm();
    const volts = this.#read('drop', OVERLOAD);
    return isOpenReading(volts) ? OVERLOAD : volts / basis.sentA;
  };
  bankV = () => this.#read('voltage', 0);
  massKg = () => 0;
}

export interface PracticeBench {
  instruments: Awaited<ReturnType<typeof startStandIns>>['instruments'];
  /** Reads a step of a simulated board with the stand-in of the meter. @throws InstrumentError */
  read: (bench: SimulatedBench, step: Measurable) => Promise<{ value: number; raw: string[]; from: string }>;
  close: () => void;
}

/** Starts the stand-ins with nothing under their tips. */
export async function startPracticeBench(): Promise<PracticeBench> {
  const probes = new Probes();
  const { instruments, close } = await startStandIns(probes);
  const meter = instruments.find((i) => i.kind === 'multimeter')!;
  let busy: Promise<unknown> = Promise.resolve();
  return {
    instruments,
    close,
    read(bench, step) {
      const take = async () => {
        probes.bench = bench;
        probes.step = step;
        const { value, raw } = await readInstrument(meter, step);
        return { value, raw, from: `${meter.host}:${meter.port}` };
      };
      // One meter, one pair of tips: readings wait for each other.
      const turn = busy.then(take, take);
      busy = turn.catch(() => undefined);
      return turn;
    },
  };
}
