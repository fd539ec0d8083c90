import type { Lug, Shrink, Sleeve } from '../../document/part/part.ts';
import { CONTACT_RATINGS_A, TAB_WIDTHS_MM } from '../../document/part/part.ts';
import { gaugeMm2, sizeText } from '../../tables/awg.ts';
import { CONDUCTOR_MM, DIN_46235 } from '../../tables/cableEnds.ts';
import { COLOUR_NAME } from '../../tables/conductorColours.ts';

/**
 * Barrels for flexible conductors by area: outer diameter and depth, mm, and the studs they are made for.
 * Source: DIN 46234 ring lugs up to 6 mm², tube lugs with the bore of a class 5 conductor above. Mark: [mem].
 */
const BARRELS: readonly (readonly [areaMm2: number, outerMm: number, depthMm: number, studsMm: readonly number[]])[] = [
  [0.75, 3.1, 6, [4, 5, 6]],
  [1, 3.3, 6, [4, 5, 6]],
  [1.5, 3.5, 6, [4, 5, 6, 8]],
  [2.5, 4.1, 7, [4, 5, 6, 8]],
  [4, 4.9, 8, [4, 5, 6, 8]],
  [6, 5.6, 9, [4, 5, 6, 8, 10]],
  [10, 7.2, 10, [5, 6, 8, 10]],
  [16, 8.5, 20, [5, 6, 8, 10]],
  [25, 10, 20, [6, 8, 10]],
  [35, 12.5, 20, [6, 8, 10]],
  [50, 14.5, 28, [6, 8, 10]],
  [70, 16.5, 28, [8, 10]],
  [95, 19, 35, [8, 10]],
  [120, 21, 35, [8, 10]],
  [150, 23.5, 35, [8, 10]],
  [185, 26, 40, [10]],
  [240, 29.5, 40, [10]],
];
/** The same by gauge: barrels and dies of their own, never those of the nearest square millimetres. Mark: [mem]. */
const GAUGE_BARRELS: readonly (readonly [
  gauge: string,
  outerMm: number,
  depthMm: number,
  studsMm: readonly number[],
])[] = [
  ['18', 3.2, 6, [4, 5, 6]],
  ['16', 3.5, 6, [4, 5, 6, 8]],
  ['14', 4, 7, [4, 5, 6, 8]],
  ['12', 4.7, 8, [4, 5, 6, 8]],
  ['10', 5.6, 9, [4, 5, 6, 8, 10]],
  ['8', 7, 10, [5, 6, 8, 10]],
  ['6', 8.3, 20, [5, 6, 8, 10]],
  ['4', 10, 20, [5, 6, 8, 10]],
  ['2', 12.3, 22, [6, 8, 10]],
  ['1', 13.6, 24, [6, 8, 10]],
  ['1/0', 15, 26, [6, 8, 10]],
  ['2/0', 16.6, 28, [8, 10]],
  ['3/0', 18.4, 30, [8, 10]],
  ['4/0', 20.4, 32, [8, 10]],
  ['250', 22, 35, [10]],
  ['350', 26, 40, [10]],
  ['500', 30.5, 44, [10]],
];
/** Narrowest palm that takes a stud and its washer, mm. Mark: [mem]. */
const PALM_BY_STUD: Readonly<Record<string, number>> = { '4': 8, '5': 10, '6': 12, '8': 16, '10': 19 };
/** A flattened tube is about half again as wide as the tube. Common practice, no source. */
const PALM_PER_BARREL = 1.45;
/** Gauges the contacts of two-pole connectors are made for. Common practice, no source. */
const CONTACT_GAUGES: Readonly<Record<(typeof CONTACT_RATINGS_A)[number], readonly string[]>> = {
  50: ['10', '8', '6'],
  120: ['6', '4', '2'],
  175: ['2', '1', '1/0'],
};
/** Room a conductor of class 5 needs in its barrel, mm. Common practice, no source. */
const BORE_PLAY_MM = 0.1;
/** How far an elbow stands out before the barrel turns down, mm. Common practice, no source. */
const ELBOW_MM = 4;

