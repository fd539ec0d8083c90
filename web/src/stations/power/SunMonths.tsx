import { Bar } from 'react-chartjs-2';
import { axis, useInks } from '../../ui/charts.ts';
import { useStudy } from './usePowerStudy.ts';

export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** Peak-sun hours on the plane of the modules, month by month. */
export function SunMonths() {
  const sun = useStudy('sun', null, (study, board) => study.sunByMonth(board));
  const ink = useInks();
  if (!sun.data) return <p className="dim">The sun waits for a latitude.</p>;
  const least = Math.min(...sun.data);
  return (
    <figure>
      <figcaption className="label-face text-base">
        Sun on the modules, peak-sun hours a day: least <span className="num">{least.toFixed(1)}</span>, most{' '}
        <span className="num">{Math.max(...sun.data).toFixed(1)}</span>
      </figcaption>
      <div className="h-32">
        <Bar
          role="img"
          aria-label={`Peak-sun hours a day by month: ${sun.data.map((h, m) => `${MONTHS[m]} ${h.toFixed(1)}`).join(', ')}`}
          data={{
            labels: MONTHS,
            datasets: [
              {
                data: sun.data,
                backgroundColor: sun.data.map((h) => (h === least ? ink.amber : ink.verdigris)),
                barPercentage: 0.8,
              },
            ],
          }}
          options={{
            plugins: { legend: { display: false } },
            scales: { x: { grid: { display: false } }, y: { ...axis('hours a day'), beginAtZero: true } },
          }}
        />
      </div>
    </figure>
  );
}
