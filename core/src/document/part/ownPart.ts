import type { Id } from '../basics.ts';
import type { Board } from '../board.ts';
import type { Command } from '../commands.ts';
import { sameContent } from '../fingerprint.ts';
import type { Part } from './part.ts';

/** A part of the workshop's own catalogue, in one of its versions. */
export interface OwnPart {
  id: Id;
  version: number;
  /** Carries the id it has on boards, which names the version: a board keeps what it was built of. */
  part: Part;
  note: string;
  madeBy: string;
  madeAt: string;
  retired: boolean;
}

/**
 * The id a version of an own part has on boards.
 * @example
 * ownPartId('op_pump', 2); // 'op_pump.v2'
 */
export const ownPartId = (id: Id, version: number): Id => `${id}.v${version}`;

/**
 * Which own part, and which of its versions, an id on a board names; null for all others.
 * @example
 * ownPartOf('op_pump.v2'); // { id: 'op_pump', version: 2 }
 */
export function ownPartOf(partId: Id): { id: Id; version: number } | null {
  const found = /^(op_[\w-]+)\.v(\d+)$/.exec(partId);
  return found ? { id: found[1]!, version: Number(found[2]) } : null;
}

const WORDS: readonly [keyof Part, string, string][] = [
  ['name', 'name', ''],
  ['widthMm', 'width', ' mm'],
  ['heightMm', 'height', ' mm'],
  ['depthMm', 'depth', ' mm'],
  ['massKg', 'mass', ' kg'],
  ['price', 'price', ''],
  ['leadTimeDays', 'lead time', ' days'],
];

/**
 * What one version of a part has otherwise than another, in words.
 * @example
 * partDifferences(parts.get('load-small'), { ...parts.get('load-small'), massKg: 9 }).length; // 1
 */
export function partDifferences(before: Part, after: Part): string[] {
  const plain = WORDS.flatMap(([field, word, unit]) =>
    sameContent(before[field], after[field])
      ? []
      : [`${word} ${before[field] ?? 'none'}${unit} → ${after[field] ?? 'none'}${unit}`],
  );
  const sides = (['left', 'right', 'top', 'bottom'] as const).flatMap((side) =>
    before.clearSpaceMm[side] === after.clearSpaceMm[side]
      ? []
      : [`clear ${side} ${before.clearSpaceMm[side]} mm → ${after.clearSpaceMm[side]} mm`],
  );
  const was = new Map(before.terminals.map((t) => [t.id, t]));
  const is = new Set(after.terminals.map((t) => t.id));
  const terminals = [
    ...after.terminals.flatMap((t) => {
      const old = was.get(t.id);
      return !old ? [`terminal ${t.name} is new`] : sameContent(old, t) ? [] : [`terminal ${t.name} is another`];
    }),
    ...before.terminals.flatMap((t) => (is.has(t.id) ? [] : [`terminal ${t.name} is gone`])),
  ];
  const elements = after.elements.flatMap((e, i) => {
    const old = (before.elements[i] ?? {}) as unknown as Record<string, unknown>;
    return Object.entries(e).flatMap(([field, value]) =>
      sameContent(old[field], value) || typeof value !== 'number'
        ? []
        : [`${field} ${old[field] ?? 'none'} → ${value}`],
    );
  });
  const rest = sameContent(
    [before.mountHoles, before.body, before.systemVoltagesV],
    [after.mountHoles, after.body, after.systemVoltagesV],
  )
    ? []
    : ['screws, outline or what it asks of its place'];
  return [...plain, ...sides, ...terminals, ...elements, ...rest];
}

/**
 * Takes another version of an own part for every item of a board that has one of its versions.
 * @returns an ordinary edit; nothing where no item has another version
 * @throws RangeError where a wire ends at a terminal the new version does not have
 * @example
 * takeVersion(board, parts.get('load-small')); // []
 */
export function takeVersion(board: Board, part: Part): Command[] {
  const own = ownPartOf(part.id);
  if (!own) return [];
  const items = board.items.filter((i) => i.partId !== part.id && ownPartOf(i.partId)?.id === own.id);
  if (items.length === 0) return [];
  const ids = new Set(items.map((i) => i.id));
  const terminals = new Set(part.terminals.map((t) => t.id));
  for (const { from, to } of board.connections)
    for (const end of [from, to])
      if (ids.has(end.itemId) && !terminals.has(end.terminalId)) {
        const { designation } = board.items.find((i) => i.id === end.itemId)!;
        throw new RangeError(
          `${designation}:${end.terminalId} has a wire, and ${part.name} has no such terminal; accepted: a version with it, or take the wire off first`,
        );
      }
  const left = new Set(board.items.flatMap((i) => (ids.has(i.id) ? [] : [i.partId])));
  return [
    ...(board.customParts.some((p) => p.id === part.id)
      ? []
      : [{ kind: 'add', collection: 'customParts', value: part, index: null } as const]),
    ...items.map(({ id }): Command => ({ kind: 'set', collection: 'items', id, field: 'partId', value: part.id })),
    ...board.customParts.flatMap((p): Command[] =>
      p.id !== part.id && ownPartOf(p.id)?.id === own.id && !left.has(p.id)
        ? [{ kind: 'remove', collection: 'customParts', id: p.id }]
        : [],
    ),
  ];
}
