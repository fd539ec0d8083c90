import type { Schema } from 'yup';
import { csvOf } from '../../engine/csv.ts';
import type { Id } from '../basics.ts';
import { cableSchema } from '../cable/cableSchema.ts';
import type { Connection } from '../connection/connection.ts';
import { connectionSchema } from '../connection/connectionSchema.ts';
import type { Part } from '../part/part.ts';
import { partSchema } from '../part/partSchema.ts';
import { wiringProblems } from '../references.ts';
import { list, problemsOf, record, tagIs } from '../schemaKit.ts';
import type { CopiedItems } from './copyItems.ts';
import { itemSchema } from './itemSchema.ts';

const copiedSchema: Schema<CopiedItems> = record({
  format: tagIs<'ombrik-parts'>('ombrik-parts'),
  items: list(itemSchema, { min: 1, max: 400 }),
  connections: list(connectionSchema, { max: 800 }),
  cables: list(cableSchema, { max: 800 }),
  customParts: list(partSchema, { max: 100 }),
});

/**
 * Parts that came over the clipboard, from another window or another day: nothing of them is believed before it is read.
 * @param text as copied: JSON
 * @returns the parts and wires, or what is wrong with them
 * @example
 * readCopied('{}').ok; // false
 */
export function readCopied(text: string): { ok: true; copied: CopiedItems } | { ok: false; problems: string[] } {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { ok: false, problems: ['what was copied is not whole; accepted: parts copied from a board'] };
  }
  const problems = problemsOf(copiedSchema, value);
  if (problems.length > 0) return { ok: false, problems };
  const copied = value as CopiedItems;
  const wrong = copied.customParts.flatMap((part, i) => wiringProblems(part, `customParts[${i}]`));
  return wrong.length > 0 ? { ok: false, problems: wrong } : { ok: true, copied };
}

/**
 * What was copied as rows for a spreadsheet: parts, then the wires among them.
 * @param parts of the board it was copied from
 * @example
 * copiedRows({ format: 'ombrik-parts', items: [], connections: [], cables: [], customParts: [] }, new Map()).trim(); // 'Mark\tName\tPart'
 */
export function copiedRows({ items, cables, connections }: CopiedItems, parts: ReadonlyMap<Id, Part>): string {
  const marks = new Map(items.map((i) => [i.id, i.designation]));
  const ends = new Map(connections.map((c) => [c.id, c]));
  const joined = ({ from, to }: Connection) =>
    `${marks.get(from.itemId)}:${from.terminalId} and ${marks.get(to.itemId)}:${to.terminalId}`;
  return csvOf(
    { Mark: 'marks', Name: 'words', Part: 'words' },
    [
      ...items.map((i) => ({ Mark: i.designation, Name: i.name, Part: parts.get(i.partId)?.name ?? i.partId })),
      ...cables.map((c) => ({
        Mark: c.designation,
        Name: `joins ${c.cores.map((k) => joined(ends.get(k.connectionId)!)).join(', ')}`,
        Part: 'cable',
      })),
    ],
    '\t',
  );
}
