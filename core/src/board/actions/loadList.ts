import Papa from 'papaparse';
import type { Part } from '../../catalogue/part.ts';
import type { Board, Item, LoadDemand } from '../board.ts';
import { loadDemandSchema } from '../boardSchema.ts';
import type { Command } from '../commands.ts';
import { nextDesignation } from '../designations.ts';
import { newId } from '../newBoard.ts';
import { problemsOf } from '../schemaKit.ts';

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
  'power_w',
  'current_a',
  'hours_per_day',
  'duty_percent',
  'essential',
  'drop_class',
] as const;

const YES = ['yes', 'true', '1', 'x'];
const NO = ['no', 'false', '0', ''];

/** Reads a load list from CSV text, whole: when any line is bad nothing is to be imported. */
export function readLoadsCsv(text: string): ReadLoads {
  const parsed = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const found = parsed.meta.fields ?? [];
  const problems: string[] = [];
  for (const column of found)
    if (!(LOAD_COLUMNS as readonly string[]).includes(column))
      problems.push(`line 1: column "${column}" is not known; accepted: ${LOAD_COLUMNS.join(', ')}`);
  if (!found.includes('name')) problems.push('line 1: column "name" is missing');
  if (!found.includes('power_w') && !found.includes('current_a'))
    problems.push('line 1: neither "power_w" nor "current_a" is there; accepted: at least one of them');
  if (problems.length > 0) return { rows: [], problems };
  for (const error of parsed.errors)
    if (error.code !== 'UndetectableDelimiter') problems.push(`line ${(error.row ?? 0) + 2}: ${error.message}`);

  const rows = parsed.data.flatMap((record, i): LoadRow[] => {
    const line = i + 2;
    const cell = (column: (typeof LOAD_COLUMNS)[number]) => (record[column] ?? '').trim();
    const before = problems.length;
    const number = (column: (typeof LOAD_COLUMNS)[number], fallback: number): number => {
      const value = cell(column);
      if (value === '') return fallback;
      if (!/^-?\d+([.,]\d+)?$/.test(value)) problems.push(`line ${line}: ${column} is "${value}"; accepted: a number`);
      return Number(value.replace(',', '.'));
    };
    const word = <T>(
      column: (typeof LOAD_COLUMNS)[number],
      read: (v: string) => T | null,
      accepted: string,
    ): T | null => {
      const value = read(cell(column).toLowerCase());
      if (value === null) problems.push(`line ${line}: ${column} is "${cell(column)}"; accepted: ${accepted}`);
      return value;
    };
    const name = cell('name');
    if (name === '' || name.length > 80)
      problems.push(`line ${line}: name is "${name.slice(0, 40)}"; accepted: text of 1 to 80 characters`);
    const [watts, amps] = [cell('power_w'), cell('current_a')];
    if ((watts === '') === (amps === ''))
      problems.push(
        `line ${line}: ${watts === '' ? 'neither power_w nor current_a is' : 'both power_w and current_a are'} given; accepted: one of them`,
      );
    const rating: LoadDemand['rating'] =
      watts === ''
        ? { kind: 'amps', currentA: number('current_a', 0) }
        : { kind: 'watts', powerW: number('power_w', 0) };
    const hoursPerDay = number('hours_per_day', 1);
    const dutyShare = number('duty_percent', 100) / 100;
    const essential = word('essential', (v) => (YES.includes(v) ? true : NO.includes(v) ? false : null), 'yes, no');
    const dropClass = word<LoadDemand['dropClass']>(
      'drop_class',
      (v) => (v === '' || v === 'other' ? 'other' : v === 'critical' ? 'critical' : null),
      'critical, other',
    );
    if (problems.length > before) return [];
    const load = { rating, hoursPerDay, dutyShare, essential: essential!, dropClass: dropClass! };
    const bad = problemsOf(loadDemandSchema, load);
    problems.push(...bad.map((p) => `line ${line}: ${p}`));
    return bad.length > 0 ? [] : [{ name, load }];
  });
  if (parsed.data.length === 0 && problems.length === 0) problems.push('the file has no load lines below its heading');
  return { rows: problems.length > 0 ? [] : rows, problems };
}

/** Commands that add load rows as unplaced items. */
export function addLoads(board: Board, rows: readonly LoadRow[], part: Part): Command[] {
  const items: Item[] = [...board.items];
  return rows.map(({ name, load }): Command => {
    const item: Item = {
      id: newId('it'),
      designation: nextDesignation(items, 'load'),
      name,
      partId: part.id,
      place: { kind: 'unplaced' },
      load,
      feed: null,
      inserts: [],
      stacks: [],
    };
    items.push(item);
    return { kind: 'add', collection: 'items', value: item, index: null };
  });
}
