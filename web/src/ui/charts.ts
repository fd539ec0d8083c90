import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);
Chart.defaults.font.family = 'Barlow, system-ui, sans-serif';
Chart.defaults.font.size = 12;
Chart.defaults.animation = false;
Chart.defaults.maintainAspectRatio = false;

/** Colours of the theme that is on, read when a chart is drawn. */
export function inks() {
  const style = getComputedStyle(document.documentElement);
  const read = (name: string) => style.getPropertyValue(name).trim();
  const ink = {
    text: read('--color-base-content'),
    dim: read('--dim'),
    rule: read('--color-base-300'),
    copper: read('--color-primary'),
    verdigris: read('--color-secondary'),
    amber: read('--color-warning'),
    stop: read('--color-error'),
    paper: read('--color-base-100'),
  };
  Chart.defaults.color = ink.dim;
  Chart.defaults.borderColor = ink.rule;
  return ink;
}
