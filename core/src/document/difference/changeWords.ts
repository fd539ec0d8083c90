import type { Board } from '../board.ts';
import type { CollectionName } from '../commands.ts';
import type { BoardChange } from './boardChanges.ts';
import { thingName } from './thingNames.ts';

/** A change for a person: what it is about, how it was and how it is. */
export interface ChangeWords {
  what: string;
  before: string;
  after: string;
}

const UNITS: Readonly<Record<string, string>> = {
  Mm: 'mm',
  Mm2: 'mm²',
  A: 'A',
  V: 'V',
  W: 'W',
  C: '°C',
  Kg: 'kg',
  Deg: '°',
  S: 's',
  Ohm: 'Ω',
  Ah: 'Ah',
};

/** A field's name as words: `xMm` is "x (mm)", `systemVoltageV` "system voltage (V)". */
function fieldWords(field: string): string {
  const unit = Object.keys(UNITS)
    .sort((a, b) => b.length - a.length)
    .find((u) => field.endsWith(u) && field.length > u.length);
  const name = unit ? field.slice(0, -unit.length) : field;
  const words = name.replaceAll(/([a-z0-9])([A-Z])/g, '$1 $2').toLowerCase();
  return unit ? `${words} (${UNITS[unit]})` : words;
}

const LONGEST = 80;
function valueWords(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'nothing';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number' || typeof value === 'string') return String(value).slice(0, LONGEST);
  if (Array.isArray(value)) return value.length === 1 ? '1 entry' : `${value.length} entries`;
  return Object.entries(value)
    .filter(([, v]) => typeof v !== 'object')
    .map(([k, v]) => `${fieldWords(k)} ${valueWords(v)}`)
    .join(', ')
    .slice(0, LONGEST);
}

type Thing = { id: string; designation?: string; name?: string; text?: string; circuit?: string };

/** What a change is of, on the first of these boards that has it; what has neither mark nor name by what it says. */
function nameOf(change: BoardChange, boards: readonly Board[]): string {
  const { id, field } = change;
  if (id === null) return change.in;
  const collection = change.in as CollectionName;
  const whole = (change.after ?? change.before) as Thing | null;
  const things = boards.flatMap((b) => b[collection] as unknown as Thing[]);
  const thing = (field === null ? whole : things.find((t) => t.id === id)) ?? { id };
  const name = thingName(collection, thing);
  const more = thing.designation || thing.name ? '' : (thing.text ?? thing.circuit ?? id);
  return `${name} ${more}`.trim().slice(0, LONGEST);
}

const isPlain = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v);

/**
 * A change in words, by the names things have on these boards. Of a value with parts only those that differ are told.
 * @example
 * changeWords({ in: 'brief', id: null, field: 'ambientC', before: 20, after: 30 }, [board]); // { what: 'brief: ambient (°C)', before: '20', after: '30' }
 */
export function changeWords(change: BoardChange, boards: readonly Board[]): ChangeWords {
  const name = nameOf(change, boards);
  const { field, before, after } = change;
  if (field === null)
    return {
      what: name,
      before: before === null ? 'not there' : 'there',
      after: after === null ? 'not there' : 'there',
    };
  if (isPlain(before) && isPlain(after)) {
    const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])].filter(
      (k) => JSON.stringify(before[k]) !== JSON.stringify(after[k]),
    );
    const told = (of: Record<string, unknown>) =>
      keys
        .map((k) => `${fieldWords(k)} ${valueWords(of[k])}`)
        .join(', ')
        .slice(0, 2 * LONGEST);
    return { what: `${name}: ${fieldWords(field)}`, before: told(before), after: told(after) };
  }
  return { what: `${name}: ${fieldWords(field)}`, before: valueWords(before), after: valueWords(after) };
}
