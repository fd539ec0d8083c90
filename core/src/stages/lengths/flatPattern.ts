import { given, use } from '../../engine/formula.ts';
import { bendAllowance, formedLength } from '../../formulas/layout.ts';

/** A formed link before it is bent: a strip, its holes and the lines it is bent at. */
export interface FlatPattern {
  lengthMm: number;
  widthMm: number;
  thicknessMm: number;
  holes: { atMm: number; diameterMm: number }[];
  /** Bend lines across the strip, from one end; up lifts the far end. */
  bends: { atMm: number; angleDeg: number; way: 'up' | 'down' }[];
}

/** Inner bend radius of flat copper over its thickness. Common practice, no source. */
const RADIUS_FACTOR = 1;
/** Share of the thickness at which the neutral line lies in a bend of this radius. From memory: 0.4. */
const NEUTRAL_SHARE = 0.4;

/** Clearance of a hole for a bolt, mm of diameter. Source: ISO 273 medium, from memory: M5 5.5, M6 6.6, M8 9, M10 11, M12 13.5. */
const CLEARANCE: Readonly<Record<number, number>> = { 4: 4.5, 5: 5.5, 6: 6.6, 8: 9, 10: 11, 12: 13.5 };

/**
 * Unrolls a link between two studs at different heights: flat where the heights agree, else two bends (a joggle) midway,
 * as steep as the room between the palms allows, up to 90°.
 * @param spanMm between the studs' centres as seen from above; @param riseMm how much higher the second stands
 */
export function flatPattern(at: {
  spanMm: number;
  riseMm: number;
  widthMm: number;
  thicknessMm: number;
  studsMm: [number, number];
  /** Where its length is asked for. */
  address: string;
}): FlatPattern {
  const { spanMm, riseMm, widthMm, thicknessMm, studsMm } = at;
  const edge = widthMm / 2;
  const holes = (lengthMm: number) => [
    { atMm: edge, diameterMm: CLEARANCE[studsMm[0]] ?? studsMm[0] + 1 },
    { atMm: lengthMm - edge, diameterMm: CLEARANCE[studsMm[1]] ?? studsMm[1] + 1 },
  ];
  const rise = Math.abs(riseMm);
  const cut = (slopeMm: number, arcMm: number, setbackMm: number) =>
    use(formedLength, { widthMm, slopeMm, arcMm, setbackMm }, at.address, {
      widthMm: given('section of flat copper'),
      slopeMm: given('studs as placed and their heights, less the palms'),
      arcMm: given('bend allowance'),
      setbackMm: given('inner radius and thickness'),
    });
  if (rise < 0.5) {
    const lengthMm = cut(spanMm - widthMm, 0, 0);
    return { lengthMm, widthMm, thicknessMm, holes: holes(lengthMm), bends: [] };
  }
  // Palms lie flat to their edges; what is left between them carries the slope.
  const roomMm = Math.max(1, spanMm - widthMm);
  const angleDeg = Math.min(90, (Math.atan2(rise, roomMm) * 180) / Math.PI);
  const angle = (angleDeg * Math.PI) / 180;
  const radiusMm = RADIUS_FACTOR * thicknessMm;
  const setback = (radiusMm + thicknessMm) * Math.tan(angle / 2);
  const arcMm = bendAllowance.compute({ angleDeg, radiusMm, thicknessMm, neutralShare: NEUTRAL_SHARE });
  const slopeMm = Math.hypot(roomMm, rise);
  const flatMm = edge * 2;
  // From end to apex, along the slope, to the other end; each bend takes its two setbacks and gives its arc.
  const lengthMm = cut(slopeMm, arcMm, setback);
  const first = flatMm - setback + arcMm / 2;
  return {
    lengthMm,
    widthMm,
    thicknessMm,
    holes: holes(lengthMm),
    bends: [
      { atMm: first, angleDeg, way: riseMm > 0 ? 'up' : 'down' },
      { atMm: lengthMm - first, angleDeg, way: riseMm > 0 ? 'down' : 'up' },
    ],
  };
}
