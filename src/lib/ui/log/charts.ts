import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartConfiguration,
} from 'chart.js';

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  LineController,
  LineElement,
  LinearScale,
  PointElement,
  Legend,
  Tooltip,
);

type ChartColour = 'needle' | 'hands' | 'madder' | 'rule' | 'quiet';
/** What a chart of the log shows: bars or a line, one value a label. */
export interface LogChart {
  kind: 'bars' | 'lying bars' | 'line';
  labels: (string | string[])[];
  series: {
    label: string;
    values: number[];
    /** the needle's blue and the hands' ochre for nothing else */
    colour: ChartColour;
    /** series of one name stand on each other */
    stack?: string;
  }[];
  unit: string;
  stacked?: boolean;
}

/** Returns what takes the chart down again. */
export function drawChart(canvas: HTMLCanvasElement, chart: LogChart): () => void {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: ChartColour) => style.getPropertyValue(`--${name}`).trim();
  Chart.defaults.font.family = getComputedStyle(document.body).fontFamily;
  Chart.defaults.color = colour('quiet');
  const lying = chart.kind === 'lying bars';
  const value = {
    grid: { color: colour('rule') },
    title: { display: true, text: chart.unit },
    beginAtZero: true,
    stacked: chart.stacked,
  };
  const name = {
    grid: { display: false },
    ticks: { maxRotation: 0, autoSkip: !lying },
    stacked: chart.stacked,
  };
  const config: ChartConfiguration<'bar' | 'line'> = {
    type: chart.kind === 'line' ? 'line' : 'bar',
    data: {
      labels: chart.labels,
      datasets: chart.series.map(({ label, values, colour: c, stack }) => ({
        label,
        data: values,
        stack,
        backgroundColor: colour(c),
        borderColor: colour(chart.kind !== 'line' && c === 'rule' ? 'quiet' : c),
        borderWidth: chart.kind === 'line' ? 2 : c === 'rule' ? 1 : 0,
        pointRadius: c === 'quiet' ? 0 : 3,
      })),
    },
    options: {
      animation: false,
      maintainAspectRatio: false,
      indexAxis: lying ? 'y' : 'x',
      plugins: { legend: { display: chart.series.length > 1 } },
      scales: lying ? { x: value, y: name } : { x: name, y: value },
    },
  };
  const drawn = new Chart(canvas, config);
  return () => drawn.destroy();
}