const round1 = (x: number) => Math.round(x * 10) / 10;
/** Of a gauge from its own area: a fine-stranded conductor fills about 0.55 of its circle (general knowledge, no source). */
const boreFor = (areaMm2: number) =>
  round1((CONDUCTOR_MM[5][String(areaMm2)] ?? Math.sqrt((4 * areaMm2) / Math.PI / 0.55)) + BORE_PLAY_MM);
/** Bare barrels share their dies in groups up to 6 mm²; above each has the hexagon of its tube. */
const bareDie = (areaMm2: number): string => {
  const hexagon = DIN_46235.find(([area]) => area === areaMm2);
  if (hexagon) return `hex ${hexagon[4]}`;
  return areaMm2 <= 1.5 ? 'bare 0.5–1.5' : areaMm2 <= 2.5 ? 'bare 1.5–2.5' : 'bare 4–6';
};

const plainEnd = {
  classes: [2, 5],
  studMm: null,
  tabWidthMm: null,
  contactA: null,
  angleDeg: 0 as const,
  surface: 'tinned' as const,
  insulation: 'bare' as const,
};

const palmOf = (outerMm: number, studMm: number) =>
  round1(Math.max(PALM_BY_STUD[String(studMm)]!, outerMm * PALM_PER_BARREL));

