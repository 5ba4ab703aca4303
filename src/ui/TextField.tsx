import { useId, type ReactNode } from 'react';
import styles from './TextField.module.css';

interface TextFieldProps {
  label: ReactNode;
  value: string;
  onChange: (value: string) => void;
  placeholder?: string;
  maxLength?: number;
  autoFocus?: boolean;
  /** Words that are offered; others can be typed. */
  suggestions?: readonly string[];
}

/** One line of words. */
export function TextField({ label, value, onChange, suggestions, ...rest }: TextFieldProps) {
  const list = useId();
  return (
    <label className={styles['field']}>
      <span>{label}</span>
      <input
        value={value}
        list={suggestions === undefined ? undefined : list}
        onChange={(event) => onChange(event.target.value)}
        {...rest}
      />
      {suggestions !== undefined && (
        <datalist id={list}>
          {suggestions.map((word) => (
            <option key={word} value={word} />
          ))}
        </datalist>
      )}
    </label>
  );
}

interface PickerProps {
  label: string;
  value: string;
  options: readonly { value: string; label: string }[];
  onChange: (value: string) => void;
}

/** One of a list that may be long. */
export function Picker({ label, value, options, onChange }: PickerProps) {
  return (
    <label className={styles['field']}>
      <span>{label}</span>
      <select value={value} onChange={(event) => onChange(event.target.value)}>
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </label>
  );
}
