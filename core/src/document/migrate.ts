import { BOARD_FORMAT_VERSION } from './board.ts';
import { briefMigration } from './brief/briefMigration.ts';
import { cableMigration } from './cable/cableMigration.ts';
import { itemMigration } from './item/itemMigration.ts';
import { each, isObject, type Loose, type Migration } from './migration.ts';
import { panelMigration } from './panel/panelMigration.ts';
import { partMigration } from './part/partMigration.ts';
import { newPowerPlan } from './power/newPowerPlan.ts';
import { settingsMigration } from './settings/settingsMigration.ts';

/** Version 2: the power sheet, survey and extras come in. Version 3: what control has to do, and own fuse links. Version 6: findings that are let stand. */
const boardMigration: Migration = {
  2: (board) => ({ ...board, power: newPowerPlan(), survey: [], extras: [] }),
  3: (board) => ({ ...board, control: [], customLinks: [] }),
  6: (board) => ({ ...board, accepted: [] }),
};

/** The nouns whose own migrations are run, by the field of the board that holds them. */
const ONE: Readonly<Record<string, Migration>> = { brief: briefMigration, settings: settingsMigration };
const MANY: Readonly<Record<string, Migration>> = {
  panels: panelMigration,
  customParts: partMigration,
  items: itemMigration,
  cables: cableMigration,
};

function stepTo(version: number, board: Loose): Loose {
  const next: Loose = { ...(boardMigration[version]?.(board) ?? board), formatVersion: version };
  for (const [key, migration] of Object.entries(ONE)) {
    const value = next[key];
    if (migration[version] && isObject(value)) next[key] = migration[version](value);
  }
  for (const [key, migration] of Object.entries(MANY)) {
    if (migration[version]) next[key] = each(next[key], migration[version]);
  }
  return next;
}

/**
 * Brings a board document of an older format version up to the current one, step by step. What is not an older board
 * document is given back as it is, for the schema to judge.
 * @example
 * migrateBoard('no board'); // 'no board'
 */
export function migrateBoard(value: unknown): unknown {
  let board = value;
  while (isObject(board) && typeof board.formatVersion === 'number' && board.formatVersion < BOARD_FORMAT_VERSION) {
    if (!(Number.isInteger(board.formatVersion) && board.formatVersion >= 1)) break;
    board = stepTo(board.formatVersion + 1, board);
  }
  return board;
}
