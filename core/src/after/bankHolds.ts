import type { Chemistry } from '../document/brief/brief.ts';
import { REST_VOLTAGE_PER_12V } from '../tables/batteryVoltage.ts';
import { CHARGE_SETTINGS } from '../tables/chargeSettings.ts';
import { gapFromS, type LogSample, type MonitorLog } from './monitorLog.ts';

export interface BankAsBuilt {
  chemistry: Chemistry;
  systemVoltageV: number;
  /** As on its plate. */
  bankAh: number;
}

/** What a log tells of how much a bank holds. */
export interface BankHolds {
  /** Times it was full. */
  fulls: number;
  /** The most that was drawn from full without a charge to full between, Ah. */
  deepestAh: number;
  /** Between which bounds its capacity lies; the upper is null where it was never near empty. */
  holdsAh: readonly [number, number | null] | null;
  /** By what it was told, in words. */
  by: string;
}

/** Full: at the absorption voltage with next to no current left. Common practice, no source. */
const FULL_AT_SHARE = 0.985;
const TAIL_SHARE = 0.04;
const TAIL_S = 600;
/** At rest: next to no current for this long. Common practice, no source. */
const REST_SHARE = 0.02;
const REST_S = 1800;
/** How far the charge told by a rested voltage may be off. Common practice, no source. */
const REST_DOUBT = 0.12;
/** Less than this drawn tells nothing of the whole. */
const LEAST_DRAWN_SHARE = 0.25;
/** Less than this drawn between is the same full. */
const SAME_FULL_SHARE = 0.03;
/** Drawn gently, a bank that comes down to its low voltage has this much left at most. Common practice, no source. */
const LEFT_AT_LOW = 0.1;
const GENTLE_SHARE = 0.2;

/** State of charge by the rested voltage, between full and empty on a line: of lead only, lithium's is too flat. */
function restedShare(voltageV: number, { chemistry, systemVoltageV }: BankAsBuilt): number | null {
  if (chemistry === 'lifepo4') return null;
  const { fullV, lowV } = REST_VOLTAGE_PER_12V[chemistry];
  const per12V = (voltageV * 12) / systemVoltageV;
  return Math.max(0, Math.min(1, (per12V - lowV) / (fullV - lowV)));
}

/**
 * What a bank holds, by counting ampere-hours from full to where it can be told how full it is: at rest, of lead, or
 * where its voltage falls off. Source of voltages: `tables/batteryVoltage`, `tables/chargeSettings` (common practice, no
 * source).
 * @example
 * bankHolds(log, { chemistry: 'agm', systemVoltageV: 12, bankAh: 100 }).fulls; // 0
 */
export function bankHolds(log: MonitorLog, bank: BankAsBuilt): BankHolds {
  const { samples } = log;
  const gapS = gapFromS(log);
  const per12 = bank.systemVoltageV / 12;
  const fullV = FULL_AT_SHARE * CHARGE_SETTINGS[bank.chemistry].absorptionV * per12;
  const lowV = REST_VOLTAGE_PER_12V[bank.chemistry].lowV * per12;
  let [fulls, deepestAh] = [0, 0];
  /** Ah below full; null while nobody knows. */
  let below: number | null = null;
  /** The most below full since it was full. */
  let since = Number.POSITIVE_INFINITY;
  let [tailS, restS] = [0, 0];
  let [low, high]: [number, number] = [0, Number.POSITIVE_INFINITY];
  let by = '';
  const bound = (from: number, to: number, words: string) => {
    if (from > low) [low, by] = [from, by || words];
    if (to < high) [high, by] = [to, words];
  };
  for (let k = 1; k < samples.length; k++) {
    const [before, s] = [samples[k - 1]!, samples[k]!];
    const forS = s.atS - before.atS;
    if (forS > gapS) {
      [below, tailS, restS] = [null, 0, 0];
      continue;
    }
    if (below !== null) below = Math.max(0, below - (((before.currentA + s.currentA) / 2) * forS) / 3600);
    const tail = s.voltageV >= fullV && Math.abs(s.currentA) <= TAIL_SHARE * bank.bankAh;
    tailS = tail ? tailS + forS : 0;
    if (tailS >= TAIL_S) {
      if (since > SAME_FULL_SHARE * bank.bankAh) fulls++;
      [below, since] = [0, 0];
    }
    restS = Math.abs(s.currentA) <= REST_SHARE * bank.bankAh ? restS + forS : 0;
    if (below === null) continue;
    deepestAh = Math.max(deepestAh, below);
    since = Math.max(since, below);
    if (below < LEAST_DRAWN_SHARE * bank.bankAh) continue;
    const share = restS >= REST_S ? restedShare(s.voltageV, bank) : null;
    if (share !== null && share < 0.85)
      bound(
        below / Math.min(1, 1 - share + REST_DOUBT),
        below / Math.max(0.05, 1 - share - REST_DOUBT),
        `${below.toFixed(0)} Ah from full to a rested ${s.voltageV.toFixed(2)} V`,
      );
    if (isEmpty(s, lowV, bank))
      bound(
        below,
        below / (1 - LEFT_AT_LOW),
        `${below.toFixed(0)} Ah from full until it fell to ${s.voltageV.toFixed(2)} V`,
      );
  }
  if (fulls === 0 || deepestAh === 0)
    return {
      fulls,
      deepestAh,
      holdsAh: null,
      by: 'it was never full and drawn from in this log: nothing to count from',
    };
  const least = Math.max(low, deepestAh);
  const most = Number.isFinite(high) ? Math.max(Math.min(high, OVER_PLATE * bank.bankAh), least) : null;
  return {
    fulls,
    deepestAh,
    holdsAh: [least, most],
    by: by || `${deepestAh.toFixed(0)} Ah drawn from full, and it was not empty then`,
  };
}

/** No bank holds more over its plate. Common practice, no source. */
const OVER_PLATE = 1.15;

/** Fallen to its low voltage by nothing but a gentle draw. */
const isEmpty = (s: LogSample, lowV: number, { bankAh }: BankAsBuilt): boolean =>
  s.voltageV <= lowV && s.currentA <= 0 && -s.currentA <= GENTLE_SHARE * bankAh;
