import { degrees } from '../mathematics/angle.ts';
import { HUE_GATES, type ColourRule } from '../robot/colours.ts';
import { call, sheetNumber, type Call, type CallWriter, type SheetNumber } from './text.ts';
import { say } from '../language/say.ts';

/** A colour by its name, as people put it into a sentence. */
export function colourWords(name: string): string {
  return `“${name}”`;
}

/** The numbers of a colour's rule. */
export function colourNumbers(rule: ColourRule | null): SheetNumber[] {
  if (rule === null) return [];
  return [
    ...(rule.hued
      ? [
          sheetNumber(say`Hue`, degrees(rule.hue), '°', 0),
          sheetNumber(say`Hue within`, degrees(rule.hueWithin), '°', 0),
        ]
      : []),
    sheetNumber(
      rule.hued ? say`Saturation over` : say`Saturation under`,
      100 * HUE_GATES.saturation,
      '%',
      0,
    ),
    sheetNumber(say`Value from`, 100 * rule.lowestValue, '%', 0),
    sheetNumber(say`Value to`, 100 * rule.highestValue, '%', 0),
  ];
}

/** The rule as a call that asks for it; one that never comes true where the robot does not know the colour. */
export function colourCall(name: string, rule: ColourRule | null, writer: CallWriter): Call {
  const { hued = false, hue = 0, hueWithin = 0, lowestValue = 1, highestValue = 0 } = rule ?? {};
  const origin = writer.origin('colours');
  return call(
    hued ? 'hue seen' : 'grey seen',
    ...(hued
      ? [
          writer.constant('HUE', degrees(hue), 'degrees', say`degrees, ${name}; ${origin}`),
          writer.constant('HUE_WITHIN', degrees(hueWithin), 'degrees', say`degrees on each side`),
        ]
      : []),
    writer.constant('LOWEST_VALUE', 100 * lowestValue, 'percent', say`percent, ${name}; ${origin}`),
    writer.constant('HIGHEST_VALUE', 100 * highestValue, 'percent', 'percent'),
  );
}

/** What is wrong with a colour that the robot does not know. */
export function unknownColour(name: string): string {
  return say`The setup knows no colour ${colourWords(name)}: measure it on the colour bench, or choose another one.`;
}
