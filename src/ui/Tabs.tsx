import styles from './Tabs.module.css';

interface TabsProps<T extends string> {
  label: string;
  value: T;
  tabs: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
}

/** Sheets that share one place; arrow keys go from one to the next. */
export function Tabs<T extends string>({ label, value, tabs, onChange }: TabsProps<T>) {
  const go = (by: number) => {
    const at = tabs.findIndex((tab) => tab.value === value);
    onChange(tabs[(at + by + tabs.length) % tabs.length]!.value);
  };
  return (
    <div className={styles['tabs']} role="tablist" aria-label={label}>
      {tabs.map((tab) => (
        <button
          key={tab.value}
          type="button"
          role="tab"
          aria-selected={tab.value === value}
          tabIndex={tab.value === value ? 0 : -1}
          onClick={() => onChange(tab.value)}
          onKeyDown={(event) => {
            const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
            if (by === undefined) return;
            // The sheet has the same keys for its moves.
            event.stopPropagation();
            event.nativeEvent.stopImmediatePropagation();
            event.preventDefault();
            go(by);
            const next =
              by > 0
                ? event.currentTarget.nextElementSibling
                : event.currentTarget.previousElementSibling;
            (next as HTMLElement | null)?.focus();
          }}
        >
          {tab.label}
        </button>
      ))}
    </div>
  );
}
