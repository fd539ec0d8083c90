import type { AcceptedFinding } from './accepted/acceptedFinding.ts';
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

export const BOARD_FORMAT = 'ombrik-board';

export const BOARD_FORMAT_VERSION = 7;

export interface Board {
  format: typeof BOARD_FORMAT;
  formatVersion: typeof BOARD_FORMAT_VERSION;
  brief: Brief;
  power: PowerPlan;
  settings: BoardSettings;
  panels: Panel[];
  /** Parts made on the spot for this board; same shape as catalogue parts. */
  customParts: Part[];
  items: Item[];
  connections: Connection[];
  cables: Cable[];
  /** Circuits as found, on rework jobs. */
  survey: FoundCircuit[];
  extras: QuoteExtra[];
  control: ControlRule[];
  /** Fuse links with their maker's own curve; same shape as catalogue links. Chosen by hand only. */
  customLinks: FuseLink[];
  /** Warnings somebody lets stand, each with its reason. */
  accepted: AcceptedFinding[];
}
