import type { PartData } from '../../document/part/part.ts';
import { mainsBox, way } from '../makings.ts';

type Watch = { breaksA: number | null; ratedA: number; residualMa: number | null };

const words = ({ breaksA, ratedA, residualMa }: Watch): string =>
  breaksA === null
    ? `Residual-current device ${ratedA} A, ${residualMa} mA`
    : residualMa === null
      ? `Mains breaker ${breaksA} A, line and neutral`
      : `Breaker with residual current, ${breaksA} A, ${residualMa} mA`;

/** Two modules on a rail: line watched, neutral opened with it. Values from makers' ranges, general knowledge, no source. */
const single = (id: string, watch: Watch, price: number): PartData => ({
  ...mainsBox({
    id,
    kind: 'mainsBreaker',
    name: words(watch),
    widthMm: 60,
    heightMm: 85,
    terminals: [...way('in', 'in', 0, -36, 270, 16), ...way('out', 'out', 0, 36, 90, 16)],
    elements: [
      { kind: 'mainsBreaker', id: 'b', lineIn: 'inL', lineOut: 'outL', ...watch },
      { kind: 'bar', id: 'neutral', terminalIds: ['inN', 'outN'], ratingA: watch.ratedA },
      { kind: 'bar', id: 'earth', terminalIds: ['inE', 'outE'], ratingA: watch.ratedA },
    ],
    price,
  }),
  mountHoles: [],
});

/** A small distribution with a residual-current device ahead of its breakers. */
const consumerUnit = (id: string, inA: number, ways: readonly number[], price: number): PartData => {
  const ids = ways.map((_, i) => `w${i + 1}`);
  const all = ['in', ...ids];
  const bar = (name: string, suffix: string) =>
    ({ kind: 'bar', id: name, terminalIds: all.map((w) => `${w}${suffix}`), ratingA: inA }) as const;
  return mainsBox({
    id,
    kind: 'mainsBreaker',
    name: `Consumer unit, 30 mA ahead of breakers ${ways.join(', ')} A`,
    widthMm: 60 + ways.length * 56,
    heightMm: 180,
    terminals: all.flatMap((w, i) =>
      way(
        w,
        i === 0 ? 'in' : `way ${i}`,
        -((all.length - 1) * 52) / 2 + i * 52,
        i === 0 ? -70 : 70,
        i === 0 ? 270 : 90,
        16,
      ),
    ),
    elements: [
      ...ways.map((breaksA, i) => ({
        kind: 'mainsBreaker' as const,
        id: `b${i + 1}`,
        lineIn: 'inL',
        lineOut: `w${i + 1}L`,
        ratedA: breaksA,
        breaksA,
        residualMa: 30,
      })),
      bar('neutral', 'N'),
      bar('earth', 'E'),
    ],
    price,
  });
};

const BREAKERS_A = [6, 10, 13, 16, 20, 25, 32];
export const MAINS_BREAKERS: readonly PartData[] = [
  ...BREAKERS_A.map((a) => single(`mains-breaker-${a}`, { breaksA: a, ratedA: a, residualMa: null }, 18)),
  ...[10, 16, 20, 32].map((a) => single(`mains-rcbo-${a}-30`, { breaksA: a, ratedA: a, residualMa: 30 }, 46)),
  ...[25, 40].map((a) => single(`mains-rcd-${a}-30`, { breaksA: null, ratedA: a, residualMa: 30 }, 42)),
  consumerUnit('consumer-unit-4', 40, [6, 10, 16, 16], 128),
  consumerUnit('consumer-unit-6', 40, [6, 6, 10, 16, 16, 20], 168),
];
