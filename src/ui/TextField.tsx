import styles from './TextField.module.css';

interface TextFieldProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  placeholder?: string;
  maxLength?: number;
  autoFocus?: boolean;
}

/** One line of words. */
export function TextField({ label, value, onChange, ...rest }: TextFieldProps) {
  return (
    <label className={styles['field']}>
      <span>{label}</span>
      <input value={value} onChange={(event) => onChange(event.target.value)} {...rest} />
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
