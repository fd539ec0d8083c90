import { awgDiameterMm } from '../tables/awg.ts';
import { SI, type UnitChoice } from './choice.ts';
import { inPlace, onTape, toldIn } from './figures.ts';

/** Longest first, so that `mm²` is not read as `m`. What stands here is a unit when it follows a number. */
const UNITS = [
  'mm²', 'cm²', 'm²', 'kcmil', 'AWG', 'N·m', 'min', 'kWh', 'kgf', 'mAh', 'mΩ', 'kΩ', 'mV', 'kV', 'mA', 'kA', 'Wh', 'Ah',
  'kW', 'kg', 'mF', 'kPa', 'mm', 'cm', 'ms', '°C', '°F', 'days', 'years', 'm', 'A', 'V', 'W', 'Ω', 's', 'h', 'g', 'J', 'K',
  'N', '%', 'pcs', '[A-Z]{3}',
] as const; // biome-ignore format: a list
const NUMBER = '[-−+]?\\d+(?:\\.\\d+)?';
/** Between numbers of one unit: `320 × 240 mm`, `10 to 20 mm`, `6/8 mm`. */
const BETWEEN = ' ?[×x/–] ?|-| to | and | or ';
const GAP = '[ \\u00a0\\u2009\\u202f]?';
/**
 * Numbers and their unit. None begins within a word or behind a point, and no unit goes on: `mm/s`, `Ω·mm²/m` and `A/mm²`
 * are units of their own.
 */
const FIGURE = new RegExp(
  `(?<![\\w.,°]|\\d[-−])(?<numbers>${NUMBER}(?:(?:${BETWEEN})${NUMBER})*)(?<gap>${GAP})(?<unit>${UNITS.join('|')})(?![\\w²³·°]|/[A-Za-z]| \\(≈)(?<beside> \\((?<inMm2>\\d+(?:\\.\\d+)?) mm²\\)| (?:\\(|· )\\d+ lbf·in\\)?)?`,
  'gu',
);
/** What goes by millimetres wherever it is sold: screws, shrink tube, blade tabs, glass fuses, sockets of wrenches, rails. */
const CALLED_BEFORE = /(?:M\d+(?:\.\d+)? ?[×x] ?|shrink |tabs? |fuse |wrench, )$/;
/** Insulation is called by the temperature it bears, as it is printed on the cable. */
const INSULATION_BEFORE = /(?:PVC|thermoplastic|XLPE|EPR|PTFE|ETFE|silicone|rubber),? $/i;
const CALLED_AFTER = /^ (?:DIN |top-hat )?rail/;

/** A place, `at 120, 45 mm`: the first of both has its unit behind the second. */
const PLACE = new RegExp(`(^|\\b(?:at|to) )(${NUMBER}), (?=${NUMBER}${GAP}mm\\b)`, 'g');

const EACH_NUMBER = new RegExp(NUMBER, 'gu');

const decimalsOf = (text: string): number => text.split('.')[1]?.length ?? 0;
const numberOf = (text: string): number => Number(text.replace('−', '-'));

/** Nearest gauge by diameter, odd ones too: `≈ 5 AWG` of 16 mm². Null where gauges end. */
function nearestGauge(areaMm2: number): string | null {
  const diameterMm = Math.sqrt((4 * areaMm2) / Math.PI);
  const gauge = Math.round(36 - (39 * Math.log(diameterMm / awgDiameterMm(36))) / Math.log(92));
  if (gauge > 30 || gauge < -3) return null;
  return gauge > 0 ? String(gauge) : `${1 - gauge}/0`;
}

/** One number of a unit in the person's. */
function told(text: string, unit: string, choice: UnitChoice): string {
  const to = toldIn(unit, choice);
  const kept = numberOf(text);
  if (to.unit === unit) return inPlace(kept, decimalsOf(text), choice.place);
  const shown = kept / to.each + to.zero;
  // What is measured to the millimetre is read off a tape; what is thinner is told by a gauge in decimals.
  if (to.unit === 'in')
    return Number.isInteger(kept) && Math.abs(kept) >= 10 ? onTape(shown) : inPlace(shown, 3, choice.place);
  if (to.unit === 'ft') return inPlace(shown, Math.max(0, decimalsOf(text) - 1), choice.place);
  if (to.unit === 'lbf·in') return inPlace(shown, Math.abs(shown) < 20 ? 1 : 0, choice.place);
  if (to.unit === 'kgf') return inPlace(shown, Math.abs(shown) < 100 ? 1 : 0, choice.place);
  return inPlace(shown, decimalsOf(text), choice.place);
}

