import { crampedShare } from './cramped.ts';
import { copperKgPerM, type Layout, ohmPerM, type PlacementModel } from './model.ts';

/** What a layout costs, term by term; each is about 1 for a careless one and 0 at best. */
export interface Terms {
  /** Length of all leads. */
  wire: number;
  /** Copper mass × current. */
  copper: number;
  /** Volts lost. */
  volts: number;
  /** Height of the weight above the lower edge. */
  heavy: number;
  /** Clear space of hot parts taken by others, and hot parts low down. */
  heat: number;
  /** Fuses and switches without room for a hand. */
  reach: number;
  /** Leads without room in front of their ends for lug and first bend. */
  bends: number;
  /** Difference between leads that should be equally long. */
  balance: number;
  /** What is lacking of one clear strip for later. */
  growth: number;
}
export type Weights = Readonly<Record<keyof Terms, number>>;
export const TERM_NAMES: Readonly<Record<keyof Terms, string>> = {
  wire: 'length of wire',
  copper: 'copper × current',
  volts: 'volts lost',
  heavy: 'weight up high',
  heat: 'heat',
  reach: 'room for the hand',
  bends: 'no room to bend',
  balance: 'unequal leads',
  growth: 'no room to grow',
};

/** Room a hand wants round a fuse or switch, mm. Common practice, no source. */
const HAND_MM = 28;
/** A free strip of this share of the panel counts as room enough to grow. Common practice, no source. */
const STRIP_SHARE = 0.3;

/**
 * Length of one lead on the panel, mm, right-angled as cables are laid; one that leaves its end away from where it goes has
 * to turn round first.
 */
export function leadMm(model: PlacementModel, layout: Layout, n: number): number {
  const lead = model.leads[n]!;
  const ta = layout.turns[lead.a]!;
  const pa = lead.aAt[ta]!;
  const [ax, ay] = [layout.x[lead.a]! + pa.xMm, layout.y[lead.a]! + pa.yMm];
  if (lead.b < 0) {
    const { box } = model;
    const edges = [box.rightMm - ax, box.bottomMm - ay, ax - box.leftMm, ay - box.topMm];
    const ahead = lead.aLeaves ? lead.aLeaves[ta]! : -1;
    let least = Number.POSITIVE_INFINITY;
    for (let d = 0; d < 4; d++) {
      const turns = ahead < 0 || d === ahead ? 0 : (d - ahead + 4) % 4 === 2 ? 2 : 1;
      least = Math.min(least, Math.max(0, edges[d]!) + turns * lead.aRoomMm);
    }
    return least;
  }
  const tb = layout.turns[lead.b]!;
  const pb = lead.bAt[tb]!;
  const [dx, dy] = [layout.x[lead.b]! + pb.xMm - ax, layout.y[lead.b]! + pb.yMm - ay];
  return (
    Math.abs(dx) +
    Math.abs(dy) +
    (lead.aLeaves && behind(lead.aLeaves[ta]!, dx, dy) ? 2 * lead.aRoomMm : 0) +
    (lead.bLeaves && behind(lead.bLeaves[tb]!, -dx, -dy) ? 2 * lead.bRoomMm : 0)
  );
}
const behind = (d: number, dx: number, dy: number): boolean => (d === 0 ? dx : d === 1 ? dy : d === 2 ? -dx : -dy) < 0;

/**
 * Every term of a layout.
 * @param bends that term, where it is known already
 * @example
 * Object.keys(termsOf(model, layout)).length; // 9
 */
