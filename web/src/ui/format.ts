import { isOpenReading } from '@ombrik/core/document/workshop/quantity';
import { isGauge, sizeText } from '@ombrik/core/tables/awg';

const THIN = '\u2009';

/** Numbers as a hand can use them, unit after a thin space. */
export const mm = (x: number): string => `${Math.round(x)}${THIN}mm`;
export const amps = (x: number): string => {
  if (Math.abs(x) >= 1000) return `${(x / 1000).toFixed(1)}${THIN}kA`;
  return `${Math.abs(x) < 10 ? x.toFixed(1) : Math.round(x)}${THIN}A`;
};
export const volts = (x: number): string => `${x.toFixed(2)}${THIN}V`;
export const percent = (share: number): string => `${(share * 100).toFixed(1)}${THIN}%`;
/** A conductor's size: its gauge where it goes by one. */
export const mm2 = (x: number): string => (isGauge(x) ? sizeText(x) : `${x}${THIN}mm²`);
export const ampHours = (x: number): string => `${x < 10 ? x.toFixed(1) : Math.round(x)}${THIN}Ah`;
export const metres = (xMm: number): string => `${(xMm / 1000).toFixed(2)}${THIN}m`;

/** A figure of any unit, for the why drawer. */
export function quantity(value: number, unit: string): string {
  if (isOpenReading(value)) return 'open';
  const size = Math.abs(value);
  const text =
    unit === 'mm' || size >= 100
      ? String(Math.round(value))
      : size >= 10
        ? value.toFixed(1)
        : size >= 0.1 || size === 0
          ? value.toFixed(2)
          : value.toPrecision(3);
  return unit ? `${text}${THIN}${unit}` : text;
}
export const watts = (x: number): string =>
  x >= 10000 ? `${(x / 1000).toFixed(1)}${THIN}kW` : `${x < 10 ? x.toFixed(1) : Math.round(x)}${THIN}W`;
export const kilowattHours = (wh: number): string =>
  wh >= 1e5 ? `${Math.round(wh / 1000)}${THIN}kWh` : `${(wh / 1000).toFixed(1)}${THIN}kWh`;
export const money = (x: number, currency: string): string => `${x.toFixed(2)}${THIN}${currency}`;
export const days = (x: number): string => `${x < 10 ? x.toFixed(1) : Math.round(x)}${THIN}days`;
export const kilograms = (x: number): string => `${x < 10 ? x.toFixed(1) : Math.round(x)}${THIN}kg`;
export const seconds = (x: number): string =>
  x < 0.001
    ? `under 1${THIN}ms`
    : x < 1
      ? `${Math.round(x * 1000)}${THIN}ms`
      : `${x < 10 ? x.toFixed(1) : Math.round(x)}${THIN}s`;
