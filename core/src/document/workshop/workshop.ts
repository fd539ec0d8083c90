import type { Chemistry } from '../brief/brief.ts';
import type { PanelMaterial } from '../panel/panel.ts';
import type { Instrument } from './instrument.ts';
import type { OwnRules } from './ownRules.ts';
import type { BenchTool, ToolCheck } from './toolCheck.ts';

/** A size boards are cut from. */
export interface StockSheet {
  id: string;
  material: PanelMaterial;
  thicknessMm: number;
  widthMm: number;
  heightMm: number;
  /** Which side the grain runs along. */
  grain: 'width' | 'height' | 'none';
  price: number | null;
}

/** A crimping tool the workshop owns, and its dies. */
export interface CrimpTool extends ToolCheck {
  id: string;
  name: string;
  action: 'hydraulic' | 'ratchet' | 'hexHand' | 'indentHand' | 'hammer';
  dies: readonly string[];
}

/** How many are laid in beyond what a job needs, by kind. */
export interface SparesRule {
  /** Of lugs, ferrules and the like, as a share of the need; at least one of each kind. */
  endShare: number;
  /** Of cable, tube and sleeve, as a share of the length. */
  lengthShare: number;
}

/** What one workshop holds true for all its boards: schools of practice and allowances, versioned. */
export interface Workshop {
  version: string;
  name: string;
  currency: string;
  /** Share of a bank's capacity the workshop lets a customer plan on. */
  usableShare: Record<Chemistry, number>;
  usableShareSource: string;
  /** Added to the barrel depth when stripping. */
  stripExtraMm: number;
  /** Heat-shrink length beyond the barrel. */
  shrinkExtraMm: number;
  /** Allowance for test leads in a continuity reading. */
  testLeadOhm: number;
  /** Resistance of one good crimp with its bolt. */
  joinOhm: number;
  /** Reading tolerance of the workshop's meter on d.c. volts. */
  meterToleranceV: number;
  /** What may stand between a battery's display and the meter beyond its rounded cells. */
  unexplainedRestV: number;
  /** Measuring instruments of the shop; with none of a kind its readings are typed. */
  instruments: readonly Instrument[];
  /** Price of an hour of work. */
  hourRate: number;
  /** Put on parts and copper. */
  marginShare: number;
  /** Fuse links laid in beside each kind used; breakers need none. */
  spareLinks: number;
  /** Conductor sizes kept on the shelf, mm²; sizing skips the others where a kept one fits. Empty keeps all. */
  preferredAreasMm2: readonly number[];
  /** Sheets boards are cut from, and what the saw takes. */
  sheets: readonly StockSheet[];
  sawKerfMm: number;
  /** Crimping tools and dies in the shop: a board that needs another says so. */
  tools: readonly CrimpTool[];
  /** Wrenches, scales and meters whose readings count while their checks hold. */
  benchTools: readonly BenchTool[];
  /** Heat-shrink kept in the drawer, by id; a tube not kept is taken only where no kept one fits. Empty keeps all. */
  keptTubes: readonly string[];
  /** Kind of small terminals the workshop crimps. */
  smallEnds: 'bare' | 'insulated' | 'heatShrink';
  /** A crimp is pulled first after each change of die, and then every so many. */
  pullEvery: number;
  /** Added to each cable when it is cut: both ends are squared. */
  cutTrimMm: number;
  /** A rest of cable, tube or bar shorter than this is scrap. */
  minRemnantMm: number;
  /** Share a remnant's millimetre counts less than a reel's: how much scrap it is worth to use remnants up. */
  remnantPreferenceShare: number;
  spares: SparesRule;
  /** Share of small parts lost, spoiled or miscounted. */
  miscountShare: number;
  /** What running short of a small part costs: the wait, the walk, the postage. */
  shortCost: number;
  /** Working days between the last part's arrival and the day a job is wanted. */
  buildDays: number;
  /** What articles cost the workshop, a piece or a metre, from its offers; others count at the catalogue's price. */
  prices: Readonly<Record<string, number>>;
  /** Copies of rule profiles with values of its own. */
  ownRules: readonly OwnRules[];
  /** Where this program is reached from telephones and scanners, `http://shop.lan:4173`; empty where nobody has said. */
  address: string;
}

