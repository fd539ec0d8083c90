import { Bar } from 'react-chartjs-2';
import { useJob } from '../../session/useJob.ts';
import { axis, useInks } from '../../ui/charts.ts';

/** Power that may be on together in each hour of the day. */
export function DayPower() {
  const { energy } = useJob().dossier;
  const ink = useInks();
  return (
    <figure>
      <figcaption className="label-face text-base">What may be on together, W by the hour</figcaption>
      <div className="h-36">
        <Bar
          aria-label={`Power on together by hour; most ${Math.round(energy.peakW)} W at ${energy.peakHour}:00`}
          role="img"
          data={{
            labels: energy.hourW.map((_, h) => `${h}`),
            datasets: [
              {
                data: energy.hourW,
                backgroundColor: energy.hourW.map((_, h) => (h === energy.peakHour ? ink.copper : ink.verdigris)),
                categoryPercentage: 1,
                barPercentage: 0.9,
              },
            ],
          }}
          options={{
            plugins: { legend: { display: false } },
            scales: {
              x: { ...axis('hour of the day'), grid: { display: false } },
              y: { ...axis('W'), beginAtZero: true },
            },
          }}
        />
      </div>
    </figure>
  );
}
