import type { AcceptedFinding } from './accepted/acceptedFinding.ts';
import type { Id } from './basics.ts';
import type { Board } from './board.ts';
import type { Brief } from './brief/brief.ts';
import type { Cable } from './cable/cable.ts';
import type { Connection } from './connection/connection.ts';
import type { ControlRule } from './control/controlRule.ts';
import type { QuoteExtra } from './extra/quoteExtra.ts';
import type { Item } from './item/item.ts';
import type { Panel } from './panel/panel.ts';
import type { FuseLink, Part } from './part/part.ts';
import type { PowerPlan } from './power/power.ts';
import type { BoardSettings } from './settings/settings.ts';
import type { FoundCircuit } from './survey/foundCircuit.ts';

/** The board's collections and what each holds. */
export interface Collections {
  panels: Panel;
  customParts: Part;
  items: Item;
  connections: Connection;
  cables: Cable;
  survey: FoundCircuit;
  extras: QuoteExtra;
  customLinks: FuseLink;
  control: ControlRule;
  accepted: AcceptedFinding;
}
export type CollectionName = keyof Collections;
export const COLLECTIONS: readonly CollectionName[] = [
  'panels',
  'customParts',
  'customLinks',
  'items',
  'connections',
  'cables',
  'survey',
  'extras',
  'control',
  'accepted',
];

type PerCollection<F extends { [C in CollectionName]: unknown }> = F[CollectionName];

export type AddCommand = PerCollection<{
  [C in CollectionName]: { kind: 'add'; collection: C; value: Collections[C]; index: number | null };
}>;
export type SetCommand = PerCollection<{
  [C in CollectionName]: {
    [F in Exclude<keyof Collections[C], 'id'>]: {
      kind: 'set';
      collection: C;
      id: Id;
      field: F;
      value: Collections[C][F];
    };
  }[Exclude<keyof Collections[C], 'id'>];
}>;

/** One typed change to the board, on ids. Every command has an inverse: see applyCommands. */
export type Command =
  | AddCommand
  | { kind: 'remove'; collection: CollectionName; id: Id }
  | SetCommand
  | { [F in keyof Brief]: { kind: 'setBrief'; field: F; value: Brief[F] } }[keyof Brief]
  | { [F in keyof PowerPlan]: { kind: 'setPower'; field: F; value: PowerPlan[F] } }[keyof PowerPlan]
  | { [F in keyof BoardSettings]: { kind: 'setSetting'; field: F; value: BoardSettings[F] } }[keyof BoardSettings];

export class CommandError extends Error {
  override name = 'CommandError';
}

type CollectionCommand = AddCommand | SetCommand | { kind: 'remove'; collection: CollectionName; id: Id };
/** The board's single values and the command that sets a field of each. */
const PART_OF = { setBrief: 'brief', setPower: 'power', setSetting: 'settings' } as const;

type Entity = { id: Id } & Record<string, unknown>;

function applyOne(board: Board, command: Command): { board: Board; inverse: Command } {
  const part = PART_OF[command.kind as keyof typeof PART_OF];
  if (part) {
    const set = command as { kind: keyof typeof PART_OF; field: string; value: unknown };
    const values = board[part] as unknown as Record<string, unknown>;
    if (!Object.hasOwn(values, set.field))
      throw new CommandError(`${part} has no field "${set.field}"; accepted: ${Object.keys(values).join(', ')}`);
    return {
      board: { ...board, [part]: { ...values, [set.field]: set.value } },
      inverse: { ...set, value: values[set.field] } as Command,
    };
  }
  return applyToCollection(board, command as CollectionCommand);
}

function applyToCollection(board: Board, command: CollectionCommand): { board: Board; inverse: Command } {
  if (!COLLECTIONS.includes(command.collection))
    throw new CommandError(`collection is "${command.collection}"; accepted: ${COLLECTIONS.join(', ')}`);
  const list = board[command.collection] as unknown as Entity[];
  const put = (next: Entity[]): Board => ({ ...board, [command.collection]: next });
  if (command.kind === 'add') {
    const value = command.value as unknown as Entity;
    if (list.some((e) => e.id === value.id))
      throw new CommandError(`${command.collection}: id "${value.id}" already exists; accepted: a new id`);
    const at = command.index === null ? list.length : Math.min(command.index, list.length);
    return {
      board: put([...list.slice(0, at), value, ...list.slice(at)]),
      inverse: { kind: 'remove', collection: command.collection, id: value.id },
    };
  }
  const index = list.findIndex((e) => e.id === command.id);
  const entity = list[index];
  if (!entity)
    throw new CommandError(`${command.collection}: id "${command.id}" is not there; it may have been removed`);
  if (command.kind === 'remove') {
    return {
      board: put(list.filter((_, i) => i !== index)),
      inverse: { kind: 'add', collection: command.collection, value: entity, index } as unknown as Command,
    };
  }
  if (command.field === ('id' as string) || !Object.hasOwn(entity, command.field))
    throw new CommandError(
      `${command.collection}: field "${command.field}" cannot be set; accepted: ${Object.keys(entity)
        .filter((k) => k !== 'id')
        .join(', ')}`,
    );
  const inverse = { ...command, value: entity[command.field] } as Command;
  const changed = { ...entity, [command.field]: command.value };
  return { board: put(list.map((e, i) => (i === index ? changed : e))), inverse };
}

/**
 * Applies commands in order to a board value; the board given is not changed.
 * @returns the new board and the commands that undo it, in the order to apply them.
 * @throws CommandError when a command names something that is not there.
 * @example
 * applyCommands({ brief: { notes: 'a' } }, [{ kind: 'setBrief', field: 'notes', value: 'b' }]).inverse; // [{ kind: 'setBrief', field: 'notes', value: 'a' }]
 */
export function applyCommands(board: Board, commands: readonly Command[]): { board: Board; inverse: Command[] } {
  let next = board;
  const inverse: Command[] = [];
  for (const command of commands) {
    const step = applyOne(next, command);
    next = step.board;
    inverse.unshift(step.inverse);
  }
  return { board: next, inverse };
}