const metricLugs: Lug[] = BARRELS.flatMap(([areaMm2, outerMm, depthMm, studs]) =>
  studs.map((studMm) => {
    const palmWidthMm = palmOf(outerMm, studMm);
    return {
      ...plainEnd,
      id: `lug-${areaMm2}-m${studMm}`,
      name: `${areaMm2 <= 6 ? 'Ring terminal' : 'Compression lug'} ${areaMm2} mm² × M${studMm}`,
      kind: 'lug' as const,
      areaMinMm2: areaMm2,
      areaMm2,
      classes: [5],
      boreMm: boreFor(areaMm2),
      studMm,
      dieId: bareDie(areaMm2),
      palmWidthMm,
      barrelDepthMm: depthMm,
      barrelOuterMm: outerMm,
      setbackMm: Math.round(palmWidthMm / 2 + 3),
      price: round1(0.15 + areaMm2 * 0.035),
    };
  }),
);
/** A die for a gauge is stamped with it. */
const gaugeDie = (gauge: string) => (gaugeMm2(gauge) < 6 ? `bare ${gauge} AWG` : `hex ${gauge} AWG`);
const gaugeLugs: Lug[] = GAUGE_BARRELS.flatMap(([gauge, outerMm, depthMm, studs]) =>
  studs.map((studMm) => {
    const areaMm2 = gaugeMm2(gauge);
    const palmWidthMm = palmOf(outerMm, studMm);
    return {
      ...plainEnd,
      id: `lug-awg${gauge.replace('/', '-')}-m${studMm}`,
      name: `${areaMm2 < 6 ? 'Ring terminal' : 'Compression lug'} ${sizeText(areaMm2)} × M${studMm}`,
      kind: 'lug' as const,
      areaMinMm2: areaMm2,
      areaMm2,
      classes: [5],
      boreMm: boreFor(areaMm2),
      studMm,
      dieId: gaugeDie(gauge),
      palmWidthMm,
      barrelDepthMm: depthMm,
      barrelOuterMm: outerMm,
      setbackMm: Math.round(palmWidthMm / 2 + 3),
      price: round1(0.15 + areaMm2 * 0.035),
    };
  }),
);
/** Ferrules, splices, receptacles and contacts by gauge. */
const gaugeEnds: Lug[] = GAUGE_BARRELS.flatMap(([gauge, outerMm, depthMm]): Lug[] => {
  const areaMm2 = gaugeMm2(gauge);
  const own = {
    ...plainEnd,
    areaMinMm2: areaMm2,
    areaMm2,
    boreMm: boreFor(areaMm2),
    dieId: gaugeDie(gauge),
    palmWidthMm: outerMm,
    barrelDepthMm: depthMm,
    barrelOuterMm: outerMm,
  };
  const id = `awg${gauge.replace('/', '-')}`;
  const size = sizeText(areaMm2);
  const ends: Lug[] = [];
  if (areaMm2 < 40)
    ends.push({
      ...own,
      id: `ferrule-${id}`,
      name: `Ferrule ${size}, ${Math.max(8, depthMm)} mm`,
      kind: 'ferrule',
      insulation: 'insulated',
      dieId: areaMm2 < 6 ? 'ferrule 0.5–6' : 'ferrule 10–35',
      barrelDepthMm: Math.max(8, depthMm),
      setbackMm: 0,
      price: round1(0.05 + areaMm2 * 0.01),
    });
  if (areaMm2 < 20)
    ends.push({
      ...own,
      id: `splice-${id}`,
      name: `Through splice ${size}`,
      kind: 'splice',
      setbackMm: 1,
      price: round1(0.2 + areaMm2 * 0.03),
    });
  if (areaMm2 < 6)
    ends.push({
      ...own,
      id: `receptacle-${id}-6.3`,
      name: `Blade receptacle ${size}, tab 6.3 mm`,
      kind: 'receptacle',
      tabWidthMm: 6.3,
      palmWidthMm: 7.8,
      setbackMm: 8,
      price: round1(0.1 + areaMm2 * 0.03),
    });
  for (const contactA of CONTACT_RATINGS_A)
    if (CONTACT_GAUGES[contactA].includes(gauge))
      ends.push({
        ...own,
        id: `contact-${contactA}-${id}`,
        name: `Contact ${contactA} A for ${size}`,
        kind: 'contact',
        contactA,
        insulation: 'insulated',
        palmWidthMm: 12,
        barrelDepthMm: contactA === 50 ? 13 : 25,
        setbackMm: 12,
        price: round1(0.8 + contactA * 0.01),
      });
  return ends;
});
const ringLugs = [...metricLugs, ...gaugeLugs];
const tubes = ringLugs.filter((l) => l.areaMm2 >= 8);
const angledLugs: Lug[] = tubes.map((l) => ({
  ...l,
  id: l.id.replace('lug-', 'lug90-'),
  name: l.name.replace('lug', 'lug, 90°,'),
  angleDeg: 90,
  setbackMm: Math.round(l.palmWidthMm / 2 + ELBOW_MM),
  price: round1(l.price! * 1.6),
}));
const plainLugs: Lug[] = tubes.map((l) => ({
  ...l,
  id: l.id.replace('lug-', 'lugcu-'),
  name: l.name.replace('lug', 'lug, plain copper,'),
  surface: 'plain',
  price: round1(l.price! * 0.8),
}));
/** For stranded conductors of class 2, which are thinner: a flexible conductor does not go in. */
const compactLugs: Lug[] = DIN_46235.flatMap(([areaMm2, boreMm, outerMm, depthMm, code]) =>
  (BARRELS.find(([area]) => area === areaMm2)?.[3] ?? []).map((studMm) => {
    const palmWidthMm = palmOf(outerMm, studMm);
    return {
      ...plainEnd,
      id: `lug46235-${areaMm2}-m${studMm}`,
      name: `Compression lug DIN 46235 ${areaMm2} mm² × M${studMm}`,
      kind: 'lug' as const,
      areaMinMm2: areaMm2,
      areaMm2,
      classes: [2],
      boreMm,
      studMm,
      dieId: `hex ${code}`,
      palmWidthMm,
      barrelDepthMm: depthMm,
      barrelOuterMm: outerMm,
      setbackMm: Math.round(palmWidthMm / 2 + 3),
      price: round1(0.15 + areaMm2 * 0.03),
    };
  }),
);

