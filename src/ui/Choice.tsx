import { useId } from 'react';
import styles from './Choice.module.css';

interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}

/** One of a few: all of them in sight, as radio buttons in a row. */
export function Choice<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  const name = useId();
  return (
    <fieldset className={styles['choice']}>
      <legend>{label}</legend>
      <div className={styles['options']}>
        {options.map((option) => (
          <label key={option.value} className={styles['option']}>
            <input
              type="radio"
              name={name}
              checked={option.value === value}
              onChange={() => onChange(option.value)}
            />
            <span>{option.label}</span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}
