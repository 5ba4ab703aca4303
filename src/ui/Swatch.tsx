import type { HueColour, Rgb } from '../core/robot/colours.ts';
import { rgbOf } from '../core/robot/colours.ts';
import styles from './Swatch.module.css';

/** A colour as a sensor read it, beside its name or its numbers, which say the same to whoever cannot see it. */
export function Swatch({ colour }: { colour: Rgb | HueColour }) {
  const { red, green, blue } = 'red' in colour ? colour : rgbOf(colour);
  const part = (share: number) => Math.round(255 * Math.min(1, Math.max(0, share)));
  return (
    <svg className={styles['swatch']} viewBox="0 0 16 16" aria-hidden="true">
      <rect width="16" height="16" fill={`rgb(${part(red)} ${part(green)} ${part(blue)})`} />
    </svg>
  );
}
