import { useState } from 'react';
import type { Conditions as Values } from '../../core/benches/definition.ts';
import { parseQuantity } from '../../core/mathematics/quantity.ts';
import { TextField } from '../../ui/TextField.tsx';
import styles from './BenchView.module.css';
import { say } from '../../core/language/say.ts';

interface ConditionsProps {
  value: Values;
  onChange: (value: Values) => void;
}

/** Under what it was measured: battery, surface, and which sensor. */
export function Conditions({ value, onChange }: ConditionsProps) {
  const [battery, setBattery] = useState<string | null>(null);
  const shown = battery ?? (value.battery === null ? '' : String(value.battery));
  const parsed = shown.trim() === '' ? null : parseQuantity(shown, 'voltage');
  const wrong = parsed !== null && (!parsed.ok || parsed.value <= 0 || parsed.value > 100);
  return (
    <div className={styles['conditions']}>
      <TextField
        label={wrong ? say`Battery: a number of volts` : say`Battery, V`}
        value={shown}
        onChange={(text) => {
          setBattery(text);
          const volts = text.trim() === '' ? null : parseQuantity(text, 'voltage');
          if (volts === null) onChange({ ...value, battery: null });
          else if (volts.ok && volts.value > 0 && volts.value <= 100) {
            onChange({ ...value, battery: volts.value });
          }
        }}
      />
      <TextField
        label={say`Surface`}
        value={value.surface}
        maxLength={80}
        onChange={(surface) => onChange({ ...value, surface })}
      />
      <TextField
        label={say`Sensor unit`}
        value={value.unit}
        maxLength={40}
        onChange={(unit) => onChange({ ...value, unit })}
      />
    </div>
  );
}
