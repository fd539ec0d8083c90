import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Command } from '../document/commands.ts';
import type { Part } from '../document/part/part.ts';
import { compareNatural } from '../engine/compareText.ts';
import type { LayOf } from '../layout/cableLays.ts';
import { moveItem } from '../layout/moveItem.ts';
import type { BuildStep } from './step.ts';

/** What the floor did otherwise than drawn: a change of the board for the designer to take or leave. */
export type AsBuilt =
  | { kind: 'part'; itemId: Id; partId: Id }
  | { kind: 'place'; itemId: Id; xMm: number; yMm: number }
  | { kind: 'run'; cableId: Id; lengthMm: number }
  | { kind: 'link'; cableId: Id }
  | { kind: 'hole'; panelId: Id; holeId: Id; xMm: number; yMm: number };

/** What can be done otherwise at a step, with what it is now. */
export interface Otherwise {
  kind: AsBuilt['kind'];
  title: string;
  now: AsBuilt;
  /** Parts that could stand in its place. */
  parts: readonly { partId: Id; name: string }[];
}

const missing = (what: string, id: Id): never => {
  throw new Error(`${what} is "${id}"; accepted: one that is on the board`);
};

/**
 * The edit that makes the board as it was built.
 * @param moving what a part that stands elsewhere takes with it: without it its cables stay where they were drawn
 * @throws where what was changed is not on the board
 * @example
 * asBuiltCommands(board, { kind: 'link', cableId: board.cables[0].id })[0].kind; // 'set'
 */
export function asBuiltCommands(
  board: Board,
  built: AsBuilt,
  moving: { parts: ReadonlyMap<Id, Part>; layOf: LayOf } | null = null,
): Command[] {
  switch (built.kind) {
    case 'part':
      if (!board.items.some((i) => i.id === built.itemId)) missing('itemId', built.itemId);
      return [{ kind: 'set', collection: 'items', id: built.itemId, field: 'partId', value: built.partId }];
    case 'place': {
      const item = board.items.find((i) => i.id === built.itemId);
      if (item?.place.kind !== 'panel') return missing('itemId', built.itemId);
      const place = { ...item.place, xMm: built.xMm, yMm: built.yMm };
      if (moving) return moveItem(board, moving.parts, item.id, place, moving.layOf, true);
      return [{ kind: 'set', collection: 'items', id: built.itemId, field: 'place', value: place }];
    }
    case 'link':
      if (!board.cables.some((c) => c.id === built.cableId)) missing('cableId', built.cableId);
      return [{ kind: 'set', collection: 'cables', id: built.cableId, field: 'material', value: 'flatCopper' }];
    case 'run': {
      const cable = board.cables.find((c) => c.id === built.cableId);
      const run = cable?.segments.find((s) => s.kind === 'measuredRun');
      if (!cable || !run) return missing('cableId', built.cableId);
      const segments = cable.segments.map((s) =>
        s.id === run.id && s.kind === 'measuredRun' ? { ...s, lengthMm: built.lengthMm, measured: true } : s,
      );
      return [{ kind: 'set', collection: 'cables', id: built.cableId, field: 'segments', value: segments }];
    }
    case 'hole': {
      const panel = board.panels.find((p) => p.id === built.panelId);
      if (!panel?.holes.some((h) => h.id === built.holeId)) return missing('holeId', built.holeId);
      const holes = panel.holes.map((h) => (h.id === built.holeId ? { ...h, xMm: built.xMm, yMm: built.yMm } : h));
      return [{ kind: 'set', collection: 'panels', id: built.panelId, field: 'holes', value: holes }];
    }
  }
}

const mm = (x: number): string => String(Math.round(x));

/**
 * What was done otherwise, in words.
 * @example
 * asBuiltWords(board, new Map(), { kind: 'link', cableId: board.cables[0].id }); // 'W1 as a formed link of copper'
 */
