import { SOURCE_NAMES, type YearResult } from '@ombrik/core/solvers/energy/energyYear';
import { Bar, Line } from 'react-chartjs-2';
import { useInks } from '../../ui/charts.ts';
import { kilowattHours } from '../../ui/format.ts';
import { MONTHS } from './SunMonths.tsx';
import { type YearView, yearSlice } from './yearSlice.ts';

const SOURCE_WORDS = {
  sun: 'sun',
  alternator: 'alternator',
  mains: 'mains',
  generator: 'generator',
  wind: 'wind',
} as const;

/** State of charge through a view of the year, and what was asked for and not served. */
export function ChargeChart({
  year,
  view,
  day,
  usableShare,
}: {
  year: YearResult;
  view: YearView;
  day: number;
  usableShare: number;
}) {
  const ink = useInks();
  const shown = yearSlice(year, view, day);
  const cut = (1 - usableShare) * 100;
  const summary = `${year.unmetDays} days with something cut, lowest charge ${Math.round(year.totals.lowestShare * 100)} percent`;
  return (
    <div className="h-60">
      <Line
        role="img"
        aria-label={`State of charge, ${view} view: ${summary}`}
        data={{
          labels: shown.labels,
          datasets: [
            {
              label: view === 'year' ? 'lowest charge of the day, %' : 'charge, %',
              data: shown.soc,
              borderColor: ink.verdigris,
              backgroundColor: `${ink.verdigris}22`,
              fill: true,
              pointRadius: 0,
              borderWidth: 1.5,
            },
            {
              label: 'sheddable loads are cut below',
              data: shown.soc.map(() => cut),
              borderColor: ink.amber,
              borderDash: [5, 4],
              pointRadius: 0,
              borderWidth: 1.5,
            },
            {
              label: 'asked for and not served, Wh',
              data: shown.unmet,
              type: 'bar' as never,
              backgroundColor: ink.stop,
              yAxisID: 'wh',
            },
          ],
        }}
        options={{
          plugins: { legend: { position: 'bottom' } },
          scales: {
            x: { ticks: { maxTicksLimit: 9 }, grid: { display: false } },
            y: { min: 0, max: 100 },
            wh: { position: 'right', beginAtZero: true, grid: { display: false } },
          },
        }}
      />
    </div>
  );
}

/** Energy used month by month, by where it came from. */
export function SourceChart({ year }: { year: YearResult }) {
  const ink = useInks();
  const t = year.totals;
  const colours = [ink.amber, ink.verdigris, ink.dim, ink.copper, ink.text];
  return (
    <div className="h-44">
      <Bar
        role="img"
        aria-label={`Energy used by source: ${SOURCE_NAMES.map((s, k) => `${s} ${kilowattHours(MONTHS.reduce((sum, _, m) => sum + t.bySourceWh[m * SOURCE_NAMES.length + k]!, 0))}`).join(', ')}`}
        data={{
          labels: MONTHS,
          datasets: SOURCE_NAMES.map((name, k) => ({
            label: `${SOURCE_WORDS[name]}, kWh`,
            data: MONTHS.map((_, m) => t.bySourceWh[m * SOURCE_NAMES.length + k]! / 1000),
            backgroundColor: colours[k],
            stack: 'source',
          })).filter((d) => d.data.some((x) => x > 0)),
        }}
        options={{
          plugins: { legend: { position: 'bottom' } },
          scales: { x: { stacked: true, grid: { display: false } }, y: { stacked: true, beginAtZero: true } },
        }}
      />
    </div>
  );
}
