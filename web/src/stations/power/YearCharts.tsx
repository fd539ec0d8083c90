import { SOURCE_NAMES, type YearResult } from '@ombrik/core/solvers/energy/energyYear';
import { Line } from 'react-chartjs-2';
import { axis, useInks } from '../../ui/charts.ts';
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
            y: { ...axis('charge, %'), min: 0, max: 100 },
            wh: { ...axis('not served, Wh'), position: 'right', beginAtZero: true, grid: { display: false } },
          },
        }}
      />
    </div>
  );
}

/** The highest bar of the strips. */
const TALL_PX = 34;

/** Energy used month by month, a strip for each thing it came from, all to one scale. */
export function SourceStrips({ year }: { year: YearResult }) {
  const { bySourceWh } = year.totals;
  const strips = SOURCE_NAMES.map((name, k) => ({
    name,
    months: MONTHS.map((_, m) => bySourceWh[m * SOURCE_NAMES.length + k]! / 1000),
  })).filter((s) => s.months.some((x) => x > 0));
  const most = Math.max(...strips.flatMap((s) => s.months));
  return (
    <table className="w-full table-fixed border-collapse">
      <caption className="label-face text-left text-base">
        Where the energy used came from, kWh a month; all bars to one scale
      </caption>
      <thead>
        <tr className="dim text-xs">
          <th className="w-24 text-left font-normal">source</th>
          {MONTHS.map((m) => (
            <th key={m} scope="col" className="font-normal">
              {m}
            </th>
          ))}
          <th scope="col" className="w-20 text-right font-normal">
            the year
          </th>
        </tr>
      </thead>
      <tbody>
        {strips.map(({ name, months }) => (
          <tr key={name} className="border-base-300 border-b">
            <th scope="row" className="label-face text-left align-bottom text-base">
              {SOURCE_WORDS[name]}
            </th>
            {months.map((kWh, m) => (
              <td key={MONTHS[m]} className="px-0.5 pt-1 text-center align-bottom">
                <span className="num block text-[11px]">{kWh > 0 ? kWh.toFixed(kWh < 10 ? 1 : 0) : ''}</span>
                <span
                  aria-hidden
                  className="mx-auto block w-4/5 bg-secondary"
                  style={{ height: (kWh / most) * TALL_PX }}
                />
              </td>
            ))}
            <td className="num text-right align-bottom">
              {kilowattHours(months.reduce((sum, x) => sum + x, 0) * 1000)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
