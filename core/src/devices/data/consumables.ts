import type { CableType, FuseLink, FuseStyle } from '../../document/part/part.ts';
import { GAUGE_SIZES, type GaugeSize, gaugeMm2, sizeText } from '../../tables/awg.ts';
import { CLASS5_OHM_PER_KM } from '../../tables/conductorResistance.ts';
import { COPPER_BARS } from '../../tables/copperBars.ts';

/**
 * Interrupt ratings by style, A at volts.
 * Source: typical of the style: UL 248-15 for Class T, ISO 8820 for blade and bolt-down. Mark: [mem].
 */
const INTERRUPT: Record<FuseStyle, FuseLink['interrupt']> = {
  blade: [{ upToV: 32, currentA: 1000 }],
  sf30: [
    { upToV: 32, currentA: 2000 },
    { upToV: 58, currentA: 1000 },
  ],
  sf51: [
    { upToV: 32, currentA: 2000 },
    { upToV: 58, currentA: 2000 },
  ],
  classT: [{ upToV: 125, currentA: 20000 }],
  anl: [{ upToV: 32, currentA: 6000 }],
  cube: [
    { upToV: 14, currentA: 10000 },
    { upToV: 32, currentA: 5000 },
    { upToV: 58, currentA: 2000 },
  ],
  breakerThermal: [
    { upToV: 32, currentA: 3000 },
    { upToV: 48, currentA: 1500 },
  ],
  breakerDin: [
    { upToV: 60, currentA: 10000 },
    { upToV: 125, currentA: 6000 },
  ],
  breakerHydraulic: [
    { upToV: 65, currentA: 5000 },
    { upToV: 80, currentA: 2000 },
  ],
};
/** Volts a link loses at its rating, for its cold resistance. Common practice, no source. */
const DROP_AT_RATING_V = 0.07;

const links = (
  style: FuseStyle,
  label: string,
  ratings: number[],
  base: number,
  suffix = '',
  interrupt = INTERRUPT[style],
): FuseLink[] =>
  ratings.map((ratingA) => ({
    id: `${style}${suffix}-${ratingA}`,
    name: `${ratingA} A ${label}`,
    style,
    ratingA,
    interrupt,
    coldResistanceOhm: DROP_AT_RATING_V / ratingA,
    price: Math.round((base + ratingA * base * 0.004) * 100) / 100,
    curve: null,
  }));

const BLADE = [1, 2, 3, 5, 7.5, 10, 15, 20, 25, 30, 40];
export const FUSE_LINKS: FuseLink[] = [
  ...links('blade', 'blade fuse, 32 V', BLADE, 0.4),
  ...links('blade', 'blade fuse, 58 V', BLADE, 0.9, '58', [{ upToV: 58, currentA: 1000 }]),
  ...links('sf30', 'bolt-down fuse, SF30', [30, 40, 50, 60, 70, 80, 100, 125, 150], 3),
  ...links('sf51', 'bolt-down fuse, SF51', [40, 50, 60, 80, 100, 125, 150, 175, 200, 250, 300, 350, 400, 500], 6),
  ...links(
    'classT',
    'battery fuse, Class T',
    [30, 40, 50, 60, 70, 80, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400],
    24,
  ),
  ...links('anl', 'bolt-down fuse, ANL type', [35, 50, 80, 100, 125, 150, 200, 250, 300, 400], 7),
  ...links('cube', 'cube fuse', [30, 50, 75, 100, 125, 150, 200, 250, 300], 9),
  ...links('breakerThermal', 'thermal breaker', [25, 30, 40, 50, 60, 80, 100, 120, 150], 18),
  ...links('breakerDin', 'DIN d.c. breaker, curve C', [6, 10, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125], 16),
  ...links('breakerHydraulic', 'hydraulic breaker', [5, 10, 15, 20, 25, 30, 40, 50, 60, 80, 100], 14),
];

/** Outer diameters of single-core class 5 cable, mm by mm². Mark: [mem], makers differ by a few tenths. */
const OUTER_MM: Readonly<Record<string, number>> = {
  '0.75': 2.4,
  '1': 2.6,
  '1.5': 3.0,
  '2.5': 3.6,
  '4': 4.4,
  '6': 5.0,
  '10': 6.5,
  '16': 8.3,
  '25': 10.2,
  '35': 11.7,
  '50': 13.9,
  '70': 16.0,
  '95': 18.2,
  '120': 20.2,
  '150': 22.5,
  '185': 25,
  '240': 28.4,
};
/** Copper 8.89 g/cm³; the insulation's share of the mass is added from the outer diameter at 1.4 g/cm³. */
const massKgPerM = (areaMm2: number, outerMm: number): number => {
  const insulationMm2 = (Math.PI / 4) * outerMm ** 2 - areaMm2 * 1.25;
  return (areaMm2 * 8.89 + Math.max(0, insulationMm2) * 1.4) / 1000;
};
/** Of a gauge: between its metric neighbours, straight. */
function gaugeOuterMm(areaMm2: number): number {
  const known = Object.entries(OUTER_MM).map(([a, d]) => [Number(a), d] as const);
  const above = known.find(([a]) => a >= areaMm2) ?? known.at(-1)!;
  const below = known.findLast(([a]) => a <= areaMm2) ?? known[0]!;
  const part = above[0] === below[0] ? 0 : (areaMm2 - below[0]) / (above[0] - below[0]);
  return Math.round((below[1] + part * (above[1] - below[1])) * 10) / 10;
}
const AREAS = Object.keys(OUTER_MM)
  .map(Number)
  .sort((a, b) => a - b);

