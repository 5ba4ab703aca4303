import { degrees } from '../../core/mathematics/angle.ts';
import type { PlotProps } from '../../ui/Plot.tsx';
import { restTrace, type RestFigures } from './restFigures.ts';
import { say } from '../../core/language/say.ts';

const HEADING = {
  get label() {
    return say`Heading of the robot at rest, over time`;
  },
  get why() {
    return say`What the gyro says while the robot stands still. It should be level: its slope is the drift, its thickness the noise and the step of the sensor. Shaded stretches were no rest and do not count.`;
  },
  y: {
    get title() {
      return say`heading, °`;
    },
  },
};

/** The heading while it is recorded. */
export function tracePlot(trace: readonly { x: number; y: number }[], lasts: number): PlotProps {
  return {
    ...HEADING,
    x: { title: 's', from: 0, to: lasts },
    series: [
      {
        label: say`heading, robot at rest`,
        look: 'trace',
        points: trace.map(({ x, y }) => ({ x, y: degrees(y) })),
      },
    ],
  };
}

/** The heading of a check, with what was not rest. */
export function restPlot(sheet: RestFigures | null, sign: number): PlotProps {
  return {
    ...HEADING,
    x: { title: 's', from: 0 },
    series: sheet === null ? [] : restTrace(sheet, sign),
    shaded:
      sheet === null
        ? []
        : sheet.rest.moved.map(({ from, to }) => ({
            from: from - sheet.from,
            to: to - sheet.from,
            word: say`moved`,
          })),
  };
}

/** How the drift wanders, over longer and longer means. */
export function allanPlot({ rest }: RestFigures): PlotProps {
  return {
    label: say`Allan deviation of the rate, by averaging time`,
    why: say`How much means of the rate over so many seconds differ from the next ones. It falls while averaging helps against noise, and rises again where the drift itself wanders: the lowest place is as good as zeroing can be.`,
    x: { title: say`averaged over, s`, logarithmic: true },
    y: { title: say`deviation, °/s`, logarithmic: true },
    series: [
      {
        label: say`Allan deviation`,
        look: 'trace',
        points: rest.allan.map(({ averaged, deviation }) => ({
          x: averaged,
          y: degrees(deviation),
        })),
      },
    ],
  };
}
