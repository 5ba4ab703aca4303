import type { LightQuestion } from '../questions/light.ts';
import type { TouchQuestion } from '../questions/touch.ts';
import { colourEnding, type ColourSeen } from './colour.ts';
import { crossingsEnding, type Crossings } from './crossings.ts';
import type { EndingDefinition } from './definition.ts';
import { lightEnding } from './light.ts';
import { rangeEnding, type RangeBelow } from './range.ts';
import { timeEnding, type TimePasses } from './time.ts';
import { touchEnding } from './touch.ts';
import { travelEnding, type Travel } from './travel.ts';

/** What ends a straight. */
export type Ending =
  Travel | RangeBelow | LightQuestion | ColourSeen | Crossings | TouchQuestion | TimePasses;

/** Every kind of ending: the only list of them. */
const ENDINGS: { [E in Ending as E['kind']]: EndingDefinition<E> } = {
  travel: travelEnding,
  range: rangeEnding,
  light: lightEnding,
  colour: colourEnding,
  crossings: crossingsEnding,
  touch: touchEnding,
  time: timeEnding,
};

/** All that there is to an ending. */
export function endingOf<E extends Ending>({ kind }: E): EndingDefinition<E> {
  return ENDINGS[kind] as unknown as EndingDefinition<E>;
}