const cable = (areaMm2: number, insulation: 'pvc70' | 'thermoplastic105'): CableType => ({
  id: `${insulation}-${areaMm2}`,
  cores: 1,
  name: `Class 5 copper ${areaMm2} mm², ${insulation === 'pvc70' ? 'PVC 70 °C' : 'thermoplastic 105 °C'}`,
  areaMm2,
  strandClass: 5,
  insulation,
  bar: null,
  insulationMaxC: insulation === 'pvc70' ? 70 : 105,
  outerDiameterMm: OUTER_MM[String(areaMm2)]!,
  massKgPerM: massKgPerM(areaMm2, OUTER_MM[String(areaMm2)]!),
  pricePerM: Math.round((0.25 + areaMm2 * (insulation === 'pvc70' ? 0.14 : 0.18)) * 100) / 100,
});
/** By gauge, in the insulation its rules ask for; 20 AWG is thinner than any of them allows. */
const gauged = ({ name, areaMm2 }: GaugeSize): CableType => {
  const outerMm = gaugeOuterMm(areaMm2);
  return {
    ...cable(16, 'thermoplastic105'),
    id: `thermoplastic105-${name.replace(' ', '').replace('/', '-').toLowerCase()}`,
    name: `Fine-stranded copper ${sizeText(areaMm2)}, thermoplastic 105 °C`,
    areaMm2,
    outerDiameterMm: outerMm,
    massKgPerM: massKgPerM(areaMm2, outerMm),
    pricePerM: Math.round((0.25 + areaMm2 * 0.18) * 100) / 100,
  };
};
/** Outer diameters of round sheathed cable by gauge, mm. Mark: [mem], makers differ by a millimetre. */
const SHEATHED_GAUGE_MM: readonly (readonly [cores: number, gauge: string, outerMm: number])[] = [
  [2, '16', 7.4],
  [2, '14', 8.8],
  [2, '12', 10.2],
  [2, '10', 11.9],
  [3, '16', 7.9],
  [3, '14', 9.4],
  [3, '12', 10.9],
  [3, '10', 12.7],
  [3, '8', 15.9],
];
const sheathedGauge = ([cores, gauge, outerMm]: (typeof SHEATHED_GAUGE_MM)[number]): CableType => {
  const single = gauged(GAUGE_SIZES.find((s) => s.areaMm2 === gaugeMm2(gauge))!);
  return {
    ...single,
    id: single.id.replace('105-', `105-${cores}x`),
    cores,
    name: `Sheathed fine-stranded copper ${cores} × ${sizeText(single.areaMm2)}, thermoplastic 105 °C`,
    outerDiameterMm: outerMm,
    massKgPerM: massKgPerM(single.areaMm2 * cores, outerMm),
    pricePerM: Math.round((0.4 + cores * single.pricePerM! * 0.9) * 100) / 100,
  };
};
/** Outer diameters of round sheathed cable, mm, by cores and mm². Mark: [mem], makers differ by a millimetre. */
const SHEATHED_OUTER_MM: readonly (readonly [cores: number, areaMm2: number, outerMm: number])[] = [
  [2, 0.75, 6.4],
  [2, 1, 6.7],
  [2, 1.5, 7.6],
  [2, 2.5, 9.3],
  [2, 4, 10.9],
  [2, 6, 12.6],
  [3, 0.75, 6.8],
  [3, 1, 7.2],
  [3, 1.5, 8.2],
  [3, 2.5, 10.1],
  [3, 4, 11.6],
  [3, 6, 13.5],
  [4, 0.75, 7.4],
  [4, 1, 7.9],
  [4, 1.5, 9.2],
  [4, 2.5, 11.2],
  [5, 1.5, 10.2],
  [5, 2.5, 12.4],
  [7, 1, 10.2],
  [7, 1.5, 12.1],
];
const sheathed = (
  cores: number,
  areaMm2: number,
  outerMm: number,
  insulation: 'pvc70' | 'thermoplastic105',
): CableType => {
  const single = cable(areaMm2, insulation);
  return {
    ...single,
    id: `${insulation}-${cores}x${areaMm2}`,
    cores,
    name: `Sheathed class 5 copper ${cores} × ${areaMm2} mm², ${insulation === 'pvc70' ? 'PVC 70 °C' : 'thermoplastic 105 °C'}`,
    outerDiameterMm: outerMm,
    massKgPerM: massKgPerM(areaMm2 * cores, outerMm),
    pricePerM: Math.round((0.4 + cores * single.pricePerM! * 0.9) * 100) / 100,
  };
};
/** Flat copper for formed links; 8.89 g/cm³. Prices invented. */
const flatCopper = ([widthMm, thicknessMm]: readonly [number, number, number]): CableType => ({
  id: `flat-${widthMm}x${thicknessMm}`,
  name: `Flat copper ${widthMm} × ${thicknessMm} mm`,
  cores: 1,
  areaMm2: widthMm * thicknessMm,
  strandClass: 1,
  insulation: 'bare',
  bar: { widthMm, thicknessMm },
  insulationMaxC: 65,
  outerDiameterMm: widthMm,
  massKgPerM: (widthMm * thicknessMm * 8.89) / 1000,
  pricePerM: Math.round(widthMm * thicknessMm * 0.16 * 100) / 100,
});
export const CABLE_TYPES: CableType[] = (['thermoplastic105', 'pvc70'] as const).flatMap((insulation) => [
  ...AREAS.filter((a) => String(a) in CLASS5_OHM_PER_KM).map((a) => cable(a, insulation)),
  ...SHEATHED_OUTER_MM.map(([cores, area, outer]) => sheathed(cores, area, outer, insulation)),
]);
CABLE_TYPES.push(
  ...COPPER_BARS.map(flatCopper),
  ...GAUGE_SIZES.slice(1).map(gauged),
  ...SHEATHED_GAUGE_MM.map(sheathedGauge),
);