const sheet = (
  material: PanelMaterial,
  thicknessMm: number,
  widthMm: number,
  heightMm: number,
  grain: StockSheet['grain'],
  price: number,
): StockSheet => ({
  id: `${material}-${thicknessMm}-${widthMm}x${heightMm}`,
  material,
  thicknessMm,
  widthMm,
  heightMm,
  grain,
  price,
});

const UNCHECKED = { checkedOn: null, everyDays: null } as const;
const NO_SCALE = { maxKg: null, stepKg: null, armMm: null } as const;

/** Defaults a new workshop starts from. Sources: common practice, no source, unless said. */
export const defaultWorkshop: Workshop = {
  version: '1',
  name: 'Workshop',
  currency: 'EUR',
  usableShare: { agm: 0.5, vented: 0.5, lifepo4: 0.9 },
  usableShareSource: 'lead-acid 50 %, LiFePO4 80–100 % (common practice, no source; set by the workshop)',
  stripExtraMm: 2,
  shrinkExtraMm: 30,
  testLeadOhm: 0.2,
  joinOhm: 0.0002,
  meterToleranceV: 0.05,
  unexplainedRestV: 0.1,
  instruments: [],
  hourRate: 52,
  marginShare: 0.18,
  spareLinks: 1,
  preferredAreasMm2: [],
  sheets: [
    sheet('plywood', 18, 2500, 1250, 'width', 92),
    sheet('plywood', 18, 1250, 600, 'width', 31),
    sheet('plywood', 15, 2500, 1250, 'width', 78),
    sheet('plastic', 12, 2000, 1000, 'none', 118),
    sheet('absPanel', 3, 1000, 600, 'none', 24),
  ],
  sawKerfMm: 3,
  tools: [
    {
      id: 'tl_hydraulic',
      name: 'Hydraulic press, hexagon dies',
      ...UNCHECKED,
      action: 'hydraulic',
      dies: ['hex 6', 'hex 8', 'hex 10', 'hex 12', 'hex 14', 'hex 16', 'hex 18', 'hex 20'],
    },
    {
      id: 'tl_bare',
      name: 'Ratchet for bare terminals',
      ...UNCHECKED,
      action: 'ratchet',
      dies: ['bare 0.5–1.5', 'bare 1.5–2.5', 'bare 4–6'],
    },
    {
      id: 'tl_insulated',
      name: 'Ratchet for insulated terminals',
      ...UNCHECKED,
      action: 'ratchet',
      dies: ['insulated 0.5–1.5', 'insulated 1.5–2.5', 'insulated 4–6'],
    },
    {
      id: 'tl_ferrule',
      name: 'Ratchet for ferrules',
      ...UNCHECKED,
      action: 'ratchet',
      dies: ['ferrule 0.5–6', 'ferrule 10–35'],
    },
  ],
  benchTools: [
    { id: 'tl_wrench', name: 'Torque wrench', kind: 'torqueWrench', ...UNCHECKED, ...NO_SCALE },
    { id: 'tl_scale', name: 'Spring scale', kind: 'springScale', ...UNCHECKED, maxKg: 5, stepKg: 0.01, armMm: 420 },
  ],
  keptTubes: [],
  smallEnds: 'bare',
  pullEvery: 20,
  cutTrimMm: 2,
  minRemnantMm: 300,
  remnantPreferenceShare: 0.05,
  spares: { endShare: 0.1, lengthShare: 0.05 },
  miscountShare: 0.03,
  shortCost: 14,
  buildDays: 5,
  prices: {},
  ownRules: [],
  address: '',
};
