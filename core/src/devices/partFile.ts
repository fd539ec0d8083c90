import Papa from 'papaparse';
import { newId } from '../document/newId.ts';
import type { Part } from '../document/part/part.ts';
import { partSchema } from '../document/part/partSchema.ts';
import { problemsOf } from '../document/schemaKit.ts';
import { type CsvKind, cellOf, csvOf } from '../engine/csv.ts';
import { crossesItself } from '../solvers/polygon.ts';

export interface ReadParts {
  parts: Part[];
  /** One line a problem, naming place, value and what is accepted; with any, nothing is to be imported. */
  problems: string[];
}

const FORMAT = 'ombrik-part-list';
/** More are no list somebody has looked through. */
const MOST_PARTS = 500;
const tooMany = (count: number): string => `the file has ${count} parts; accepted: up to ${MOST_PARTS}`;

/**
 * Parts as JSON, to be read by another board.
 * @example
 * JSON.parse(partsJson([])).parts; // []
 */
export const partsJson = (parts: readonly Part[]): string => JSON.stringify({ format: FORMAT, parts }, null, 2);

/** Columns of a parts list as CSV: `like` names the part of the catalogue whose wiring a row takes over. */
export const PART_COLUMNS = [
  'like',
  'name',
  'width_mm',
  'height_mm',
  'depth_mm',
  'mass_kg',
  'clear_left_mm',
  'clear_right_mm',
  'clear_top_mm',
  'clear_bottom_mm',
  'price',
  'lead_time_days',
] as const;

type PartKinds = Record<(typeof PART_COLUMNS)[number], CsvKind>;

/**
 * Parts as CSV: what a sheet says in numbers; their wiring is that of the part each is like.
 * @example
 * partsCsvOf([]).includes('like'); // true
 */
export function partsCsvOf(parts: readonly Part[]): string {
  return csvOf(
    Object.fromEntries(PART_COLUMNS.map((c) => [c, c === 'like' || c === 'name' ? 'words' : 'figures'])) as PartKinds,
    parts.map((p) => ({
      like: p.id,
      name: p.name,
      width_mm: p.widthMm,
      height_mm: p.heightMm,
      depth_mm: p.depthMm,
      mass_kg: p.massKg,
      clear_left_mm: p.clearSpaceMm.left,
      clear_right_mm: p.clearSpaceMm.right,
      clear_top_mm: p.clearSpaceMm.top,
      clear_bottom_mm: p.clearSpaceMm.bottom,
      price: p.price ?? '',
      lead_time_days: p.leadTimeDays ?? '',
    })),
  );
}

/**
 * A part resized from another: its terminals and screws keep their share of the outline.
 * @example
 * resized(parts.get('load-small'), 100, 60).widthMm; // 100
 */
export function resized(part: Part, widthMm: number, heightMm: number): Part {
  if (widthMm === part.widthMm && heightMm === part.heightMm) return part;
  const point = <P extends { xMm: number; yMm: number }>(p: P): P => ({
    ...p,
    xMm: Math.round((p.xMm * widthMm) / part.widthMm),
    yMm: Math.round((p.yMm * heightMm) / part.heightMm),
  });
  return {
    ...part,
    widthMm,
    heightMm,
    terminals: part.terminals.map(point),
    mountHoles: part.mountHoles.map(point),
    body: { ...part.body, outline: part.body.outline?.map(point) ?? null },
  };
}

/**
 * Reads parts from JSON or CSV, whole. @param known parts a row may be like, by id
 * @example
 * readParts('no file of parts', parts).parts; // []
 */
export function readParts(text: string, known: ReadonlyMap<string, Part>): ReadParts {
  return text.trimStart().startsWith('{') ? readJson(text) : readCsv(text, known);
}

