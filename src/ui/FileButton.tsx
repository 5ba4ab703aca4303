import styles from './FileButton.module.css';

interface FileButtonProps {
  label: string;
  /** Endings of the files that are offered. */
  accept: string;
  onFile: (file: File) => void;
}

/** A button that lets people choose a file; the same file can be chosen again. */
export function FileButton({ label, accept, onFile }: FileButtonProps) {
  return (
    <label className={styles['file']}>
      {label}
      <input
        type="file"
        accept={accept}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file !== undefined) onFile(file);
          event.target.value = '';
        }}
      />
    </label>
  );
}
