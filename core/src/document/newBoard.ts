import { BOARD_FORMAT, BOARD_FORMAT_VERSION, type Board } from './board.ts';
import type { Brief } from './brief/brief.ts';
import { newBrief } from './brief/newBrief.ts';
import { rectanglePanel } from './panel/rectanglePanel.ts';
import { newPowerPlan } from './power/newPowerPlan.ts';
import { newSettings } from './settings/newSettings.ts';

/**
 * An empty board with one panel and the stated defaults of every school of practice.
 * @example
 * newBoard({ jobName: 'Hut' }).brief.jobName; // 'Hut'
 */
export function newBoard(brief: Partial<Brief>): Board {
  return {
    format: BOARD_FORMAT,
    formatVersion: BOARD_FORMAT_VERSION,
    brief: newBrief(brief),
    power: newPowerPlan(),
    settings: newSettings(),
    panels: [rectanglePanel('Main board', 800, 500)],
    customParts: [],
    items: [],
    connections: [],
    cables: [],
    survey: [],
    extras: [],
    control: [],
    customLinks: [],
    accepted: [],
  };
}
