import Papa from 'papaparse';

/** One line of a monitor's log: by the clock on its wall, seconds. */
export interface LogSample {
  atS: number;
  voltageV: number;
  /** Into the bank; what is drawn from it is negative. */
  currentA: number;
}

/**
 * Power drawn from the bank at a line of the log, W.
 * @example
 * drawnW({ atS: 0, voltageV: 13, currentA: -2 }); // 26
 */
export const drawnW = ({ voltageV, currentA }: LogSample): number => -voltageV * currentA;

export interface MonitorLog {
  samples: LogSample[];
  /** Usual time between two lines, s. */
  everyS: number;
  /** Lines left out because the clock had been set back. */
  setBack: number;
}

/** A log that cannot be read, and why: each names the line, the field, what stands there and what is accepted. */
export class MonitorLogError extends Error {
  override name = 'MonitorLogError';
  readonly problems: string[];
  constructor(problems: string[]) {
    super(problems.join('; '));
    this.problems = problems;
  }
}

const MOST_LINES = 400_000;
const MOST_PROBLEMS = 20;
/** Clocks go back by an hour once a year. */
const SET_BACK_S = 3700;

const COLUMNS = {
  time: { name: /^(time|date|timestamp|datetime|when|date.?time)\b/i, accepts: 'time, date, timestamp' },
  voltage: { name: /^(v|volts?|voltage)\b/i, accepts: 'volts, voltage, V' },
  current: { name: /^(a|amps?|amperes?|current|i)\b/i, accepts: 'amps, current, A' },
} as const;
type Column = keyof typeof COLUMNS;

const WALL = /^(\d{4})-(\d{2})-(\d{2})[T ](\d{2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?(?:\s?(?:Z|[+-]\d{2}:?\d{2}))?$/;
const DOTTED = /^(\d{1,2})\.(\d{1,2})\.(\d{4}) (\d{1,2}):(\d{2})(?::(\d{2}))?$/;

/** Seconds by the clock on the wall: what hour of the day it was there is what counts. */
function secondsOf(text: string): number | null {
  const plain = text.trim();
  const iso = WALL.exec(plain);
  const dotted = iso ? null : DOTTED.exec(plain);
  const [year, month, day, hour, minute, second] = iso
    ? iso.slice(1, 7)
    : dotted
      ? [dotted[3], dotted[2], dotted[1], dotted[4], dotted[5], dotted[6]]
      : [];
  if (year !== undefined) {
    const ms = Date.UTC(
      Number(year),
      Number(month) - 1,
      Number(day),
      Number(hour),
      Number(minute),
      Number(second ?? 0),
    );
    const back = new Date(ms);
    // The thirtieth of February is no day.
    return back.getUTCDate() === Number(day) && back.getUTCHours() === Number(hour) ? ms / 1000 : null;
  }
  if (!/^\d{9,13}(\.\d+)?$/.test(plain)) return null;
  const epoch = Number(plain);
  return epoch > 1e11 ? epoch / 1000 : epoch;
}

const numberOf = (text: string): number | null => {
  const plain = text.trim().replace(',', '.');
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain) ? Number(plain) : null;
};

/** How many of its steps make one volt or amp: thousandths where the head of a column says so. */
const scaleOf = (head: string): number => (/\bm[va]\b/i.test(head) ? 1000 : 1);

/** Which column is which, by the heads. @throws MonitorLogError */
function columnsOf(heads: readonly string[]): Record<Column, string> {
  const found = {} as Record<Column, string>;
  const problems: string[] = [];
  for (const key of Object.keys(COLUMNS) as Column[]) {
    const head = heads.find((h) => COLUMNS[key].name.test(h.trim()) && !Object.values(found).includes(h));
    if (head === undefined)
      problems.push(`no column for ${key} among "${heads.join('", "')}"; accepted: ${COLUMNS[key].accepts}`);
    else found[key] = head;
  }
  if (problems.length > 0) throw new MonitorLogError(problems);
  return found;
}

/**
 * Reads a monitor's log: lines of time, volts and amps with a head, commas, semicolons or tabs between, decimal points
 * or commas.
 * @param ampsAre which way the monitor counts its amps as positive
 * @throws MonitorLogError that names lines and fields
 * @example
 * readMonitorLog('time,volts,amps\n2026-11-01 08:00,13.2,-4\n2026-11-01 08:01,13.2,-4\n2026-11-01 08:02,13.2,-4\n', 'charging').everyS; // 60
 */
export function readMonitorLog(text: string, ampsAre: 'charging' | 'drawing'): MonitorLog {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    preview: MOST_LINES + 1,
    delimitersToGuess: [',', ';', '\t'],
  });
  if (parsed.data.length > MOST_LINES)
    throw new MonitorLogError([`the log has more than ${MOST_LINES} lines; accepted: up to that, in pieces`]);
  const column = columnsOf(parsed.meta.fields ?? []);
  const scale = { voltage: scaleOf(column.voltage), current: scaleOf(column.current) };
  const sign = ampsAre === 'charging' ? 1 : -1;
  const problems: string[] = [];
  const samples: LogSample[] = [];
  let setBack = 0;
  for (const [n, row] of parsed.data.entries()) {
    const said = (key: Column) => String(row[column[key]] ?? '').slice(0, 40);
    const [atS, volts, amps] = [secondsOf(said('time')), numberOf(said('voltage')), numberOf(said('current'))];
    const wrong = (key: Column, accepted: string) =>
      problems.push(`line ${n + 2}: ${column[key]} is "${said(key)}"; accepted: ${accepted}`);
    if (atS === null) wrong('time', '2026-11-30 18:05:00, 30.11.2026 18:05, or seconds since 1970');
    if (volts === null) wrong('voltage', 'a number');
    if (amps === null) wrong('current', 'a number');
    if (problems.length >= MOST_PROBLEMS) throw new MonitorLogError(problems);
    if (atS === null || volts === null || amps === null) continue;
    const last = samples.at(-1);
    if (last && atS <= last.atS) {
      if (last.atS - atS > SET_BACK_S)
        problems.push(`line ${n + 2}: ${said('time')} comes before the line above; accepted: lines in their order`);
      else setBack++;
      continue;
    }
    samples.push({ atS, voltageV: volts / scale.voltage, currentA: (sign * amps) / scale.current });
  }
  if (problems.length > 0) throw new MonitorLogError(problems);
  if (samples.length < 3) throw new MonitorLogError([`the log has ${samples.length} lines; accepted: 3 or more`]);
  const between = samples.slice(1).map((s, i) => s.atS - samples[i]!.atS);
  return { samples, everyS: median(between), setBack };
}

/**
 * The middle one of some numbers; of an even count the upper.
 * @example
 * median([3, 1, 2]); // 2
 */
export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

/** Longer than this without a line nobody knows what was. */
export const gapFromS = ({ everyS }: Pick<MonitorLog, 'everyS'>): number => Math.max(900, 5 * everyS);
