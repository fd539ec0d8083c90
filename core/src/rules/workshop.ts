import type { Chemistry, PanelMaterial } from '../board/board.ts';
import type { OwnRules } from './profiles/ownRules.ts';

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
  /** Copies of rule profiles with values of its own. */
  ownRules: readonly OwnRules[];
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

/** Defaults a new workshop starts from. Sources: common practice, no source, unless said. */
export const defaultWorkshop: Workshop = {
  version: '1',
  name: 'Workshop',
  currency: 'EUR',
  usableShare: { agm: 0.5, lifepo4: 0.9 },
  usableShareSource: 'AGM 50 %, LiFePO4 80–100 % (common practice, no source; set by the workshop)',
  stripExtraMm: 2,
  shrinkExtraMm: 30,
  testLeadOhm: 0.2,
  joinOhm: 0.0002,
  meterToleranceV: 0.05,
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
  ownRules: [],
};
