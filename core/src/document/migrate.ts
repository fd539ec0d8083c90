import { BOARD_FORMAT_VERSION } from './board.ts';
import { newBoard, newLoad, newPowerPlan } from './newBoard.ts';
import type { PartKind } from './part/part.ts';
import { bodyOf } from './part/partBody.ts';

type Loose = Record<string, unknown>;
const isObject = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const each = (value: unknown, change: (entry: Loose) => Loose): unknown =>
  Array.isArray(value) ? value.map((entry) => (isObject(entry) ? change(entry) : entry)) : value;

function loadTo2(load: Loose): Loose {
  const { hoursPerDay, ...rest } = load;
  const { usage: _, ...fresh } = newLoad();
  return { ...fresh, usage: { kind: 'perDay', hoursPerDay }, ...rest };
}

/** What version 2 says of an element beside what version 1 did. */
function elementTo2(element: Loose): Loose {
  switch (element.kind) {
    case 'inverter':
      return { surgeW: 2 * Number(element.acPowerW), waveform: 'sine' };
    case 'fuseSeat':
      return { polarised: false };
    case 'battery':
      return { bmsCutA: null };
    default:
      return {};
  }
}

/** Version 1 to 2: the power sheet, survey and extras come in; loads say when, inverters say surge and waveform. */
function to2(board: Loose): Loose {
  const { brief: fresh } = newBoard({});
  const { use, jobKind, monitoring, growthShare, budget, opening, questions } = fresh;
  return {
    ...board,
    formatVersion: 2,
    brief: isObject(board.brief)
      ? { use, jobKind, monitoring, growthShare, budget, opening, questions, ...board.brief }
      : board.brief,
    settings: isObject(board.settings) ? { ownRulesId: '', ...board.settings } : board.settings,
    power: newPowerPlan(),
    items: each(board.items, (item) => ({
      ownership: 'workshop',
      ratingKnown: true,
      drawnAt: null,
      ...item,
      load: isObject(item.load) ? loadTo2(item.load) : item.load,
    })),
    customParts: each(board.customParts, (part) => ({
      ...part,
      elements: each(part.elements, (element) => ({ ...elementTo2(element), ...element })),
    })),
    cables: each(board.cables, (cable) => ({ material: 'copper', ...cable })),
    survey: [],
    extras: [],
  };
}

/** What version 3 says of an element beside what version 2 did. */
function elementTo3(element: Loose): Loose {
  switch (element.kind) {
    case 'contact':
      return { follows: null, selfLimiting: false };
    case 'coil':
      return { needs: null };
    case 'inverter':
      return { acOut: null, acIn: null };
    case 'mainsCharger':
      return { acIn: null };
    case 'charger':
      return { enable: null };
    default:
      return {};
  }
}

/** Version 2 to 3: control circuits, mains sides and makers' curves come in. */
function to3(board: Loose): Loose {
  return {
    ...board,
    formatVersion: 3,
    settings: isObject(board.settings) ? { lostBattery: 'carries', ...board.settings } : board.settings,
    customParts: each(board.customParts, (part) => ({
      ...part,
      elements: each(part.elements, (element) => ({ ...elementTo3(element), ...element })),
    })),
    cables: each(board.cables, (cable) => ({
      ...cable,
      segments: each(cable.segments, (segment) =>
        segment.kind === 'panelRoute'
          ? { laidBy: Array.isArray(segment.waypoints) && segment.waypoints.length > 0 ? 'hand' : 'router', ...segment }
          : segment,
      ),
    })),
    control: [],
    customLinks: [],
  };
}

/** Version 3 to 4: the layout bench comes in: faces, keep-outs, channels, held and grouped items, what a part asks. */
function to4(board: Loose): Loose {
  return {
    ...board,
    formatVersion: 4,
    panels: each(board.panels, (panel) => ({
      grain: 'any',
      goodFace: 'front',
      backClearanceMm: 0,
      frontClearanceMm: null,
      partScrewMm: Math.max(3, Number(panel.thicknessMm) - 2 || 12),
      keepOuts: [],
      channels: [],
      ...panel,
      holes: each(panel.holes, (hole) => ({ lining: 'grommet', ...hole })),
    })),
    customParts: each(board.customParts, (part) => ({
      body: bodyOf({ kind: part.kind as PartKind, elements: Array.isArray(part.elements) ? part.elements : [] }),
      ...part,
    })),
    items: each(board.items, (item) => ({ held: false, groupId: null, standOffMm: 0, ...item })),
    cables: each(board.cables, (cable) => ({
      ...cable,
      segments: each(cable.segments, (segment) => ({
        ...segment,
        environment: isObject(segment.environment)
          ? { surroundings: 'inside', travelMm: 0, ...segment.environment }
          : segment.environment,
      })),
    })),
  };
}

const STEPS: Readonly<Record<number, (board: Loose) => Loose>> = { 1: to2, 2: to3, 3: to4 };

/**
 * Brings a board document of an older format version up to the current one, step by step. What is not an older board
 * document is given back as it is, for the schema to judge.
 */
export function migrateBoard(value: unknown): unknown {
  let board = value;
  while (isObject(board) && typeof board.formatVersion === 'number' && board.formatVersion < BOARD_FORMAT_VERSION) {
    const step = STEPS[board.formatVersion];
    if (!step) break;
    board = step(board);
  }
  return board;
}
