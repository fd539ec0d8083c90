import Papa from 'papaparse';
import { type CsvKind, cellOf, csvOf } from '../../engine/csv.ts';
import type { Id } from '../basics.ts';
import type { Board } from '../board.ts';
import type { Command } from '../commands.ts';
import { nextDesignation } from '../designations.ts';
import { newId } from '../newId.ts';
import type { Part } from '../part/part.ts';
import { problemsOf } from '../schemaKit.ts';
import { blankItem } from './blankItem.ts';
import type { Item, LoadDemand } from './item.ts';
import { loadDemandSchema } from './itemSchema.ts';
import { newLoad } from './newLoad.ts';
import { hoursFromText, hoursText } from './usage.ts';

export interface LoadRow {
  name: string;
  load: LoadDemand;
}
export interface ReadLoads {
  rows: LoadRow[];
  /** One line a problem, naming line, column, value and what is accepted. */
  problems: string[];
}

/** Columns of a load list; name and one of power_w and current_a are needed. */
export const LOAD_COLUMNS = [
  'name',
  'side',
  'power_w',
  'current_a',
  'hours_per_day',
  'hours',
  'duty_percent',
  'standby_w',
  'surge_factor',
  'season',
  'essential',
  'soft_start',
  'pure_sine',
  'drop_class',
  'seconds_on',
  'times_per_hour',
  'power_factor',
] as const;
type Column = (typeof LOAD_COLUMNS)[number];

/** The column a value of the load came from, for messages. */
const COLUMN_OF: Readonly<Record<string, Column>> = {
  'rating.powerW': 'power_w',
  'rating.currentA': 'current_a',
  'usage.hoursPerDay': 'hours_per_day',
  dutyShare: 'duty_percent',
  standbyW: 'standby_w',
  surgeFactor: 'surge_factor',
  'shortTime.onS': 'seconds_on',
  'shortTime.timesPerHour': 'times_per_hour',
  powerFactor: 'power_factor',
};

/** More are no loads of one board. */
const MOST_LOADS = 1000;

const YES = ['yes', 'true', '1', 'x'];
const NO = ['no', 'false', '0', ''];

/**
 * Reads a load list from CSV text, whole: when any line is bad nothing is to be imported.
 * @example
 * readLoadsCsv('name\nlamp').problems.length > 0; // true
 */
export function readLoadsCsv(text: string): ReadLoads {
  const parsed = Papa.parse<string[]>(text.trim(), { skipEmptyLines: true });
  const errors = parsed.errors.filter((e) => e.code !== 'UndetectableDelimiter');
  if (errors.length > 0) return { rows: [], problems: errors.map((e) => `line ${(e.row ?? 0) + 1}: ${e.message}`) };
  return readLoadTable(parsed.data);
}

/**
 * Reads cells pasted from a spreadsheet, tabs between them. Without a heading the first column is the name, the
 * second watts, the third hours a day.
 * @example
 * readPastedLoads('').rows; // []
 */
export function readPastedLoads(text: string): ReadLoads {
  const lines = text
    .replace(/\r/g, '')
    .split('\n')
    .filter((l) => l.trim() !== '');
  const cells = lines.map((l) => l.split('\t'));
  const headed = cells[0]?.some((c) => c.trim().toLowerCase() === 'name');
  return readLoadTable(headed ? cells : [['name', 'power_w', 'hours_per_day'], ...cells.map((c) => c.slice(0, 3))]);
}

/**
 * Reads a load list from cells with a heading line: CSV, pasted cells and spreadsheets all come here.
 * @example
 * readLoadTable([['name', 'power_w', 'hours_per_day'], ['Lamp', '12', '4']]).rows.length; // 1
 */