/** What goes behind a figure that is not turned into another, for it is a thing of its own, but told beside. */
function besides(numbers: string, unit: string, choice: UnitChoice): string {
  const only = /^\d+(?:\.\d+)?$/.test(numbers);
  if (unit === 'mm²' && choice.area === 'AWG' && only) {
    const gauge = nearestGauge(Number(numbers));
    return gauge === null ? '' : ` (≈ ${gauge} AWG)`;
  }
  return '';
}

/**
 * A sentence with its figures told in a person's units, numbers written as in that person's place. Sizes of conductors are
 * things one buys and stay what they are, with the nearest gauge beside; screws stay metric.
 * @param text as the core words it: SI, decimal points
 * @param money what the workshop's currency is called, to be told in the person's as well
 * @example
 * inUnits('cut 630 mm, 10 N·m', { ...SI, length: 'in', torque: 'lbf·in' }); // 'cut 24 13/16 in, 89 lbf·in'
 */
export function inUnits(text: string, choice: UnitChoice, money?: string): string {
  if (isPlain(choice)) return text;
  const apart = text.replace(PLACE, '$1$2 mm, ');
  return apart.replace(FIGURE, (whole, ...more) => {
    const at = more.find((m): m is number => typeof m === 'number')!;
    const { numbers, gap, unit, beside = '', inMm2 } = more.at(-1) as Record<string, string>;
    const isMoney = /^[A-Z]{3}$/.test(unit!) && unit !== 'AWG';
    if (isMoney && unit !== money) return whole;
    if (unit === 'AWG' || unit === 'kcmil')
      return choice.area === 'AWG' && inMm2
        ? `${numbers}${gap}${unit}`
        : `${numbers}${gap}${unit}${beside.replace('.', decimalMark(choice))}`;
    if (unit === 'mm' && (CALLED_BEFORE.test(apart.slice(0, at)) || CALLED_AFTER.test(apart.slice(at + whole.length))))
      return whole;
    const to = toldIn(unit!, choice);
    if (unit === '°C' && INSULATION_BEFORE.test(apart.slice(0, at))) return whole;
    // `320 × 240 mm` is a size; of anything else what stands before a cross says how many of them.
    const many = unit === 'mm' ? undefined : /^.*[×x] ?/.exec(numbers!)?.[0];
    const said = (many ?? '') + numbers!.slice(many?.length ?? 0).replace(EACH_NUMBER, (n) => told(n, unit!, choice));
    // Where both are told already, the second says nothing new.
    const rest = beside.includes('lbf') && to.unit === 'lbf·in' ? '' : beside;
    const own =
      isMoney && choice.currency && choice.currency.code !== money && /^\d/.test(numbers!)
        ? ` (≈ ${inPlace(numberOf(numbers!) * choice.currency.perOwn, 2, choice.place)} ${choice.currency.code})`
        : '';
    return `${said}${gap}${to.unit}${besides(numbers!, unit!, choice)}${own}${rest}`;
  });
}

const decimalMark = (choice: UnitChoice): string => inPlace(0.5, 1, choice.place)[1]!;

/**
 * A bare number of a column, written as in the person's place.
 * @example
 * numberInPlace('12.50', { ...SI, place: 'en-DE' }); // '12,50'
 */
export const numberInPlace = (text: string, choice: UnitChoice): string =>
  /^[-−+]?\d+\.\d+$/.test(text) ? inPlace(numberOf(text), decimalsOf(text), choice.place) : text;

/**
 * Whether a person reads figures just as the core words them, so that nothing need be told otherwise.
 * @example
 * isPlain(SI); // true
 */
export const isPlain = (choice: UnitChoice): boolean =>
  (Object.keys(SI) as (keyof UnitChoice)[]).every((k) => k === 'place' || choice[k] === SI[k]) &&
  decimalMark(choice) === '.';
