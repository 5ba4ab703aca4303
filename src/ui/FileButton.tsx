import { buttonClass } from './Button.tsx';
import styles from './FileButton.module.css';

interface FileButtonProps {
  label: string;
  /** Endings or types of the files that are offered. */
  accept: string;
  variant?: 'main' | 'plain';
  multiple?: boolean;
  disabled?: boolean;
  onFiles: (files: [File, ...File[]]) => void;
}

/** A button that lets people choose files; the same file can be chosen again. */
export function FileButton(props: FileButtonProps) {
  const { label, accept, variant = 'plain', multiple = false, disabled, onFiles } = props;
  return (
    <label className={`${buttonClass(variant)} ${styles['file']}`}>
      {label}
      <input
        type="file"
        accept={accept}
        multiple={multiple}
        disabled={disabled}
        onChange={(event) => {
          const [first, ...others] = event.target.files ?? [];
          event.target.value = '';
          if (first !== undefined) onFiles([first, ...others]);
        }}
      />
    </label>
  );
}
