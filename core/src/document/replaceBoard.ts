import type { Board } from './board.ts';
import type { Brief } from './brief/brief.ts';
import { COLLECTIONS, type Command } from './commands.ts';
import type { PowerPlan } from './power/power.ts';
import type { BoardSettings } from './settings/settings.ts';

/**
 * Commands that turn one board into another: ordinary edits, so the change can be undone.
 * @example
 * replaceBoard(board, board).every((c) => c.kind !== 'set'); // true
 */
export function replaceBoard(from: Board, to: Board): Command[] {
  const commands: Command[] = [];
  const differs = (a: unknown, b: unknown) => JSON.stringify(a) !== JSON.stringify(b);
  for (const field of Object.keys(to.brief) as (keyof Brief)[])
    if (differs(from.brief[field], to.brief[field]))
      commands.push({ kind: 'setBrief', field, value: to.brief[field] } as Command);
  for (const field of Object.keys(to.power) as (keyof PowerPlan)[])
    if (differs(from.power[field], to.power[field]))
      commands.push({ kind: 'setPower', field, value: to.power[field] } as Command);
  for (const field of Object.keys(to.settings) as (keyof BoardSettings)[])
    if (differs(from.settings[field], to.settings[field]))
      commands.push({ kind: 'setSetting', field, value: to.settings[field] } as Command);
  for (const collection of [...COLLECTIONS].reverse())
    for (const entity of from[collection]) commands.push({ kind: 'remove', collection, id: entity.id });
  for (const collection of COLLECTIONS)
    for (const value of to[collection]) commands.push({ kind: 'add', collection, value, index: null } as Command);
  return commands;
}
