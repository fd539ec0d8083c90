import { DATA_PLUGS, type DataPlug, type PartData } from '../../document/part/part.ts';
import { STOCK_LEADS_MM } from '../../tables/layoutPractice.ts';
import { socket } from '../terminals.ts';

/**
 * A made-up lead of a plug and a stock length.
 * @example
 * dataLeadId('8p8c', 1800); // 'data-lead-8p8c-1800'
 */
export const dataLeadId = (plug: DataPlug, lengthMm: number): string => `data-lead-${plug}-${lengthMm}`;

export const DATA_LEADS: readonly PartData[] = DATA_PLUGS.flatMap((plug) =>
  STOCK_LEADS_MM.map((lengthMm) => ({
    id: dataLeadId(plug, lengthMm),
    kind: 'dataLead' as const,
    name: `Data lead, plug ${plug} at both ends, ${lengthMm / 1000} m`,
    widthMm: 60,
    heightMm: 60,
    depthMm: 12,
    massKg: 0.03 + lengthMm / 40_000,
    clearSpaceMm: { left: 0, right: 0, top: 0, bottom: 0 },
    mountHoles: [],
    terminals: [socket('a', plug, [-24, 0, 180]), socket('b', plug, [24, 0, 0])],
    elements: [],
    systemVoltagesV: [],
    price: Math.round((3 + lengthMm / 1000) * 100) / 100,
    leadTimeDays: 5,
  })),
);
