import type { FaultStory } from '@ombrik/core/circuit/faultStory';
import { openingTime } from '@ombrik/core/solvers/timeCurrent';
import { curveOf } from '@ombrik/core/tables/timeCurrent';
import type { ChartDataset } from 'chart.js';
import { useMemo } from 'react';
import { Line } from 'react-chartjs-2';
import { axis, useInks } from '../../ui/charts.ts';

type Spot = { x: number; y: number };
const [SHORTEST_S, LONGEST_S] = [0.001, 10_000];
/** The equation of heating without loss holds this long. */
const ADIABATIC_S = 5;

function band(device: FaultStory['devices'][number], toA: number): { min: Spot[]; max: Spot[] } {
  const curve = curveOf(device.style, device.curve);
  const from = device.ratingA;
  const [min, max]: [Spot[], Spot[]] = [[], []];
  for (let i = 0; i <= 120; i++) {
    const x = from * (toA / from) ** (i / 120);
    const t = openingTime(curve, device.ratingA, x / device.together);
    if (Number.isFinite(t.minS)) min.push({ x, y: Math.max(SHORTEST_S, t.minS) });
    if (Number.isFinite(t.minS)) max.push({ x, y: Math.max(SHORTEST_S, Math.min(LONGEST_S, t.maxS)) });
  }
  return { min, max };
}

/** Times to open against current, both logarithmic, with what the conductor bears and where the fault lies. */
export function TimeCurrentChart({
  story,
  ampacityA,
  cable,
}: {
  story: FaultStory;
  ampacityA: number | null;
  cable: string;
}) {
  const ink = useInks();
  const toA = Math.max(story.largestA * 2, ...story.devices.map((d) => d.ratingA * 20));
  const fromA = Math.min(ampacityA ?? 1e9, ...story.devices.map((d) => d.ratingA), story.smallestA) * 0.7;
  const datasets = useMemo(() => {
    const colours = [ink.copper, ink.verdigris, ink.amber, ink.dim];
    const out: ChartDataset<'line', Spot[]>[] = story.devices.flatMap((d, i): ChartDataset<'line', Spot[]>[] => {
      const { min, max } = band(d, toA);
      const colour = colours[i % colours.length]!;
      const look = { borderColor: colour, borderWidth: 1.2, pointRadius: 0 };
      return [
        { ...look, label: '', data: min },
        { ...look, label: `${d.name} ${d.ratingA} A`, data: max, fill: '-1', backgroundColor: `${colour}38` },
      ];
    });
    if (story.withstandA2s !== null) {
      const bears: Spot[] = [];
      for (let i = 0; i <= 40; i++) {
        const y = SHORTEST_S * (ADIABATIC_S / SHORTEST_S) ** (i / 40);
        bears.push({ x: Math.sqrt(story.withstandA2s / y), y });
      }
      if (ampacityA) bears.push({ x: ampacityA, y: LONGEST_S });
      out.push({
        label: `${cable} bears`,
        data: bears.filter((b) => b.x <= toA * 1.01).reverse(),
        borderColor: ink.text,
        borderWidth: 2,
        borderDash: [7, 4],
        pointRadius: 0,
      });
    }
    for (const [label, x] of [
      ['smallest fault', story.smallestA],
      ['largest fault', story.largestA],
    ] as const)
      out.push({
        label,
        data: [
          { x, y: SHORTEST_S },
          { x, y: LONGEST_S },
        ],
        borderColor: ink.stop,
        borderWidth: 1.4,
        borderDash: label === 'smallest fault' ? [2, 3] : [],
        pointRadius: 0,
      });
    return out;
  }, [story, ink, toA, ampacityA, cable]);
  return (
    <div className="min-h-0">
      <Line
        role="img"
        aria-label={`Time and current of ${story.devices.map((d) => `${d.name} ${d.ratingA} A`).join(', ') || 'no device'}, with what ${cable} bears`}
        data={{ datasets }}
        options={{
          plugins: {
            legend: {
              position: 'right',
              labels: { boxWidth: 18, boxHeight: 2, filter: (item) => item.text !== '' },
            },
            tooltip: { enabled: false },
          },
          scales: {
            x: {
              type: 'logarithmic',
              min: fromA,
              max: toA,
              ...axis('current, A'),
              ticks: {
                maxRotation: 0,
                callback: (v) => (/^[125]/.test(Number(v).toExponential()) ? Number(v).toLocaleString('en') : ''),
              },
            },
            y: {
              type: 'logarithmic',
              min: SHORTEST_S,
              max: LONGEST_S,
              ...axis('time, s'),
              ticks: { callback: (v) => (/^1e/.test(Number(v).toExponential()) ? String(v) : '') },
            },
          },
        }}
      />
    </div>
  );
}
