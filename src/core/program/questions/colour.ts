import { normal } from '../../mathematics/randomness.ts';
import { hueColour, outsideRule, type ColourRule } from '../../robot/colours.ts';
import { colourCall, colourNumbers, colourWords, unknownColour } from '../colourText.ts';
import { defineQuestion } from './definition.ts';
import { say } from '../../language/say.ts';

/** The colour sensor sees a colour that the robot knows; null where it knows none of that name. */
export interface ColourQuestion {
  kind: 'colour';
  name: string;
  rule: ColourRule | null;
}

/** Readings that are drawn to learn how often noise leads a rule astray. */
const DRAWS = 200;

export const colourQuestion = defineQuestion<ColourQuestion>({
  kind: 'colour',
  ask: (robot, { rule }) => rule !== null && outsideRule(hueColour(robot.readColour()), rule) <= 0,
  chance(robot, { rule }, _, { colour }) {
    if (rule === null) return 0;
    const seen = robot.readColour();
    // The same draws each time, so that the chance changes smoothly with the place.
    const draw = normal(1, 0, 21);
    let yes = 0;
    for (let i = 0; i < DRAWS; i++) {
      const channel = (share: number) => Math.min(1, Math.max(0, share + colour.noise * draw()));
      const reading = {
        red: channel(seen.red),
        green: channel(seen.green),
        blue: channel(seen.blue),
      };
      if (outsideRule(hueColour(reading), rule) <= 0) yes++;
    }
    return yes / DRAWS;
  },
  sensesField: true,
  colour: ({ name }) => name,
  words: ({ name }) => say`the colour sensor sees ${colourWords(name)}`,
  numbers: ({ rule }) => colourNumbers(rule),
  call: ({ name, rule }, writer) => colourCall(name, rule, writer),
  checks: ({ name, rule }) => (rule === null ? [unknownColour(name)] : []),
});
