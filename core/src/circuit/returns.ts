import { Deriving, derive } from '../derive.ts';
import { deviceOf } from '../devices/registry.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Cable, Segment } from '../document/cable/cable.ts';
import { freeAir } from '../document/cable/freeAir.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import { freeTerminals } from '../document/connection/connect.ts';
import type { TerminalRef } from '../document/connection/connection.ts';
import type { Catalogue, Part } from '../document/part/part.ts';
import { partIndex } from '../document/references.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Dossier } from '../dossier.ts';
import type { Profile } from '../profiles/profile.ts';

/** One way back for a load, with everything sized anew for it. */
export interface ReturnWay {
  plusDropV: number;
  minusDropV: number;
  dropShare: number;
  returnMm: number;
  returnMm2: number;
}

export interface ReturnChoice {
  itemId: Id;
  now: 'own' | 'frame';
  own: ReturnWay | null;
  frame: ReturnWay | null;
  limitShare: number;
  /** Changes to the other way: an ordinary edit. */
  commands: Command[];
}

/** A wire to the nearest clean spot of the frame, until somebody measures it. Common practice, no source. */
export const TO_FRAME_MM = 500;

/**
 * Both schools of return side by side, for every load on a board that has a metal frame: a negative of its own, or the
 * frame. Each is derived with the load's minus wire laid that way, so sizes follow.
 * @example
 * returnChoices(board, catalogue, profile, workshop).length; // 0
 */
export function returnChoices(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
): ReturnChoice[] {
  const parts = partIndex(board, catalogue);
  const kindAt = (id: Id) => parts.get(board.items.find((i) => i.id === id)?.partId ?? '')?.kind;
  const frame = board.items.find((i) => kindAt(i.id) === 'frame');
  const framePart = frame && parts.get(frame.partId);
  if (!frame || !framePart) return [];
  const deriving = new Deriving();
  const now = derive(board, catalogue, profile, workshop, deriving);
  const freePoint = freeTerminals(board, frame, framePart)[0];
  const spot = freeMinusSpot(board, parts);
  return board.items.flatMap((item): ReturnChoice[] => {
    const part = parts.get(item.partId);
    const minus = part?.terminals.find((t) => t.domain === 'dc' && t.polarity === 'minus');
    if (part?.kind !== 'load' || !minus) return [];
    const wires = board.connections.filter((c) =>
      [c.from, c.to].some((r) => r.itemId === item.id && r.terminalId === minus.id),
    );
    const wire = wires[0];
    const cable = wire && board.cables.find((c) => c.cores.some((k) => k.connectionId === wire.id));
    // A looped or multi-core return has no single wire that could be laid otherwise.
    if (!wire || !cable || wires.length > 1 || cable.cores.length > 1) return [];
    const fromIsLoad = wire.from.itemId === item.id && wire.from.terminalId === minus.id;
    const far = fromIsLoad ? wire.to : wire.from;
    const onFrame = kindAt(far.itemId) === 'frame';
    const target: TerminalRef | null = onFrame
      ? spot
      : freePoint
        ? { itemId: frame.id, terminalId: freePoint.id }
        : null;
    const commands: Command[] = target
      ? [
          { kind: 'set', collection: 'connections', id: wire.id, field: fromIsLoad ? 'to' : 'from', value: target },
          {
            kind: 'set',
            collection: 'cables',
            id: cable.id,
            field: 'segments',
            value: runOf(board, cable, item.id, onFrame),
          },
        ]
      : [];
    const other =
      commands.length > 0 ? derive(applyCommands(board, commands).board, catalogue, profile, workshop, deriving) : null;
    const today = wayOf(now, item.id, cable.id);
    const instead = other && wayOf(other, item.id, cable.id);
    if (!today) return [];
    return [
      {
        itemId: item.id,
        now: onFrame ? 'frame' : 'own',
        own: onFrame ? instead : today,
        frame: onFrame ? today : instead,
        limitShare: now.sizing.drops.find((d) => d.itemId === item.id)?.limitShare ?? 0,
        commands,
      },
    ];
  });
}

function wayOf(dossier: Dossier, itemId: Id, cableId: Id): ReturnWay | null {
  const drop = dossier.sizing.drops.find((d) => d.itemId === itemId);
  const sized = dossier.sizing.cables.find((c) => c.cableId === cableId);
  const length = dossier.lengths.find((l) => l.cableId === cableId);
  return drop && sized && length
    ? {
        plusDropV: drop.plusDropV,
        minusDropV: drop.minusDropV,
        dropShare: drop.share,
        returnMm: length.lengthMm,
        returnMm2: sized.conductor.value,
      }
    : null;
}

/** The run a return takes the other way: a short one to the frame, or as long as the load's plus wire. */
function runOf(board: Board, cable: Cable, itemId: Id, toOwn: boolean): Segment[] {
  const run = (lengthMm: number): Segment[] => [
    {
      id: `${cable.segments[0]!.id.slice(0, 58)}_ret`,
      kind: 'measuredRun',
      lengthMm,
      measured: false,
      environment: freeAir(),
    },
  ];
  if (!toOwn) return run(TO_FRAME_MM);
  const plus = board.cables.find(
    (c) =>
      c.id !== cable.id &&
      c.cores.some((k) =>
        board.connections.some((w) => w.id === k.connectionId && [w.from, w.to].some((r) => r.itemId === itemId)),
      ),
  );
  const lengthMm = plus?.segments.reduce((s, x) => s + (x.kind === 'measuredRun' ? x.lengthMm : 0), 0) ?? 0;
  return run(Math.max(lengthMm, TO_FRAME_MM));
}

function freeMinusSpot(board: Board, parts: ReadonlyMap<Id, Part>): TerminalRef | null {
  for (const item of board.items) {
    const part = parts.get(item.partId);
    if (!part || !deviceOf(part.kind).distributes) continue;
    const free = freeTerminals(board, item, part).find((t) => t.polarity === 'minus' && !t.required);
    if (free) return { itemId: item.id, terminalId: free.id };
  }
  return null;
}
