import { STOCK_LEADS_MM } from '../../tables/layoutPractice.ts';
import type { Laid } from './laidCables.ts';

export const LEADS_SOURCE = 'lengths leads are sold in (common practice, no source)';

/** Data and remote leads: made up in stock lengths, with all their cores. */
export const isLead = ({ family, cable, bought }: Laid): boolean =>
  family === 'signal' && (bought || cable.cores.length > 1);

/** The shortest stock length that reaches, mm; undefined where none does. */
export const stockLengthMm = (lengthMm: number): number | undefined => STOCK_LEADS_MM.find((s) => s >= lengthMm);