/** Ranges of small terminals with a cover of their own; the cover's colour tells the range. Mark: [mem]. */
const RANGES: readonly (readonly [
  fromMm2: number,
  upToMm2: number,
  colour: string,
  outerMm: number,
  studsMm: readonly number[],
])[] = [
  [0.5, 1.5, 'red', 4.2, [4, 5, 6]],
  [1.5, 2.5, 'blue', 5, [4, 5, 6, 8]],
  [4, 6, 'yellow', 6.6, [5, 6, 8, 10]],
];
const COVERS = [
  { insulation: 'insulated', words: 'insulated', price: 0.12, die: 'insulated' },
  { insulation: 'heatShrink', words: 'with its own heat-shrink', price: 0.35, die: 'shrink cover' },
] as const;
const ranged = (kind: Lug['kind'], make: (range: (typeof RANGES)[number]) => Partial<Lug>[], words: string): Lug[] =>
  RANGES.flatMap((range) => {
    const [from, upTo, colour, outerMm] = range;
    return COVERS.flatMap((cover) =>
      make(range).map((own) => ({
        ...plainEnd,
        classes: [5],
        kind,
        // 12 AWG goes into what is sold for 4 to 6 mm² as 12 to 10 AWG.
        areaMinMm2: from === 4 ? gaugeMm2('12') : from,
        areaMm2: upTo,
        boreMm: boreFor(upTo),
        insulation: cover.insulation,
        dieId: `${cover.die} ${from}–${upTo}`,
        palmWidthMm: outerMm,
        barrelDepthMm: 8,
        barrelOuterMm: outerMm,
        setbackMm: 4,
        price: round1(cover.price + upTo * 0.05),
        ...own,
        id: `${kind}-${cover.insulation}-${upTo}${own.studMm ? `-m${own.studMm}` : ''}${own.tabWidthMm ? `-${own.tabWidthMm}` : ''}`,
        name: `${words} ${from}–${upTo} mm²${own.studMm ? ` × M${own.studMm}` : ''}${own.tabWidthMm ? `, tab ${own.tabWidthMm} mm` : ''}, ${cover.words}, ${colour}`,
      })),
    );
  });
const coveredRings = ranged(
  'lug',
  ([, , , outerMm, studs]) =>
    studs.map((studMm) => {
      const palmWidthMm = palmOf(outerMm, studMm);
      return { studMm, palmWidthMm, setbackMm: Math.round(palmWidthMm / 2 + 3) };
    }),
  'Ring terminal',
);
const coveredSplices = ranged('splice', () => [{ setbackMm: 1 }], 'Butt splice');
const coveredReceptacles = ranged(
  'receptacle',
  ([, upTo]) =>
    TAB_WIDTHS_MM.filter((w) => (w < 6.3 ? upTo <= (w < 4.8 ? 1.5 : 2.5) : true)).map((tabWidthMm) => ({
      tabWidthMm,
      palmWidthMm: tabWidthMm + 1.5,
      setbackMm: 8,
    })),
  'Blade receptacle',
);
const bareReceptacles: Lug[] = BARRELS.filter(([area]) => area <= 6).map(([areaMm2, outerMm, depthMm]) => ({
  ...plainEnd,
  id: `receptacle-${areaMm2}-6.3`,
  name: `Blade receptacle ${areaMm2} mm², tab 6.3 mm`,
  kind: 'receptacle',
  classes: [5],
  areaMinMm2: areaMm2,
  areaMm2,
  boreMm: boreFor(areaMm2),
  tabWidthMm: 6.3,
  dieId: bareDie(areaMm2),
  palmWidthMm: 7.8,
  barrelDepthMm: depthMm,
  barrelOuterMm: outerMm,
  setbackMm: 8,
  price: round1(0.1 + areaMm2 * 0.03),
}));

