import { SI, type UnitChoice } from '../../units/choice.ts';
import { readTyped } from '../../units/typed.ts';
import type { Id } from '../basics.ts';
import type { Board } from '../board.ts';
import type { Command } from '../commands.ts';
import type { Item } from '../item/item.ts';
import type { Cable, Segment } from './cable.ts';
import { RUN_FIELDS } from './cableFields.ts';

/** A way between two places off the board, with the cables that share it: a load's plus and minus run side by side. */
export interface OffBoardRun {
  key: string;
  /** Where it begins and ends, the board first. */
  between: readonly [string, string];
  /** The parts at its far end, or at both where neither is on the board. */
  itemIds: readonly Id[];
  cables: readonly { cableId: Id; segmentId: Id; lengthMm: number; measured: boolean }[];
  /** What all its cables are taken to be; null where they differ. */
  lengthMm: number | null;
  /** Somebody has measured every one of them. */
  measured: boolean;
}

type Run = Extract<Segment, { kind: 'measuredRun' }>;
const isRun = (s: Segment): s is Run => s.kind === 'measuredRun';

interface End {
  /** Cables whose ends are alike share a run. */
  key: string;
  place: string;
  itemId: Id;
  onBoard: boolean;
}

function endAt(board: Pick<Board, 'panels'>, item: Item): End {
  const { place } = item;
  if (place.kind === 'panel') {
    const name = board.panels.find((p) => p.id === place.panelId)?.name ?? 'the board';
    return { key: `panel ${place.panelId}`, place: name, itemId: item.id, onBoard: true };
  }
  const where = place.kind === 'location' ? place.location : 'nowhere yet';
  return { key: `item ${item.id}`, place: where, itemId: item.id, onBoard: false };
}

/**
 * Every run off the board, those between the same places and parts as one: what somebody with a tape has to measure.
 * @example
 * offBoardRuns(board)[0].between; // ['Main board', 'shelf']
 */
export function offBoardRuns(board: Pick<Board, 'panels' | 'items' | 'connections' | 'cables'>): OffBoardRun[] {
  const items = new Map(board.items.map((i) => [i.id, i]));
  const wires = new Map(board.connections.map((c) => [c.id, c]));
  const runs = new Map<string, { ends: [End, End]; cables: OffBoardRun['cables'][number][] }>();
  for (const cable of board.cables) {
    const ends = endsOf(cable, wires, items, board);
    if (!ends) continue;
    cable.segments.filter(isRun).forEach((s, n) => {
      const key = `${ends[0].key}, ${ends[1].key}${n > 0 ? `, ${n + 1}` : ''}`;
      const run = runs.get(key) ?? { ends, cables: [] };
      run.cables.push({ cableId: cable.id, segmentId: s.id, lengthMm: s.lengthMm, measured: s.measured });
      runs.set(key, run);
    });
  }
  return [...runs].map(([key, { ends, cables }]) => {
    const [first] = cables;
    const far = ends.filter((e) => !e.onBoard);
    return {
      key,
      between: [ends[0].place, ends[1].place],
      itemIds: [...new Set((far.length > 0 ? far : ends).map((e) => e.itemId))],
      cables,
      lengthMm: cables.every((c) => c.lengthMm === first!.lengthMm) ? first!.lengthMm : null,
      measured: cables.every((c) => c.measured),
    };
  });
}

/** Both ends of a cable, the one on the board first, else in the order of their names; null where a wire hangs loose. */
function endsOf(
  cable: Cable,
  wires: ReadonlyMap<Id, Board['connections'][number]>,
  items: ReadonlyMap<Id, Item>,
  board: Pick<Board, 'panels'>,
): [End, End] | null {
  const wire = wires.get(cable.cores[0]?.connectionId ?? '');
  const [from, to] = [items.get(wire?.from.itemId ?? ''), items.get(wire?.to.itemId ?? '')];
  if (!from || !to) return null;
  const [a, b] = [endAt(board, from), endAt(board, to)];
  if (a.onBoard !== b.onBoard) return a.onBoard ? [a, b] : [b, a];
  return a.key <= b.key ? [a, b] : [b, a];
}

/**
 * Writes measured lengths down: of each run, all its cables.
 * @example
 * measureRuns(board, []); // []
 */
export function measureRuns(
  board: Pick<Board, 'cables'>,
  measured: readonly { run: OffBoardRun; lengthMm: number }[],
): Command[] {
  const lengths = new Map(
    measured.flatMap(({ run, lengthMm }) => run.cables.map((c) => [`${c.cableId} ${c.segmentId}`, lengthMm] as const)),
  );
  return board.cables.flatMap((cable): Command[] => {
    const segments = cable.segments.map((s) => {
      const lengthMm = lengths.get(`${cable.id} ${s.id}`);
      return lengthMm === undefined ? s : ({ ...s, lengthMm, measured: true } as Run);
    });
    return segments.every((s, n) => s === cable.segments[n])
      ? []
      : [{ kind: 'set', collection: 'cables', id: cable.id, field: 'segments', value: segments }];
  });
}

/**
 * A length as a hand writes it: in that person's unit, or with its unit behind it. Null where it is none.
 * @example
 * readLengthMm('2,6 m'); // 2600
 */
export function readLengthMm(text: string, choice: UnitChoice = SI): number | null {
  const read = readTyped(text, 'mm', choice);
  const { min, max } = RUN_FIELDS.lengthMm;
  const lengthMm = Math.round(read);
  return lengthMm >= min && lengthMm <= max ? lengthMm : null;
}

/**
 * Lengths pasted down a column, from one run on: a line each, the last cell of it; an empty line leaves its run as it is.
 * All of them or none: a bad line is named.
 * @example
 * readRuns('2600', []).problems; // ['1 lines for 0 runs from here on']
 */
export function readRuns(
  text: string,
  runs: readonly OffBoardRun[],
  choice: UnitChoice = SI,
): { lengths: { run: OffBoardRun; lengthMm: number }[]; problems: string[] } {
  const lines = text.replace(/\r/g, '').replace(/\n+$/, '').split('\n');
  const problems: string[] = [];
  if (lines.length > runs.length) problems.push(`${lines.length} lines for ${runs.length} runs from here on`);
  const lengths = lines.slice(0, runs.length).flatMap((line, n) => {
    const cell = line.split(/[\t;]/).at(-1)!.trim();
    if (cell === '') return [];
    const lengthMm = readLengthMm(cell, choice);
    if (lengthMm === null) {
      const { min, max } = RUN_FIELDS.lengthMm;
      problems.push(`line ${n + 1}: "${cell}"; accepted: a length from ${min} to ${max} mm, such as 2600 or 2.6 m`);
      return [];
    }
    return [{ run: runs[n]!, lengthMm }];
  });
  return problems.length > 0 ? { lengths: [], problems } : { lengths, problems };
}