export function asBuiltWords(board: Board, parts: ReadonlyMap<Id, Part>, built: AsBuilt): string {
  const item = (id: Id) => board.items.find((i) => i.id === id)?.designation ?? id;
  const cable = (id: Id) => board.cables.find((c) => c.id === id)?.designation ?? id;
  switch (built.kind) {
    case 'part':
      return `${item(built.itemId)} is ${parts.get(built.partId)?.name ?? built.partId}`;
    case 'place':
      return `${item(built.itemId)} stands at ${mm(built.xMm)}, ${mm(built.yMm)} mm`;
    case 'run':
      return `${cable(built.cableId)} runs ${mm(built.lengthMm)} mm off the board`;
    case 'link':
      return `${cable(built.cableId)} as a formed link of copper`;
    case 'hole':
      return `a hole at ${mm(built.xMm)}, ${mm(built.yMm)} mm`;
  }
}

/** Parts that could stand where another does: of its kind, with terminals of the same names. */
function alike(part: Part, parts: ReadonlyMap<Id, Part>): { partId: Id; name: string }[] {
  const ids = part.terminals.map((t) => t.id);
  return [...parts.values()]
    .filter((p) => p.id !== part.id && p.kind === part.kind && ids.every((id) => p.terminals.some((t) => t.id === id)))
    .map((p) => ({ partId: p.id, name: p.name }))
    .sort((a, b) => compareNatural(a.name, b.name));
}

/** Whether a wire runs from one stud to another: only there a link can be screwed on. */
function studToStud(board: Board, parts: ReadonlyMap<Id, Part>, connectionId: Id | undefined): boolean {
  const wire = board.connections.find((c) => c.id === connectionId);
  return [wire?.from, wire?.to].every((ref) => {
    const part = parts.get(board.items.find((i) => i.id === ref?.itemId)?.partId ?? '');
    return part?.terminals.find((t) => t.id === ref?.terminalId)?.attachment.kind === 'stud';
  });
}

/**
 * What can be done otherwise at a step of the build.
 * @param parts every part a board can be built of
 * @example
 * otherwiseAt(board, new Map(), { kind: 'look', itemIds: [], cableIds: [], panelId: 'p' }); // []
 */
export function otherwiseAt(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  step: Pick<BuildStep, 'kind' | 'itemIds' | 'cableIds' | 'panelId'>,
): Otherwise[] {
  if (step.kind === 'mount') {
    const item = board.items.find((i) => i.id === step.itemIds[0]);
    if (item?.place.kind !== 'panel') return [];
    const part = parts.get(item.partId);
    const others = part ? alike(part, parts) : [];
    const { xMm, yMm } = item.place;
    return [
      ...(others.length > 0
        ? [
            {
              kind: 'part' as const,
              title: 'Another part',
              now: { kind: 'part' as const, itemId: item.id, partId: item.partId },
              parts: others,
            },
          ]
        : []),
      { kind: 'place', title: 'Another place', now: { kind: 'place', itemId: item.id, xMm, yMm }, parts: [] },
    ];
  }
  if (step.kind === 'lay') {
    const cable = board.cables.find((c) => c.id === step.cableIds[0]);
    if (!cable) return [];
    const run = cable.segments.find((s) => s.kind === 'measuredRun');
    const onStuds = studToStud(board, parts, cable.cores[0]?.connectionId);
    const onPanel =
      onStuds && cable.segments.length === 1 && cable.segments[0]!.kind === 'panelRoute' && cable.cores.length === 1;
    return [
      ...(run?.kind === 'measuredRun'
        ? [
            {
              kind: 'run' as const,
              title: 'Another length',
              now: { kind: 'run' as const, cableId: cable.id, lengthMm: run.lengthMm },
              parts: [],
            },
          ]
        : []),
      ...(onPanel && cable.material !== 'flatCopper'
        ? [
            {
              kind: 'link' as const,
              title: 'A copper link',
              now: { kind: 'link' as const, cableId: cable.id },
              parts: [],
            },
          ]
        : []),
    ];
  }
  if (step.kind === 'drill' || step.kind === 'line') {
    const panel = board.panels.find((p) => p.id === step.panelId);
    return (panel?.holes ?? []).map((h) => ({
      kind: 'hole',
      title: `The hole at ${mm(h.xMm)}, ${mm(h.yMm)}`,
      now: { kind: 'hole', panelId: step.panelId, holeId: h.id, xMm: h.xMm, yMm: h.yMm },
      parts: [],
    }));
  }
  return [];
}
