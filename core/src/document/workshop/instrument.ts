import type { Quantity } from './quantity.ts';
import { dueOn, type ToolCheck } from './toolCheck.ts';

export type InstrumentKind =
  | 'multimeter'
  | 'milliohmmeter'
  | 'insulationTester'
  | 'electronicLoad'
  | 'supply'
  | 'batteryData'
  | 'scale';

export const INSTRUMENT_KIND_WORDS: Readonly<Record<InstrumentKind, string>> = {
  multimeter: 'multimeter',
  milliohmmeter: 'four-wire ohmmeter',
  insulationTester: 'insulation tester',
  electronicLoad: 'electronic load',
  supply: 'bench supply',
  batteryData: 'battery data, Modbus',
  scale: 'scale',
};

/** How far a reading may be off up to a size: a share of itself and a fixed part, in SI units. */
export interface AccuracyRange {
  quantity: Quantity;
  upTo: number;
  share: number;
  floor: number;
}

/** A measuring instrument of the shop; without an address its readings are typed. */
export interface Instrument extends ToolCheck {
  id: string;
  name: string;
  kind: InstrumentKind;
  serial: string;
  /** Where it answers on the shop's network; empty where it has no plug for it. */
  host: string;
  port: number | null;
  accuracy: readonly AccuracyRange[];
  /** Of battery data: the holding register each quantity stands in, and how many of its steps make one unit. */
  registers: readonly Register[];
}
export interface Register {
  quantity: Quantity;
  address: number;
  perUnit: number;
  signed: boolean;
}

/** Which instrument read it, as it was then. */
export interface ReadBy {
  id: string;
  name: string;
  serial: string;
  checkedOn: string | null;
  dueOn: string | null;
}

/** Where a reading comes from. Only the instrument's own path says `instrument` or `simulated`. */
export type ReadingSource =
  | { kind: 'eye' }
  | { kind: 'typed'; by: ReadBy | null }
  | {
      kind: 'instrument' | 'simulated';
      by: ReadBy;
      raw: readonly string[];
      /** What sent or drew the current meanwhile, driven by the program. */
      driver?: ReadBy;
    };

/**
 * An instrument as it is kept with what it read.
 * @example
 * readBy({ id: 'in_1', name: 'Meter', serial: '7', checkedOn: null, everyDays: null }).dueOn; // null
 */
export const readBy = ({ id, name, serial, checkedOn, ...rest }: Instrument): ReadBy => ({
  id,
  name,
  serial,
  checkedOn,
  dueOn: dueOn({ checkedOn, ...rest }) || null,
});

/**
 * Whether an instrument says of itself that it is a stand-in: what it reads never counts on a board that leaves the shop.
 * @param identity its answer to `*IDN?` (IEEE 488.2)
 * @example
 * isSimulated('OMBRIK,SIMULATED-METER,0,1.0'); // true
 */
export const isSimulated = (identity: string): boolean => /\bSIMULATED\b/i.test(identity);

/** Half the width a reading lies in when only the accuracy of a plain hand meter is known. Common practice, no source. */
const HAND_METER: readonly AccuracyRange[] = [
  { quantity: 'voltage', upTo: 1e4, share: 0, floor: 0.05 },
  { quantity: 'drop', upTo: 0.2, share: 0.005, floor: 0.0002 },
  { quantity: 'drop', upTo: 2, share: 0.005, floor: 0.002 },
  { quantity: 'drop', upTo: 1e4, share: 0.005, floor: 0.02 },
  { quantity: 'resistance', upTo: 1e3, share: 0.01, floor: 0.3 },
  { quantity: 'resistance', upTo: 1e9, share: 0.02, floor: 3 },
  { quantity: 'insulation', upTo: 1e12, share: 0.05, floor: 5e4 },
  { quantity: 'current', upTo: 1e4, share: 0.02, floor: 0.3 },
  { quantity: 'temperatureRise', upTo: 1e4, share: 0.02, floor: 2 },
  { quantity: 'power', upTo: 1e6, share: 0.02, floor: 1 },
  { quantity: 'mass', upTo: 1e4, share: 0.01, floor: 0.1 },
];

/**
 * What a new instrument of a kind is taken to be until its sheet is typed in; a plain hand meter where it is null.
 * Common practice, no source.
 * @example
 * usualAccuracy('milliohmmeter', 0.05)[0].share; // 0.002
 */
export function usualAccuracy(kind: InstrumentKind | null, meterToleranceV: number): AccuracyRange[] {
  const of = (...quantities: Quantity[]) => HAND_METER.filter((r) => quantities.includes(r.quantity));
  if (kind === 'milliohmmeter') return [{ quantity: 'resistance', upTo: 20, share: 0.002, floor: 2e-6 }];
  if (kind === 'insulationTester') return of('insulation');
  if (kind === 'electronicLoad' || kind === 'supply')
    return [
      { quantity: 'voltage', upTo: 1e3, share: 0.0005, floor: 0.02 },
      { quantity: 'current', upTo: 1e3, share: 0.001, floor: 0.02 },
    ];
  if (kind === 'batteryData') return of('voltage', 'current');
  if (kind === 'scale') return of('mass');
  const ranges = kind === 'multimeter' ? of('voltage', 'drop', 'resistance', 'current') : HAND_METER;
  return ranges.map((r) => (r.quantity === 'voltage' ? { ...r, floor: meterToleranceV } : r));
}

/**
 * Half the interval a single reading lies in for sure, in the unit of the quantity; null where the instrument does not
 * say that it tells this.
 * @example
 * halfWidth([{ quantity: 'voltage', upTo: 60, share: 0.001, floor: 0.01 }], 'voltage', 10); // 0.02
 */
export function halfWidth(accuracy: readonly AccuracyRange[], quantity: Quantity, value: number): number | null {
  const own = accuracy.filter((r) => r.quantity === quantity).sort((a, b) => a.upTo - b.upTo);
  const range = own.find((r) => Math.abs(value) <= r.upTo) ?? own.at(-1);
  return range ? range.share * Math.abs(value) + range.floor : null;
}
