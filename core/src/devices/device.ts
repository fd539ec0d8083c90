import type { Element, PartData, PartKind } from '../document/part/part.ts';
import type { Formula } from '../engine/formula.ts';
import type { Draft } from './benchStep.ts';
import type { ElementKind } from './elementKind.ts';

/** Where people look for it among the parts. */
export const DEVICE_GROUPS = [
  'Batteries and sources',
  'Switches and fuses',
  'Bars, shunts and frame',
  'Chargers and inverters',
  'Mains side, for a licensed person',
  'Plugs',
  'Displays and sensors',
  'Loads',
] as const;

/** One stroke of a drawn sign, in the units of the sign's own box. */
export type Stroke =
  | { draw: 'path'; d: string; widthPx?: number }
  | {
      draw: 'rect';
      x: number;
      y: number;
      w: number;
      h: number;
      fill: 'part' | 'ink' | 'none';
      line: 'whole' | 'dashed' | 'none';
      widthPx?: number;
    }
  | { draw: 'circle'; x: number; y: number; r: number; fill: 'ink' | 'none' }
  | { draw: 'text'; text: string; x: number; y: number; sizePx: number };

/** The item a bench step is written for. */
export interface BenchedItem {
  id: string;
  designation: string;
}

/** One kind of device, whole: what it asks of its place, how it is drawn, what it does, and the parts the store has. */
export interface Device {
  kind: PartKind;
  /** Letter code. Source: IEC 81346-2. */
  letter: string;
  group: (typeof DEVICE_GROUPS)[number];
  /** Stands off the board unless somebody puts it there. */
  offBoard: boolean;
  /** Is there already or brought by the customer: neither bought nor built by the workshop. */
  customers: boolean;
  /** Runs hot: cables and cold things keep clear. */
  hot: boolean;
  /** Draws air from below and gives it off above. */
  breathes: boolean;
  /** What somebody needs of it once the board hangs. */
  reach: 'none' | 'see' | 'hand';
  strapped: boolean;
  openTerminals: boolean;
  /** Leads branch off it: it has a free place for one more. */
  distributes: boolean;
  /** Leads leave it any way, not the way its terminals point. */
  leavesAnyWay: boolean;
  /** Can be put into a line that is there. */
  between: boolean;
  /** Has settings to be made before the board goes out. */
  hasSettings: boolean;
  /** Standing draw while it is awake, W. General knowledge, no source. */
  awakeW: number;
  /** Row it is first put in, from the top of the board down; null where it is not put on the board for you. */
  packRow: number | null;
  oneLine: { rank: number; widthPx: number; heightPx: number };
  /** Its sign. After IEC 60617, from memory; lines come in on the left and leave on the right. */
  sign: (w: number, h: number) => readonly Stroke[];
  /** What is drawn on its body in the plan of the board. */
  face: 'bar' | 'knob' | 'link' | 'strips' | null;
  /** Formulas that are its own. */
  formulas: readonly Formula[];
  /** Kinds of element that are its own; parts may hold those of others too. */
  elements: readonly ElementKind[];
  parts: readonly PartData[];
  /** What the bench test asks of one that stands on the board, beside what every wiring is asked. */
  steps: (item: BenchedItem, elements: readonly Element[]) => readonly Draft[];
}

const PLAIN = {
  offBoard: false,
  customers: false,
  hot: false,
  breathes: false,
  reach: 'none',
  strapped: false,
  openTerminals: false,
  distributes: false,
  leavesAnyWay: false,
  between: false,
  hasSettings: false,
  awakeW: 0,
  packRow: null,
  face: null,
  formulas: [],
  elements: [],
  steps: () => [],
} as const satisfies Partial<Device>;

type Told = 'kind' | 'letter' | 'group' | 'oneLine' | 'sign' | 'parts';
/** A device from what is special about it. */
export const device = (
  of: Pick<Device, Told> & Partial<Omit<Device, Told | 'elements'>> & { elements?: readonly unknown[] },
): Device => ({ ...PLAIN, ...of }) as Device;
