import { BarController, BarElement, CategoryScale, Chart, Legend, LinearScale, Tooltip } from 'chart.js';
import type { LogRow } from './rows';

Chart.register(BarController, BarElement, CategoryScale, LinearScale, Legend, Tooltip);

/** Bars of planned and taken minutes, one pair a run. Returns what takes the chart down again. */
export function drawTimesChart(canvas: HTMLCanvasElement, rows: readonly LogRow[]): () => void {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(`--${name}`).trim();
  Chart.defaults.font.family = getComputedStyle(document.body).fontFamily;
  Chart.defaults.color = colour('quiet');
  const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
  const chart = new Chart(canvas, {
    type: 'bar',
    data: {
      labels: rows.map((r) => [...r.name.split(' '), day.format(r.begun)]),
      datasets: [
        {
          label: 'planned',
          data: rows.map((r) => r.planned / 60),
          backgroundColor: colour('rule'),
          borderColor: colour('quiet'),
          borderWidth: 1,
        },
        { label: 'taken', data: rows.map((r) => r.seconds / 60), backgroundColor: colour('needle') },
      ],
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      scales: {
        x: { grid: { display: false }, ticks: { maxRotation: 0, autoSkip: false } },
        y: { grid: { color: colour('rule') }, title: { display: true, text: 'minutes' } },
      },
    },
  });
  return () => chart.destroy();
}
