import { normal } from '../../src/core/mathematics/randomness.ts';

/** A still log as text: drift, walk, noise and steps of 0.1°. */
export function stillText(rows: number): string {
  const draw = normal(1, 1, 1);
  let angle = 0;
  const lines = ['t_s,heading_deg'];
  for (let i = 0; i < rows; i++) {
    angle += 0.0002 + 0.002 * draw();
    lines.push(
      `${(i * 0.01).toFixed(2)},${(Math.round(10 * (angle + 0.05 * draw())) / 10).toFixed(1)}`,
    );
  }
  return `${lines.join('\n')}\n`;
}
