import { Bar } from 'react-chartjs-2';
import { axis, useInks } from '../../ui/charts.ts';

/** Power drawn by the hour of the day: as the log shows it, and as it was ordered. */
export default function HourChart({
  seenW,
  orderedW,
}: {
  seenW: readonly (number | null)[];
  orderedW: readonly number[];
}) {
  const ink = useInks();
  return (
    <figure>
      <figcaption className="label-face text-base">
        Drawn by the hour of the day, W; hidden hours stand empty
      </figcaption>
      <div className="h-52">
        <Bar
          role="img"
          aria-label="Power drawn by the hour, seen and ordered"
          data={{
            labels: seenW.map((_, h) => `${h}`),
            datasets: [
              { label: 'seen', data: [...seenW], backgroundColor: ink.copper },
              { label: 'ordered', data: [...orderedW], backgroundColor: ink.verdigris },
            ],
          }}
          options={{
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