export function termsOf(model: PlacementModel, layout: Layout, bends = crampedShare(model, layout)): Terms {
  const { movables, leads, box, scale } = model;
  const n = movables.length;
  let [lengthM, copper, volts] = [0, 0, 0];
  const equal = new Map<number, { low: number; high: number }>();
  for (let k = 0; k < leads.length; k++) {
    const { areaMm2, currentA, equalWith, weight } = leads[k]!;
    const m = leadMm(model, layout, k) / 1000;
    lengthM += m * weight;
    copper += m * copperKgPerM(areaMm2) * currentA;
    volts += m * ohmPerM(areaMm2) * currentA;
    if (equalWith >= 0) {
      const known = equal.get(equalWith);
      if (!known) equal.set(equalWith, { low: m, high: m });
      else {
        known.low = Math.min(known.low, m);
        known.high = Math.max(known.high, m);
      }
    }
  }
  let unequal = 0;
  for (const { low, high } of equal.values()) unequal += high - low;
  const height = box.bottomMm - box.topMm;
  const width = box.rightMm - box.leftMm;
  let [mass, lift, heat, hot, handled, cramped] = [0, 0, 0, 0, 0, 0];
  const strip = { left: width, right: width, top: height, bottom: height };
  for (let i = 0; i < n; i++) {
    const m = movables[i]!;
    const t = layout.turns[i]!;
    const [x, y] = [layout.x[i]!, layout.y[i]!];
    const half = m.half[t]!;
    mass += m.massKg;
    lift += m.massKg * (box.bottomMm - y);
    strip.left = Math.min(strip.left, x - half.x - box.leftMm);
    strip.right = Math.min(strip.right, box.rightMm - x - half.x);
    strip.top = Math.min(strip.top, y - half.y - box.topMm);
    strip.bottom = Math.min(strip.bottom, box.bottomMm - y - half.y);
    if (m.hot) {
      hot++;
      const c = m.clear[t]!;
      let taken = 0;
      for (let j = 0; j < n; j++) {
        if (j === i) continue;
        const h = movables[j]!.half[layout.turns[j]!]!;
        const ox =
          Math.min(x + half.x + c.right, layout.x[j]! + h.x) - Math.max(x - half.x - c.left, layout.x[j]! - h.x);
        const oy =
          Math.min(y + half.y + c.bottom, layout.y[j]! + h.y) - Math.max(y - half.y - c.top, layout.y[j]! - h.y);
        if (ox > 0 && oy > 0) taken += (ox * oy) / (4 * half.x * half.y);
      }
      heat += Math.min(1, 2 * taken) + 0.25 * ((y - box.topMm) / height);
    }
    if (m.handled) {
      handled++;
      let least = HAND_MM;
      for (let j = 0; j < n; j++) {
        if (j === i) continue;
        const h = movables[j]!.half[layout.turns[j]!]!;
        const gx = Math.abs(x - layout.x[j]!) - half.x - h.x;
        const gy = Math.abs(y - layout.y[j]!) - half.y - h.y;
        least = Math.min(least, Math.max(gx, gy));
      }
      cramped += 1 - Math.max(0, least) / HAND_MM;
    }
  }
  const free = Math.max(strip.left / width, strip.right / width, strip.top / height, strip.bottom / height);
  return {
    wire: lengthM / scale.lengthM,
    copper: copper / scale.copperKgA,
    volts: volts / scale.voltsV,
    heavy: mass > 0 ? lift / (mass * height) : 0,
    heat: hot > 0 ? heat / hot : 0,
    reach: handled > 0 ? cramped / handled : 0,
    bends,
    balance: unequal / Math.max(0.001, (width + height) / 2000),
    growth: 1 - Math.min(1, Math.max(0, free) / STRIP_SHARE),
  };
}

/**
 * What an arrangement costs by the weights of a wish.
 * @example
 * totalOf({ a: 2 }, { a: 3 }); // 6
 */
export const totalOf = (terms: Terms, weights: Weights): number =>
  (Object.keys(weights) as (keyof Terms)[]).reduce((s, k) => s + weights[k] * terms[k], 0);

export interface Wish {
  id: 'short' | 'cool' | 'roomy';
  name: string;
  says: string;
  weights: Weights;
}

/** Three ways to weigh the same terms. Common practice, no source: they are there to be compared. */
export const WISHES: readonly Wish[] = [
  {
    id: 'short',
    name: 'Short and fat',
    says: 'heavy currents on the shortest ways, little copper, few volts lost',
    weights: { wire: 2, copper: 5, volts: 2.5, heavy: 0.6, heat: 1, reach: 0.4, bends: 4, balance: 1, growth: 0.15 },
  },
  {
    id: 'cool',
    name: 'Cool and at hand',
    says: 'hot parts clear and high, room for the hand at every fuse',
    weights: {
      wire: 1.5,
      copper: 2.5,
      volts: 1,
      heavy: 0.4,
      heat: 3.5,
      reach: 1.8,
      bends: 4,
      balance: 1,
      growth: 0.15,
    },
  },
  {
    id: 'roomy',
    name: 'Low and roomy',
    says: 'weight low, one clear strip left for what comes later',
    weights: { wire: 1.5, copper: 2.5, volts: 1, heavy: 2, heat: 1, reach: 0.4, bends: 4, balance: 1, growth: 2.2 },
  },
];
