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
  LogarithmicScale,
  PointElement,
  Tooltip,
} from 'chart.js';
import { useMemo, useSyncExternalStore } from 'react';
import { unitsNow } from '../told/units.ts';

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  LogarithmicScale,
  PointElement,
  Tooltip,
);
Chart.defaults.font.family = 'Barlow, system-ui, sans-serif';
Chart.defaults.font.size = 12;
Chart.defaults.animation = false;
Chart.defaults.maintainAspectRatio = false;

/** An axis that says what it shows, in which unit. */
export const axis = (text: string) => ({ title: { display: true, text, padding: 2 } });

/** Colours of the theme that is on. */
function inks() {
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
  Chart.defaults.locale = unitsNow().place;
  Chart.defaults.color = ink.dim;
  Chart.defaults.borderColor = ink.rule;
  return ink;
}

const onTheme = (changed: () => void) => {
  const watch = new MutationObserver(changed);
  watch.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] });
  return () => watch.disconnect();
};

/** Colours for a chart, read anew when the theme changes. */
export function useInks() {
  const theme = useSyncExternalStore(onTheme, () => document.documentElement.dataset.theme ?? 'paper');
  // The colours stand in the style sheet, under the theme's name.
  return useMemo(inks, [theme]);
}
