import type { BenchKind } from '../../../core/benches/index.ts';
import type { BenchView } from '../benchView.ts';
import { trialView } from '../trialView.tsx';
import { batteryView } from './battery.tsx';
import { colourView } from './colour.tsx';
import { delaysView } from './delays.tsx';
import { lightView } from './light.tsx';
import { portsView } from './ports.tsx';
import { rangeView } from './range.tsx';
import { restView } from './rest.tsx';
import { scaleView } from './scale.tsx';
import { squareView } from './square.tsx';
import { trackView } from './track.tsx';
import { turnView } from './turn.tsx';
import { wheelsView } from './wheels.tsx';

/** How each bench is shown. */
export const BENCH_VIEWS: { [Kind in BenchKind]: BenchView } = {
  ports: portsView,
  wheels: trialView(wheelsView),
  square: trialView(squareView),
  track: trialView(trackView),
  rest: restView,
  scale: trialView(scaleView),
  turn: trialView(turnView),
  battery: trialView(batteryView),
  range: trialView(rangeView),
  light: trialView(lightView),
  colour: trialView(colourView),
  delays: delaysView,
};
