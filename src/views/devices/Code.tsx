import QRCode from 'qrcode';
import styles from './DevicesView.module.css';
import { say } from '../../core/language/say.ts';

/** Empty squares around a code, without which cameras do not find it. */
const QUIET = 4;

/** A text as a code for cameras. */
export function Code({ text }: { text: string }) {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const { size, data } = modules;
  const squares = Array.from(data).flatMap((dark, i) =>
    dark === 0 ? [] : `M${i % size} ${Math.floor(i / size)}h1v1h-1z`,
  );
  const side = size + 2 * QUIET;
  return (
    <svg
      className={styles['code']}
      viewBox={`${-QUIET} ${-QUIET} ${side} ${side}`}
      role="img"
      aria-label={say`A code with the address and the words`}
      shapeRendering="crispEdges"
    >
      <rect x={-QUIET} y={-QUIET} width={side} height={side} className={styles['codeGround']} />
      <path d={squares.join('')} className={styles['codeInk']} />
    </svg>
  );
}
