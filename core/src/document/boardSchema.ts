import type { Schema } from 'yup';
import { acceptedFindingSchema } from './accepted/acceptedFindingSchema.ts';
import { BOARD_FORMAT, BOARD_FORMAT_VERSION, type Board } from './board.ts';
import { briefSchema } from './brief/briefSchema.ts';
import { cableSchema } from './cable/cableSchema.ts';
import { connectionSchema } from './connection/connectionSchema.ts';
import { controlRuleSchema } from './control/controlRuleSchema.ts';
import { quoteExtraSchema } from './extra/quoteExtraSchema.ts';
import { itemSchema } from './item/itemSchema.ts';
import { panelSchema } from './panel/panelSchema.ts';
import { fuseLinkSchema, partSchema } from './part/partSchema.ts';
import { powerSchema } from './power/powerSchema.ts';
import { list, oneOfNumber, record, tagIs } from './schemaKit.ts';
import { settingsSchema } from './settings/settingsSchema.ts';
import { foundCircuitSchema } from './survey/foundCircuitSchema.ts';

/** The board document, format version 4: strict, nothing cast, unknown keys refused. */
export const boardSchema: Schema<Board> = record({
  format: tagIs<typeof BOARD_FORMAT>(BOARD_FORMAT),
  formatVersion: oneOfNumber<typeof BOARD_FORMAT_VERSION>([BOARD_FORMAT_VERSION]),
  brief: briefSchema,
  power: powerSchema,
  settings: settingsSchema,
  panels: list(panelSchema, { min: 1, max: 12 }),
  customParts: list(partSchema, { max: 100 }),
  items: list(itemSchema, { max: 400 }),
  connections: list(connectionSchema, { max: 800 }),
  cables: list(cableSchema, { max: 800 }),
  survey: list(foundCircuitSchema, { max: 200 }),
  extras: list(quoteExtraSchema, { max: 60 }),
  control: list(controlRuleSchema, { max: 100 }),
  customLinks: list(fuseLinkSchema, { max: 100 }),
  accepted: list(acceptedFindingSchema, { max: 400 }),
});
