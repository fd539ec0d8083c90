import { isOpenReading } from '@ombrik/core/document/workshop/quantity';
import type { Sample } from '@ombrik/core/stages/bench/settle';
import { Line } from 'react-chartjs-2';
import { useInks } from '../../ui/charts.ts';

/** The last readings of an instrument as a line. */
export default function LiveChart({ samples, perUnit, unit }: { samples: Sample[]; perUnit: number; unit: string }) {
  const ink = useInks();
  const data = samples.filter((s) => !isOpenReading(s.value)).map((s) => ({ x: s.atMs / 1000, y: s.value * perUnit }));
  return (
    <Line
      role="img"
      aria-label={`Readings of the last seconds in ${unit}`}
      data={{ datasets: [{ data, borderColor: ink.copper, borderWidth: 2, pointRadius: 0, tension: 0 }] }}
      options={{
        animation: false,
        maintainAspectRatio: false,
        plugins: { legend: { display: false }, tooltip: { enabled: false } },
        scales: {
          x: { type: 'linear', ticks: { display: false }, grid: { display: false } },
          y: { ticks: { color: ink.dim, maxTicksLimit: 3 }, grid: { color: `${ink.dim}33` } },
        },
      }}
    />
  );
}
