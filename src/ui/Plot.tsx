import {
  Chart,
  Legend,
  LinearScale,
  LineElement,
  LogarithmicScale,
  PointElement,
  ScatterController,
  Tooltip,
  type ChartDataset,
  type ChartOptions,
  type Plugin,
} from 'chart.js';
import { useMemo } from 'react';
import { Scatter } from 'react-chartjs-2';
import {
  formatNumber,
  shownValue,
  type QuantityKind,
  unitOf,
} from '../core/mathematics/quantity.ts';
import { Explanation } from './Explanation.tsx';
import styles from './Plot.module.css';
import { useThemeColors, type Ink } from './useThemeColors.ts';
import { say } from '../core/language/say.ts';

Chart.register(
  ScatterController,
  LinearScale,
  LogarithmicScale,
  PointElement,
  LineElement,
  Tooltip,
  Legend,
);

export interface PlotPoint {
  x: number;
  y: number;
}

/** One series: measured crosses or a trace in teal, a fit in plum, a limit or another unit in ink. */
export interface PlotSeries {
  /** Empty keeps it out of the legend. */
  label: string;
  points: readonly PlotPoint[];
  look: 'measured' | 'trace' | 'fit' | 'limit' | 'fault';
  /** Which of several of a look; each gets a shape of its own. */
  variant?: number;
}

export interface PlotAxis {
  title: string;
  /** What its numbers are, when they are in core units; without it they are drawn as they are given. */
  kind?: QuantityKind;
  logarithmic?: boolean;
  from?: number;
  to?: number;
}

export interface PlotProps {
  label: string;
  /** What it shows, how it comes about and from what, for whoever presses. */
  why: string;
  x: PlotAxis;
  y: PlotAxis;
  series: readonly PlotSeries[];
  /** Stretches along x that do not count, with a word. */
  shaded?: readonly { from: number; to: number; word: string }[];
}

const SHAPES = ['cross', 'rectRot', 'triangle', 'crossRot', 'circle'] as const;

function shownAt(value: number, { kind }: PlotAxis): number {
  return kind === undefined ? value : shownValue(value, kind);
}

/** A plot of measurements over a common frame of type and colours, in either theme. */
export function Plot({ label, why, x, y, series: given, shaded = [] }: PlotProps) {
  const series = given.map((one) => ({
    ...one,
    points: one.points.map((point) => ({ x: shownAt(point.x, x), y: shownAt(point.y, y) })),
  }));
  const ink = useThemeColors();
  const options: ChartOptions<'scatter'> = {
    maintainAspectRatio: false,
    animation: false,
    normalized: true,
    scales: { x: axisOf(x, ink), y: axisOf(y, ink) },
    plugins: {
      legend: {
        display: series.length > 1,
        labels: {
          color: ink.ink,
          font: { family: ink.sans, size: 13 },
          usePointStyle: true,
          filter: ({ text }) => text !== '',
        },
      },
      tooltip: {
        callbacks: {
          label: ({ dataset, parsed: { x: at, y: value } }) =>
            `${dataset.label}: ${formatNumber(at ?? 0, 3)}, ${formatNumber(value ?? 0, 3)}`,
        },
      },
    },
  };
  const empty = series.every(({ points }) => points.length === 0);
  const stretches = JSON.stringify(shaded);
  const plugins = useMemo(
    () => [shading(JSON.parse(stretches) as NonNullable<PlotProps['shaded']>, ink)],
    [stretches, ink],
  );
  if (empty) {
    return <p className={styles['empty']}>{say`The drawing begins with the first reading.`}</p>;
  }
  return (
    <div className={styles['whole']}>
      <div className={styles['plot']}>
        <Scatter
          // Chart.js keeps the plugins that a chart was made with.
          key={stretches}
          role="img"
          aria-label={label}
          options={options}
          plugins={plugins}
          data={{ datasets: series.map((one) => datasetOf(one, ink)) }}
        />
      </div>
      <Explanation of={why} />
    </div>
  );
}

function datasetOf(
  { label, points, look, variant = 0 }: PlotSeries,
  ink: Ink,
): ChartDataset<'scatter', PlotPoint[]> {
  const data = [...points];
  switch (look) {
    case 'measured':
    case 'fault':
      return {
        label,
        data,
        pointStyle: look === 'fault' ? 'circle' : SHAPES[variant % SHAPES.length]!,
        pointRadius: look === 'fault' ? 9 : 6,
        pointBorderWidth: 2,
        borderColor: look === 'fault' ? ink.vermilion : variant === 0 ? ink.teal : ink.ink,
        backgroundColor: 'transparent',
      };
    case 'trace':
      return {
        ...lineLook(label, data, variant === 0 ? ink.teal : ink.ink, 1.5),
        stepped: false,
      };
    case 'fit':
      return { ...lineLook(label, data, ink.plum, 1.5), borderDash: [6, 4] };
    case 'limit':
      return lineLook(label, data, ink.ink, 1);
  }
}

function lineLook(label: string, data: PlotPoint[], colour: string, width: number) {
  return {
    label,
    data,
    showLine: true,
    pointRadius: 0,
    pointStyle: 'line' as const,
    borderColor: colour,
    borderWidth: width,
  };
}

function axisOf({ title, kind, logarithmic = false, from, to }: PlotAxis, ink: Ink) {
  const text = kind === undefined ? title : `${title}, ${unitOf(kind)}`;
  return {
    type: logarithmic ? ('logarithmic' as const) : ('linear' as const),
    suggestedMin: from,
    suggestedMax: to,
    title: { display: true, text, color: ink.soft, font: { family: ink.sans, size: 13 } },
    ticks: {
      color: ink.soft,
      font: { family: ink.mono, size: 12 },
      maxRotation: 0,
      maxTicksLimit: 8,
      // The package's own way loads the engine's tables of all languages, which takes 40 ms.
      callback: (value: string | number) => tickText(Number(value), logarithmic),
    },
    grid: { color: ink.faint },
    border: { color: ink.ink },
  };
}

/** A tick's number; of those of a logarithmic axis only 1, 2 and 5 of each decade, lest they overlap. */
function tickText(value: number, logarithmic: boolean): string | null {
  if (!logarithmic) return formatNumber(value, 6);
  const first = Math.round(value / 10 ** Math.floor(Math.log10(value) + 1e-9));
  return [1, 2, 5].includes(first) ? formatNumber(value, 9) : null;
}

/** Washes the stretches that do not count and writes a word at their top. */
function shading(stretches: NonNullable<PlotProps['shaded']>, ink: Ink): Plugin<'scatter'> {
  return {
    id: 'shading',
    beforeDatasetsDraw({ ctx, chartArea, scales }) {
      const { top, bottom, left, right } = chartArea;
      for (const { from, to, word } of stretches) {
        const a = Math.max(left, scales['x']!.getPixelForValue(from));
        const b = Math.min(right, scales['x']!.getPixelForValue(to));
        if (b <= a) continue;
        ctx.fillStyle = ink.wash;
        ctx.fillRect(a, top, b - a, bottom - top);
        ctx.fillStyle = ink.vermilion;
        ctx.font = `13px ${ink.sans}`;
        ctx.fillText(word, a + 3, top + 14);
      }
    },
  };
}