function readJson(text: string): ReadParts {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return { parts: [], problems: [`not JSON: ${(error as Error).message}`] };
  }
  const { format, parts } = (value ?? {}) as { format?: unknown; parts?: unknown };
  if (format !== FORMAT || !Array.isArray(parts))
    return { parts: [], problems: [`format is ${JSON.stringify(format)}; accepted: "${FORMAT}" with a list of parts`] };
  if (parts.length > MOST_PARTS) return { parts: [], problems: [tooMany(parts.length)] };
  const problems = parts.flatMap((part, n) => {
    const own = problemsOf(partSchema, part).map((p) => `part ${n + 1}: ${p}`);
    if (own.length > 0) return own;
    const { terminals, elements } = part as Part;
    const ids = new Set(terminals.map((t) => t.id));
    if (ids.size < terminals.length) return [`part ${n + 1}: a terminal id stands twice; accepted: each id once`];
    return elements.flatMap((e) =>
      ['a', 'b', 'plus', 'minus'].flatMap((field) => {
        const at = (e as unknown as Record<string, unknown>)[field];
        return typeof at === 'string' && !ids.has(at)
          ? [`part ${n + 1}: element ${e.id} ${field} is "${at}"; accepted: ${[...ids].join(', ')}`]
          : [];
      }),
    );
  });
  return problems.length > 0
    ? { parts: [], problems }
    : { parts: (parts as Part[]).map((p) => ({ ...p, id: newId('pt') })), problems: [] };
}

function readCsv(text: string, known: ReadonlyMap<string, Part>): ReadParts {
  const parsed = Papa.parse<Record<string, string>>(text.trim(), { header: true, skipEmptyLines: true });
  if (parsed.data.length > MOST_PARTS) return { parts: [], problems: [tooMany(parsed.data.length)] };
  const problems: string[] = [];
  const unknown = (parsed.meta.fields ?? []).filter((f) => !PART_COLUMNS.includes(f as 'like'));
  if (unknown.length > 0) problems.push(`column "${unknown[0]}" is not known; accepted: ${PART_COLUMNS.join(', ')}`);
  if (parsed.data.length === 0) problems.push('no rows; accepted: a head line and one line a part');
  const parts = parsed.data.flatMap((row, n): Part[] => {
    const line = `line ${n + 2}`;
    const like = known.get(row.like ?? '');
    if (!like) {
      problems.push(
        `${line}: like is "${row.like ?? ''}"; accepted: the id of a part, such as ${[...known.keys()][0]}`,
      );
      return [];
    }
    const number = (column: (typeof PART_COLUMNS)[number], fallback: number | null): number | null => {
      const text_ = (row[column] ?? '').trim();
      if (text_ === '') return fallback;
      const value = Number(text_.replace(',', '.'));
      if (!Number.isFinite(value)) problems.push(`${line}: ${column} is "${text_}"; accepted: a number`);
      return value;
    };
    const part: Part = {
      ...resized(like, number('width_mm', like.widthMm)!, number('height_mm', like.heightMm)!),
      id: newId('pt'),
      name: cellOf((row.name ?? '').trim()) || like.name,
      depthMm: number('depth_mm', like.depthMm)!,
      massKg: number('mass_kg', like.massKg)!,
      clearSpaceMm: {
        left: number('clear_left_mm', like.clearSpaceMm.left)!,
        right: number('clear_right_mm', like.clearSpaceMm.right)!,
        top: number('clear_top_mm', like.clearSpaceMm.top)!,
        bottom: number('clear_bottom_mm', like.clearSpaceMm.bottom)!,
      },
      price: number('price', like.price),
      leadTimeDays: number('lead_time_days', like.leadTimeDays),
    };
    problems.push(...problemsOf(partSchema, part).map((p) => `${line}: ${p}`));
    return [part];
  });
  return problems.length > 0 ? { parts: [], problems } : { parts, problems: [] };
}

/**
 * Corners typed as `x,y x,y …`, from the part's middle; nothing is the plain rectangle.
 * @example
 * outlineFromText('').outline; // null
 */
export function outlineFromText(text: string): { outline: Part['body']['outline']; problem: string } {
  const words = text.trim().split(/\s+/).filter(Boolean);
  if (words.length === 0) return { outline: null, problem: '' };
  const outline = words.map((w) => {
    const [x, y] = w.split(',').map(Number);
    return { xMm: x ?? Number.NaN, yMm: y ?? Number.NaN };
  });
  const bad = words.find((_, i) => !Number.isFinite(outline[i]!.xMm) || !Number.isFinite(outline[i]!.yMm));
  if (bad)
    return { outline: null, problem: `"${bad}" is no corner; accepted: two numbers with a comma, such as -40,25` };
  if (outline.length < 3) return { outline: null, problem: 'An outline has at least three corners.' };
  if (crossesItself(outline)) return { outline: null, problem: 'The outline crosses itself.' };
  return { outline, problem: '' };
}
