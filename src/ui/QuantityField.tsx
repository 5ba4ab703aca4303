import { useEffect, useId, useState, type ReactNode } from 'react';
import { formatQuantity, parseQuantity, type QuantityKind } from '../core/mathematics/quantity.ts';
import type { DriveBase } from '../core/robot/parameters.ts';
import { wheelUnits } from '../core/robot/wheelUnits.ts';
import styles from './QuantityField.module.css';

interface QuantityFieldProps {
  label: ReactNode;
  kind: QuantityKind;
  /** In core units. */
  value: number;
  digits?: number;
  /** Lets lengths be typed in rotations and motor degrees. */
  drive?: DriveBase;
  /** A sentence when the value cannot be taken, or null. */
  refuse?: (value: number) => string | null;
  onChange: (value: number) => void;
  id?: string;
}

/** How long a press of a button may take, ms. */
const CLICK = 250;

/**
 * A number with a unit. It shows what it understood of what was typed, takes it over on Enter or on
 * leaving, and keeps what it did not understand for mending.
 */
export function QuantityField(props: QuantityFieldProps) {
  const { label, kind, value, digits = 1, drive, refuse, onChange } = props;
  const ownId = useId();
  const id = props.id ?? ownId;
  const shown = formatQuantity(value, kind, digits);
  const [text, setText] = useState(shown);
  const [typing, setTyping] = useState(false);
  useEffect(() => {
    if (!typing) setText(shown);
  }, [shown, typing]);

  const parsed = parseQuantity(
    text,
    kind,
    kind === 'length' && drive !== undefined ? wheelUnits(drive) : [],
  );
  const fault = parsed.ok ? (refuse?.(parsed.value) ?? null) : parsed.message;
  const take = (rest = 0) => {
    if (!parsed.ok || fault !== null) return;
    // What was understood stays for as long as a click takes: its going moves what is below it.
    setTimeout(() => setTyping(false), rest);
    if (text !== shown) onChange(parsed.value);
  };
  const understood =
    typing && parsed.ok && fault === null ? formatQuantity(parsed.value, kind, digits) : null;
  return (
    <div className={styles['row']}>
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        className={styles['input']}
        value={text}
        inputMode="text"
        autoComplete="off"
        spellCheck={false}
        aria-invalid={typing && fault !== null}
        aria-describedby={`${id}-says`}
        onFocus={(event) => event.target.select()}
        onChange={(event) => {
          setTyping(true);
          setText(event.target.value);
        }}
        onBlur={() => take(CLICK)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') take();
          event.stopPropagation();
        }}
      />
      <span
        id={`${id}-says`}
        hidden={!typing}
        aria-live="polite"
        className={styles[fault === null ? 'understood' : 'fault']}
      >
        {typing ? (fault ?? (understood === text ? '' : understood)) : ''}
      </span>
    </div>
  );
}