export function readLoadTable(table: readonly (readonly string[])[]): ReadLoads {
  const found = (table[0] ?? []).map((c) => c.trim().toLowerCase());
  const problems: string[] = [];
  if (table.length > MOST_LOADS + 1)
    return { rows: [], problems: [`the list has ${table.length - 1} lines; accepted: up to ${MOST_LOADS}`] };
  for (const column of found)
    if (column !== '' && !(LOAD_COLUMNS as readonly string[]).includes(column))
      problems.push(`line 1: column "${column}" is not known; accepted: ${LOAD_COLUMNS.join(', ')}`);
  if (!found.includes('name')) problems.push('line 1: column "name" is missing');
  if (!found.includes('power_w') && !found.includes('current_a'))
    problems.push('line 1: neither "power_w" nor "current_a" is there; accepted: at least one of them');
  if (problems.length > 0) return { rows: [], problems };

  const lines = table
    .slice(1)
    .map((cells, i) => ({ cells, line: i + 2 }))
    .filter(({ cells }) => cells.some((c) => c.trim() !== ''));
  const rows = lines.flatMap(({ cells, line }) =>
    readLine(line, (c) => (cells[found.indexOf(c)] ?? '').trim(), problems),
  );
  if (lines.length === 0) problems.push('the file has no load lines below its heading');
  return { rows: problems.length > 0 ? [] : rows, problems };
}

function readLine(line: number, cell: (column: Column) => string, problems: string[]): LoadRow[] {
  const before = problems.length;
  const number = (column: Column, fallback: number): number => {
    const value = cell(column);
    if (value === '') return fallback;
    if (!/^-?\d+([.,]\d+)?$/.test(value)) problems.push(`line ${line}: ${column} is "${value}"; accepted: a number`);
    return Number(value.replace(',', '.'));
  };
  const word = <T>(column: Column, accepted: string, read: (v: string) => T | undefined): T | undefined => {
    const value = read(cell(column).toLowerCase());
    if (value === undefined) problems.push(`line ${line}: ${column} is "${cell(column)}"; accepted: ${accepted}`);
    return value;
  };
  const yesNo = (column: Column) =>
    word(column, 'yes, no', (v) => (YES.includes(v) ? true : NO.includes(v) ? false : undefined));
  const oneOf = <T extends string>(column: Column, values: readonly T[], fallback: T) =>
    word(column, values.join(', '), (v) => (v === '' ? fallback : values.find((x) => x === v)));

  const name = cellOf(cell('name'));
  if (name === '' || name.length > 80)
    problems.push(`line ${line}: name is "${name.slice(0, 40)}"; accepted: text of 1 to 80 characters`);
  const [watts, amps] = [cell('power_w'), cell('current_a')];
  if ((watts === '') === (amps === ''))
    problems.push(
      `line ${line}: ${watts === '' ? 'neither power_w nor current_a is' : 'both power_w and current_a are'} given; accepted: one of them`,
    );
  const painted = cell('hours') === '' ? null : hoursFromText(cell('hours'));
  if (cell('hours') !== '' && painted === null)
    problems.push(`line ${line}: hours is "${cell('hours')}"; accepted: hours of the day such as 7-9 18-22`);
  const side = oneOf('side', ['dc', 'mains'], 'dc');
  if (side === 'mains' && amps !== '')
    problems.push(`line ${line}: current_a is "${amps}" on the mains side; accepted: power_w`);
  const [seconds, times] = [cell('seconds_on'), cell('times_per_hour')];
  if ((seconds === '') !== (times === ''))
    problems.push(
      `line ${line}: ${seconds === '' ? 'times_per_hour' : 'seconds_on'} is given without ${seconds === '' ? 'seconds_on' : 'times_per_hour'}; accepted: both or neither`,
    );
  const load: Partial<LoadDemand> = {
    rating:
      watts === ''
        ? { kind: 'amps', currentA: number('current_a', 0) }
        : { kind: 'watts', powerW: number('power_w', 0) },
    side,
    usage: painted ? { kind: 'painted', hours: painted } : { kind: 'perDay', hoursPerDay: number('hours_per_day', 1) },
    season: oneOf('season', ['all', 'warm', 'cold'], 'all'),
    standbyW: number('standby_w', 0),
    surgeFactor: number('surge_factor', 1),
    softStart: yesNo('soft_start'),
    needsSine: yesNo('pure_sine'),
    dutyShare: number('duty_percent', 100) / 100,
    essential: yesNo('essential'),
    dropClass: oneOf('drop_class', ['critical', 'other'], 'other'),
    shortTime: seconds === '' ? null : { onS: number('seconds_on', 0), timesPerHour: number('times_per_hour', 0) },
    powerFactor: number('power_factor', 1),
  };
  if (problems.length > before) return [];
  const whole = newLoad(load);
  const bad = problemsOf(loadDemandSchema, whole);
  problems.push(...bad.map((p) => `line ${line}: ${p.replace(/^[\w.]+/, (path) => COLUMN_OF[path] ?? path)}`));
  return bad.length > 0 ? [] : [{ name, load: whole }];
}

