/** The coarsest of some steps, largest first, on which all readings lie; 0 when they were read to none of them. */
export function readingStep(readings: readonly number[], steps: readonly number[]): number {
  return (
    steps.find((step) =>
      readings.every((reading) => Math.abs(reading / step - Math.round(reading / step)) < 1e-6),
    ) ?? 0
  );
}