const ferrules: Lug[] = BARRELS.filter(([area]) => area <= 35).map(([areaMm2, outerMm, depthMm]) => ({
  ...plainEnd,
  id: `ferrule-${areaMm2}`,
  name: `Ferrule ${areaMm2} mm², ${Math.max(8, depthMm)} mm`,
  kind: 'ferrule',
  areaMinMm2: areaMm2,
  areaMm2,
  boreMm: boreFor(areaMm2),
  insulation: 'insulated',
  dieId: areaMm2 <= 6 ? 'ferrule 0.5–6' : 'ferrule 10–35',
  palmWidthMm: outerMm,
  barrelDepthMm: Math.max(8, depthMm),
  barrelOuterMm: outerMm,
  setbackMm: 0,
  price: round1(0.05 + areaMm2 * 0.01),
}));
const splices: Lug[] = BARRELS.filter(([area]) => area <= 16).map(([areaMm2, outerMm, depthMm]) => ({
  ...plainEnd,
  id: `splice-${areaMm2}`,
  name: `Through splice ${areaMm2} mm²`,
  kind: 'splice',
  areaMinMm2: areaMm2,
  areaMm2,
  boreMm: boreFor(areaMm2),
  dieId: bareDie(areaMm2),
  palmWidthMm: outerMm,
  barrelDepthMm: depthMm,
  barrelOuterMm: outerMm,
  setbackMm: 1,
  price: round1(0.2 + areaMm2 * 0.03),
}));
/** Contacts of two-pole connectors by size and conductor. Common practice, no source. */
const CONTACT_AREAS: Readonly<Record<(typeof CONTACT_RATINGS_A)[number], readonly number[]>> = {
  50: [6, 10, 16],
  120: [16, 25, 35],
  175: [25, 35, 50],
};
const contacts: Lug[] = CONTACT_RATINGS_A.flatMap((contactA) =>
  CONTACT_AREAS[contactA].map((areaMm2) => ({
    ...plainEnd,
    id: `contact-${contactA}-${areaMm2}`,
    name: `Contact ${contactA} A for ${areaMm2} mm²`,
    kind: 'contact' as const,
    classes: [5],
    areaMinMm2: areaMm2,
    areaMm2,
    boreMm: boreFor(areaMm2),
    contactA,
    insulation: 'insulated' as const,
    dieId: areaMm2 >= 10 ? bareDie(areaMm2) : 'bare 4–6',
    palmWidthMm: 12,
    barrelDepthMm: contactA === 50 ? 13 : 25,
    barrelOuterMm: BARRELS.find(([area]) => area === areaMm2)![1],
    setbackMm: 12,
    price: round1(0.8 + contactA * 0.01),
  })),
);
/** Closed caps shrunk over a cut end. */
const caps: Lug[] = (
  [
    [0.75, 2.5, 4],
    [4, 10, 8],
    [16, 35, 13],
    [50, 120, 21],
  ] as const
).map(([areaMinMm2, areaMm2, outerMm]) => ({
  ...plainEnd,
  id: `cap-${areaMm2}`,
  name: `Heat-shrink end cap ${areaMinMm2}–${areaMm2} mm²`,
  kind: 'cap',
  areaMinMm2,
  areaMm2,
  boreMm: outerMm,
  insulation: 'heatShrink',
  dieId: 'none: shrunk on',
  palmWidthMm: outerMm,
  barrelDepthMm: 20,
  barrelOuterMm: outerMm,
  setbackMm: 2,
  price: round1(0.2 + outerMm * 0.05),
}));
export const LUGS: Lug[] = [
  ...ringLugs,
  ...angledLugs,
  ...plainLugs,
  ...compactLugs,
  ...coveredRings,
  ...ferrules,
  ...splices,
  ...coveredSplices,
  ...bareReceptacles,
  ...coveredReceptacles,
  ...contacts,
  ...gaugeEnds,
  ...caps,
];

/** Bores of dual-wall tube with adhesive, before and after, mm: about three to one. Mark: [mem]. */
const TUBES = [
  [6, 2],
  [9, 3],
  [12, 4],
  [19, 6],
  [24, 8],
  [30, 10],
  [40, 13],
] as const;
export const SHRINKS: Shrink[] = TUBES.flatMap(([expandedMm, recoveredMm]) =>
  (['BK', 'RD', 'YE', 'BU'] as const).map((colour) => ({
    id: `shrink-${expandedMm}-${colour}`,
    name: `Dual-wall heat-shrink ${expandedMm}/${recoveredMm} mm, ${COLOUR_NAME[colour]}`,
    colour,
    expandedMm,
    recoveredMm,
    stickMm: 1200,
    pricePerM: Math.round(expandedMm * 22) / 100,
  })),
);

/** Split corrugated sleeve by the cable it goes over. Sizes invented. */
export const SLEEVES: Sleeve[] = (
  [
    [2, 5],
    [5, 8],
    [8, 12],
    [12, 18],
    [18, 26],
  ] as const
).map(([fromMm, upToMm]) => ({
  id: `sleeve-${upToMm}`,
  name: `Corrugated sleeve, split, for ${fromMm} to ${upToMm} mm`,
  fromMm,
  upToMm,
  rollMm: 25_000,
  pricePerM: Math.round((0.4 + upToMm * 0.06) * 100) / 100,
}));
