import { chance } from '../../schema/numbers.ts';
import { textSchema } from '../../schema/scalars.ts';
import { conditionsSchema, defineBench, readings } from '../definition.ts';
import { lastOf } from '../episodes.ts';
import { say } from '../../language/say.ts';

/** Readings over patches that somebody named. */
export const colourBench = defineBench({
  kind: 'colour',
  get name() {
    return say`Colour`;
  },
  get measures() {
    return say`Colours`;
  },
  members: {
    conditions: conditionsSchema,
    trials: readings({
      name: textSchema(40).min(1),
      red: chance,
      green: chance,
      blue: chance,
    }),
  },
  /** A sample of colour over a patch that the event names. */
  fromTelemetry(segment) {
    const name = segment.at(-1)?.event;
    const [red, green, blue] = ['red', 'green', 'blue'].map((channel) => lastOf(segment, channel));
    return name == null || red == null || green == null || blue == null
      ? []
      : [{ name, red, green, blue }];
  },
});
