import {
  Chart,
  Legend,
  LinearScale,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
  type ChartOptions,
} from 'chart.js';
import { useEffect, useState } from 'react';
import { Scatter } from 'react-chartjs-2';
import type { TurnModel, TurnTrial } from '../../core/bench/turn.ts';
import { degrees } from '../../core/geometry/angle.ts';

Chart.register(ScatterController, LinearScale, PointElement, LineElement, Tooltip, Legend);

interface TurnPlotProps {
  trials: readonly TurnTrial[];
  model: TurnModel | null;
}

/** How much further than the stop the robot turned, over the stop; with the fitted line per rate. */
export function TurnPlot({ trials, model }: TurnPlotProps) {
  const ink = useInk();
  const stops = trials.map((trial) => degrees(trial.trigger));
  const ends = [0, Math.max(90, ...stops) * 1.06];
  const fits = (model?.runOn ?? []).map(({ rate, estimate }) => ({
    label: `fit at ${degrees(rate).toFixed(0)}°/s`,
    data: ends.map((x) => ({
      x,
      y: (model!.slope.value - 1) * x + degrees(estimate.value),
    })),
    showLine: true,
    pointRadius: 0,
    borderColor: ink.plum,
    borderWidth: 1.5,
    borderDash: [6, 4],
  }));
  const options: ChartOptions<'scatter'> = {
    maintainAspectRatio: false,
    animation: false,
    scales: {
      x: axis('stopped the motors at, °', ink, { min: 0 }),
      y: axis('turned on by, °', ink, { suggestedMin: 0 }),
    },
    plugins: {
      legend: { labels: { color: ink.ink, font: { family: ink.sans, size: 13 }, boxWidth: 24 } },
      tooltip: { enabled: true },
    },
  };
  return (
    <Scatter
      role="img"
      aria-label="How much further than the stop the robot turned, by stop"
      options={options}
      data={{
        datasets: [
          {
            label: 'trials',
            data: trials.map((trial) => ({
              x: degrees(trial.trigger),
              y: degrees(trial.measured - trial.trigger),
            })),
            pointStyle: 'cross',
            pointRadius: 7,
            pointBorderWidth: 2,
            borderColor: ink.teal,
          },
          ...fits,
        ],
      }}
    />
  );
}

interface Ink {
  ink: string;
  soft: string;
  faint: string;
  teal: string;
  plum: string;
  sans: string;
  mono: string;
}

function axis(title: string, ink: Ink, range: object) {
  return {
    ...range,
    title: { display: true, text: title, color: ink.soft, font: { family: ink.sans, size: 13 } },
    ticks: { color: ink.soft, font: { family: ink.mono, size: 12 } },
    grid: { color: ink.faint },
    border: { color: ink.ink },
  };
}

/** The present colours of the sheet, which follow the light or dark theme. */
function useInk(): Ink {
  const [ink, setInk] = useState(readInk);
  useEffect(() => {
    const dark = matchMedia('(prefers-color-scheme: dark)');
    const renew = () => setInk(readInk());
    dark.addEventListener('change', renew);
    return () => dark.removeEventListener('change', renew);
  }, []);
  return ink;
}

function readInk(): Ink {
  const style = getComputedStyle(document.documentElement);
  const value = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return {
    ink: value('ink'),
    soft: value('soft'),
    faint: value('faint'),
    teal: value('teal'),
    plum: value('plum'),
    sans: value('sans'),
    mono: value('mono'),
  };
}
