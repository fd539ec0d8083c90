import type { Board } from '../document/board.ts';
import { COLLECTIONS, type Command } from '../document/commands.ts';

type Pick = (n: number) => number;
type Json = unknown;
const NUMBERS = [0, 0.01, 0.5, 1, 2, 3, 12, 17, 60, 400, 5000, -30, 1e6];

/** Another value of the same build: one leaf of it changed, a list emptied or doubled, a null filled from elsewhere. */
function spoilt(value: Json, elsewhere: Json, pick: Pick): Json {
  if (typeof value === 'number') return pick(3) === 0 ? value * 2 : NUMBERS[pick(NUMBERS.length)]!;
  if (typeof value === 'boolean') return !value;
  if (typeof value === 'string') return typeof elsewhere === 'string' ? elsewhere : value;
  if (value === null) return elsewhere ?? null;
  if (Array.isArray(value)) {
    const way = pick(4);
    if (way === 0 || value.length === 0) return Array.isArray(elsewhere) && pick(2) ? elsewhere : [];
    const at = pick(value.length);
    if (way === 1) return value.filter((_, i) => i !== at);
    return value.map((x, i) => (i === at ? spoilt(x, (elsewhere as Json[] | undefined)?.[0], pick) : x));
  }
  if (typeof value === 'object') {
    if (pick(4) === 0 && elsewhere && typeof elsewhere === 'object') return elsewhere;
    const keys = Object.keys(value as object);
    const key = keys[pick(keys.length)]!;
    const from = (elsewhere as Record<string, Json> | null)?.[key];
    return { ...value, [key]: spoilt((value as Record<string, Json>)[key], from, pick) };
  }
  return value;
}

/** A command at random: most are refused by the checks, what they let through may be anything. */
export function anyCommand(board: Board, pick: Pick): Command {
  const single = [
    ['setBrief', board.brief],
    ['setPower', board.power],
    ['setSetting', board.settings],
  ] as const;
  if (pick(4) === 0) {
    const [kind, values] = single[pick(single.length)]!;
    const fields = Object.keys(values);
    const field = fields[pick(fields.length)]!;
    const value = (values as unknown as Record<string, Json>)[field];
    return { kind, field, value: spoilt(value, undefined, pick) } as unknown as Command;
  }
  const full = COLLECTIONS.filter((c) => board[c].length > 0);
  const collection = full[pick(full.length)]!;
  const rows = board[collection] as readonly { id: string }[];
  const [row, other] = [rows[pick(rows.length)]!, rows[pick(rows.length)]!];
  const way = pick(8);
  if (way === 0) return { kind: 'remove', collection, id: row.id };
  if (way === 1)
    return { kind: 'add', collection, value: { ...row, id: `${row.id}x` }, index: null } as unknown as Command;
  const fields = Object.keys(row).filter((k) => k !== 'id');
  const field = fields[pick(fields.length)]!;
  const [own, others] = [row, other] as unknown as Record<string, Json>[];
  return { kind: 'set', collection, id: row.id, field, value: spoilt(own![field], others![field], pick) } as Command;
}