/**
 * The load list as cells with a heading, in the columns it is read by.
 * @example
 * loadTable([]).length; // 1
 */
export function loadTable(items: readonly Item[]): string[][] {
  const yes = (x: boolean) => (x ? 'yes' : 'no');
  const cell = (item: Item, load: LoadDemand): Record<Column, string> => ({
    name: item.name || item.designation,
    side: load.side,
    power_w: load.rating.kind === 'watts' ? String(load.rating.powerW) : '',
    current_a: load.rating.kind === 'amps' ? String(load.rating.currentA) : '',
    hours_per_day: load.usage.kind === 'perDay' ? String(load.usage.hoursPerDay) : '',
    hours: load.usage.kind === 'painted' ? hoursText(load.usage.hours) : '',
    duty_percent: String(Math.round(load.dutyShare * 1e6) / 1e4),
    standby_w: String(load.standbyW),
    surge_factor: String(load.surgeFactor),
    season: load.season,
    essential: yes(load.essential),
    soft_start: yes(load.softStart),
    pure_sine: yes(load.needsSine),
    drop_class: load.dropClass,
    seconds_on: load.shortTime ? String(load.shortTime.onS) : '',
    times_per_hour: load.shortTime ? String(load.shortTime.timesPerHour) : '',
    power_factor: String(load.powerFactor),
  });
  const rows = items.flatMap((item) => (item.load ? [cell(item, item.load)] : []));
  return [[...LOAD_COLUMNS], ...rows.map((row) => LOAD_COLUMNS.map((c) => row[c]))];
}

/**
 * The load list as CSV.
 * @example
 * loadsCsv([]).startsWith('name'); // true
 */
export function loadsCsv(items: readonly Item[]): string {
  const [head, ...rows] = loadTable(items);
  const kinds = Object.fromEntries(head!.map((c): [string, CsvKind] => [c, c === 'name' ? 'marks' : 'figures']));
  return csvOf(
    kinds,
    rows.map((cells) => Object.fromEntries(cells.map((cell, n) => [head![n]!, cell]))),
  );
}

/**
 * The part a load row is: through the inverter it has mains terminals, else two clamps by its size.
 * @example
 * loadPartId(board.items[5].load, 12); // 'load-small'
 */
export function loadPartId(load: LoadDemand, systemVoltageV: number): Id {
  if (load.side === 'mains') return 'load-mains';
  const currentA = load.rating.kind === 'amps' ? load.rating.currentA : load.rating.powerW / systemVoltageV;
  return currentA > 15 ? 'load-large' : 'load-small';
}

/**
 * Commands that add load rows as unplaced items.
 * @example
 * addLoads(board, [{ name: 'Lamp', load: board.items[5].load }], parts)[0].kind; // 'add'
 */
export function addLoads(board: Board, rows: readonly LoadRow[], parts: ReadonlyMap<Id, Part>): Command[] {
  const items: Item[] = [...board.items];
  return rows.map(({ name, load }): Command => {
    const partId = loadPartId(load, board.brief.systemVoltageV);
    const item = blankItem({
      id: newId('it'),
      designation: nextDesignation(items, parts.get(partId)?.kind ?? 'load'),
      name,
      partId,
      load,
      ownership: 'customer',
    });
    items.push(item);
    return { kind: 'add', collection: 'items', value: item, index: null };
  });
}
