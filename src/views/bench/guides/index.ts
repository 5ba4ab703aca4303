import type { BenchKind } from '../../../core/benches/index.ts';
import {
  batteryGuide,
  delaysGuide,
  portsGuide,
  restGuide,
  squareGuide,
  trackGuide,
  wheelsGuide,
} from './driving.tsx';
import type { Guide } from './guide.ts';
import { colourGuide, lightGuide, rangeGuide, scaleGuide, turnGuide } from './sensing.tsx';

/** How each bench is done. */
export const GUIDES: Readonly<Record<BenchKind, Guide>> = {
  ports: portsGuide,
  wheels: wheelsGuide,
  square: squareGuide,
  track: trackGuide,
  rest: restGuide,
  scale: scaleGuide,
  turn: turnGuide,
  battery: batteryGuide,
  range: rangeGuide,
  light: lightGuide,
  colour: colourGuide,
  delays: delaysGuide,
};
