import type { ComponentType } from 'react';

/** One step of a bench, in a sentence and as a line drawing. */
interface GuideStep {
  text: string;
  Drawing: ComponentType;
}

/** How a bench is done: for the sheet, and for the card that a student takes to the table. */
export interface Guide {
  /** What has to be at hand. */
  need: string;
  steps: readonly [GuideStep, ...GuideStep[]];
  caution?: string;
}
